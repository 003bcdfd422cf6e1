const isMac = /Mac|iPhone|iPad/.test(globalThis.navigator?.platform ?? '');

/** Names of keys as they stand on the keyboard of this machine. */
const names: Record<string, string> = isMac
  ? { mod: '⌘', shift: '⇧', alt: '⌥' }
  : { mod: 'Ctrl', shift: 'Shift', alt: 'Alt' };

/** A shortcut in words: `mod` is Command on a Mac and Ctrl elsewhere. */
export const shortcut = (...keys: string[]): string => keys.map((key) => names[key] ?? key).join(' ');

/** A text that names Ctrl, Shift and Alt, with the names that they have on this machine. */
export const inShortcuts = (text: string): string =>
  text.replace(/\b(Ctrl|Shift|Alt)\b/g, (name) => names[name === 'Ctrl' ? 'mod' : name.toLowerCase()]!);
