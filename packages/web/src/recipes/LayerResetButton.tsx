import { lookKeys, resetOwner, type Film, type Layer } from '@cyclogram/core';
import { RotateCcw } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import { toast } from 'sonner';
import { useRecipeDocument } from '../api/recipes';
import { menuRow, menuSheet } from '../controls/menu';
import { useEditor } from '../editor/editorStore';
import { dropOwnDefault, hasOwnDefault, keepOwnDefault } from './ownDefaults';

/** Lets a layer go back to its defaults or to the recipe's, and keeps it as the default for new ones. */
export function LayerResetButton({ layer }: { layer: Layer }) {
  const film = useEditor((state) => state.film);
  const change = useEditor((state) => state.change);
  const recipe = useRecipeDocument(film.recipe);
  const [kept, setKept] = useState(() => hasOwnDefault(layer));
  const owner = { list: 'layers', id: layer.id } as const;
  const reset = (from?: Film) =>
    change('reset layer', (draft) => {
      if (!resetOwner(draft, owner, lookKeys(draft, owner), from))
        toast(from ? 'The recipe has no such layer.' : 'There is nothing to reset.');
    });
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        aria-label="Reset and defaults"
        title="Reset and defaults"
        className="grid size-7 place-items-center rounded-sm hover:bg-raised"
      >
        <RotateCcw size={14} />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" className={menuSheet}>
          <DropdownMenu.Item className={menuRow} onSelect={() => reset()}>
            Reset the layer to defaults
          </DropdownMenu.Item>
          {recipe && (
            <DropdownMenu.Item className={menuRow} onSelect={() => reset(recipe.document)}>
              Reset the layer to recipe {recipe.name}
            </DropdownMenu.Item>
          )}
          <DropdownMenu.Separator className="my-1 border-t border-rule" />
          <DropdownMenu.Item
            className={menuRow}
            onSelect={() => {
              keepOwnDefault(film, layer);
              setKept(true);
              toast.success('New layers of this kind begin like this one');
            }}
          >
            Use as default for new layers
          </DropdownMenu.Item>
          {kept && (
            <DropdownMenu.Item
              className={menuRow}
              onSelect={() => {
                dropOwnDefault(layer);
                setKept(false);
              }}
            >
              Forget this default
            </DropdownMenu.Item>
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
