import { earlierValue, resetProperty, type PropertyAddress } from '@cyclogram/core';
import { ContextMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import { useRecipeDocument } from '../api/recipes';
import { menuRow, menuSheet } from '../controls/menu';
import { useEditor } from '../editor/editorStore';

interface ResetMenuProps {
  /** The properties that go back. */
  addresses: readonly PropertyAddress[];
  /** What they are called. */
  label: string;
  children: ReactNode;
}

/** A menu, by the right button or the menu key, that lets properties go back to their defaults or to the recipe's. */
export function ResetMenu({ addresses, label, children }: ResetMenuProps) {
  return (
    <ContextMenu.Root>
      <ContextMenu.Trigger asChild>{children}</ContextMenu.Trigger>
      <ContextMenu.Portal>
        <ContextMenu.Content className={menuSheet}>
          <ContextMenu.Label className="px-2.5 py-1 text-xs text-dim">{label}</ContextMenu.Label>
          <Items addresses={addresses} label={label} />
        </ContextMenu.Content>
      </ContextMenu.Portal>
    </ContextMenu.Root>
  );
}

/** Made when the menu opens: what there is to go back to is looked up then only. */
function Items({ addresses, label }: Omit<ResetMenuProps, 'children'>) {
  const film = useEditor((state) => state.film);
  const change = useEditor((state) => state.change);
  const recipe = useRecipeDocument(film.recipe);
  const reset = (from?: NonNullable<typeof recipe>) =>
    change(`reset ${label.toLowerCase()}`, (draft) => {
      for (const address of addresses) resetProperty(draft, address, from?.document);
    });
  const goesBack = (from?: NonNullable<typeof recipe>) =>
    addresses.some((address) => earlierValue(film, address, from?.document) !== undefined);
  return (
    <>
      <ContextMenu.Item className={menuRow} disabled={!goesBack()} onSelect={() => reset()}>
        Reset to default
      </ContextMenu.Item>
      {recipe && (
        <ContextMenu.Item className={menuRow} disabled={!goesBack(recipe)} onSelect={() => reset(recipe)}>
          Reset to recipe {recipe.name}
        </ContextMenu.Item>
      )}
    </>
  );
}
