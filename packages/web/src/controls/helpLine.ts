import { create } from 'zustand';

/** Help on a property, as its panel shows it while the property is pointed at, touched or has the focus. */
export interface Help {
  label: string;
  text: string;
}

interface HelpLineState {
  help: Help | undefined;
  show(help: Help | undefined): void;
}

export const useHelpLine = create<HelpLineState>()((set) => ({
  help: undefined,
  show: (help) => set({ help }),
}));

/** Props of a property's row that has a line of help: by pointer, touch and keyboard alike. */
export function helpProps(label: string, text: string | undefined) {
  const show = () => useHelpLine.getState().show(text === undefined ? undefined : { label, text });
  const hide = () => useHelpLine.getState().show(undefined);
  return { onPointerEnter: show, onPointerDown: show, onFocus: show, onPointerLeave: hide, onBlur: hide };
}
