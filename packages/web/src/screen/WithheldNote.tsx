import { drawingsOf, withheldOf, withheldText, type Withheld } from '@cyclogram/core';
import { EyeOff, Hourglass } from 'lucide-react';
import { useMemo } from 'react';
import { Button } from '../controls/Button';
import { findLayer, useEditor } from '../editor/editorStore';

/** Says what is not drawn because it would take too long, and turns it off. */
export function WithheldNote() {
  const film = useEditor((state) => state.film);
  const change = useEditor((state) => state.change);
  const parts = useMemo(() => withheldOf(film), [film]);
  if (parts.length === 0) return null;
  const turnOff = ({ layer: id }: Withheld) =>
    change(id === undefined ? 'turn passes off' : 'hide', (draft) => {
      if (id === undefined) {
        for (const pass of draft.finish.passes) if (drawingsOf([pass]) > 1) pass.on = false;
        return;
      }
      findLayer(draft, id)!.visible = false;
      for (const cord of draft.cords)
        if (cord.target.list === 'layers' && cord.target.id === id && cord.target.key === 'visible')
          cord.on = false;
    });
  return (
    <ul
      role="alert"
      aria-label="Not drawn"
      className="absolute bottom-2 left-1/2 grid max-h-[60%] w-max max-w-[96%] -translate-x-1/2 gap-1 overflow-y-auto border border-edge bg-panel px-3 py-1.5"
    >
      {parts.map((part) => (
        <li key={part.layer ?? 'finish'} className="flex items-center gap-2">
          <Hourglass size={14} className="shrink-0 text-amber" />
          <span>Not drawn. {withheldText(film, part)}</span>
          <Button className="shrink-0" onClick={() => turnOff(part)}>
            <EyeOff size={14} /> {part.layer === undefined ? 'Turn off' : 'Hide'}
          </Button>
        </li>
      ))}
    </ul>
  );
}
