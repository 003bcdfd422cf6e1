import type { FigureLayer } from '@cyclogram/core';
import { Ellipsis } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useContext } from 'react';
import { toast } from 'sonner';
import { menuRow, menuSheet } from '../controls/menu';
import { EditorContext } from '../editor/editorStore';
import { copyPart, keepCopied, keptCopied, partNames, pastePart, type Part } from './layerClipboard';
import type { LayerEdits } from './useLayerEdits';

/** Copies one group of a figure's properties, and puts it on others, here or in another film. */
export function PartMenu({ layer, part, edits }: { layer: FigureLayer; part: Part; edits: LayerEdits }) {
  const store = useContext(EditorContext)!;
  const name = partNames[part];
  const copy = () => {
    const { film, id } = store.getState();
    try {
      keepCopied(copyPart(film, id, layer, part));
    } catch (error) {
      toast.error((error as Error).message);
    }
  };
  const paste = () => {
    const copied = keptCopied();
    if (copied?.cyclogram !== 'part 8' || copied.part !== part) return;
    try {
      edits.eachFigure(`paste ${name.toLowerCase()}`, '', (target, draft) =>
        pastePart(draft, store.getState().id, target, copied),
      );
    } catch (error) {
      toast.error(`Could not paste: ${(error as Error).message}`);
    }
  };
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        aria-label={`${name}: copy or paste`}
        className="grid size-6 place-items-center rounded-sm hover:bg-raised"
      >
        <Ellipsis size={13} />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" className={menuSheet}>
          <DropdownMenu.Item className={menuRow} onSelect={copy}>
            Copy {name.toLowerCase()}
          </DropdownMenu.Item>
          <PasteItem part={part} onSelect={paste} />
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

function PasteItem({ part, onSelect }: { part: Part; onSelect: () => void }) {
  const copied = keptCopied();
  const fits = copied?.cyclogram === 'part 8' && copied.part === part;
  return (
    <DropdownMenu.Item className={menuRow} disabled={!fits} onSelect={onSelect}>
      Paste {partNames[part].toLowerCase()}
    </DropdownMenu.Item>
  );
}
