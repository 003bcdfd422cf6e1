import type { Film } from '@cyclogram/core';
import { ChevronDown } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import type { Fitted } from '../api/recipes';
import { menuRow, menuSheet } from '../controls/menu';
import { useEditor } from '../editor/editorStore';
import { ApplyRecipeDialog } from './ApplyRecipeDialog';
import { FittedDialog } from './FittedDialog';
import { takeFitted } from './lastFitted';
import { SaveRecipeDialog } from './SaveRecipeDialog';
import { SwapSongDialog } from './SwapSongDialog';

type Opened = 'save' | 'apply' | 'swap';

/** Takes over a document that was made of the film, as one step. */
export const takeOver = (film: Film, document: Film) => void Object.assign(film, document);

/** What a film has to do with recipes, and with other songs. */
export function RecipeButton() {
  const id = useEditor((state) => state.id);
  const change = useEditor((state) => state.change);
  const [opened, setOpened] = useState<Opened>();
  // What was fitted when the film was made is said when it is opened.
  const [fitted, setFitted] = useState(() => takeFitted(id));
  const close = () => setOpened(undefined);
  const take = (label: string) => (made: Fitted) => {
    change(label, (film) => takeOver(film, made.document));
    close();
    if (made.ranges.length > 0) setFitted(made);
  };
  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger className="flex items-center gap-1 rounded-sm px-2.5 py-1 text-dim hover:text-paper">
          Recipe <ChevronDown size={13} />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="end" className={menuSheet}>
            <DropdownMenu.Item className={menuRow} onSelect={() => setOpened('save')}>
              Save as recipe…
            </DropdownMenu.Item>
            <DropdownMenu.Item className={menuRow} onSelect={() => setOpened('apply')}>
              Apply a recipe…
            </DropdownMenu.Item>
            <DropdownMenu.Item className={menuRow} onSelect={() => setOpened('swap')}>
              Swap the song…
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <SaveRecipeDialog open={opened === 'save'} onClose={close} />
      <ApplyRecipeDialog open={opened === 'apply'} onClose={close} onMade={take('apply recipe')} />
      <SwapSongDialog open={opened === 'swap'} onClose={close} onMade={take('swap song')} />
      <FittedDialog fitted={fitted} onClose={() => setFitted(undefined)} />
    </>
  );
}
