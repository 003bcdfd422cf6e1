import { allRecipeParts, recipeParts, type RecipePart } from '@cyclogram/core';
import { useMutation } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { applyRecipe, useRecipes, type Fitted } from '../api/recipes';
import { Button } from '../controls/Button';
import { Dialog } from '../controls/Dialog';
import { SwitchInput } from '../controls/SwitchInput';
import { useEditor } from '../editor/editorStore';
import { RecipePicture } from './RecipePicture';

interface ApplyRecipeDialogProps {
  open: boolean;
  onClose: () => void;
  onMade: (made: Fitted) => void;
}

/** Puts parts of a recipe on the film that is open. */
export function ApplyRecipeDialog({ open, onClose, onMade }: ApplyRecipeDialogProps) {
  return (
    <Dialog
      width="w-[720px]"
      open={open}
      onOpenChange={(next) => !next && onClose()}
      title="Apply a recipe"
      description="It replaces what is chosen below. The song, its sections and everything else stay."
    >
      {open && <ApplyForm onClose={onClose} onMade={onMade} />}
    </Dialog>
  );
}

function ApplyForm({ onClose, onMade }: Omit<ApplyRecipeDialogProps, 'open'>) {
  const film = useEditor((state) => state.film);
  const recipes = useRecipes();
  const [chosen, setChosen] = useState<string>();
  const [parts, setParts] = useState<readonly RecipePart[]>(allRecipeParts);
  const apply = useMutation({
    mutationFn: () => applyRecipe(chosen!, film, parts),
    onSuccess: onMade,
  });
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        apply.mutate();
      }}
    >
      <ul className="grid max-h-[40vh] grid-cols-4 gap-3 overflow-y-auto">
        {recipes.data?.map((recipe) => (
          <li key={recipe.id}>
            <button
              type="button"
              aria-pressed={chosen === recipe.id}
              title={recipe.note}
              onClick={() => setChosen(recipe.id)}
              className={clsx(
                'block w-full border text-left',
                chosen === recipe.id ? 'border-paper' : 'border-rule hover:border-edge',
              )}
            >
              <RecipePicture recipe={recipe} />
              <span className="block truncate px-2 py-1">{recipe.name}</span>
            </button>
          </li>
        ))}
      </ul>
      <fieldset className="mt-4 grid grid-cols-2 gap-x-8">
        <legend className="mb-1 text-dim">Replaces</legend>
        {allRecipeParts.map((part) => (
          <SwitchInput
            key={part}
            field={{ kind: 'switch', key: part, label: recipeParts[part], default: true }}
            value={parts.includes(part)}
            onChange={(on) => setParts(on ? [...parts, part] : parts.filter((other) => other !== part))}
          />
        ))}
      </fieldset>
      {apply.error && (
        <p role="alert" className="mt-2 text-alarm">
          {apply.error.message}
        </p>
      )}
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={onClose}>Cancel</Button>
        <Button
          look="main"
          type="submit"
          disabled={chosen === undefined || parts.length === 0 || apply.isPending}
        >
          {apply.isPending ? 'Fitting it to the song…' : 'Apply recipe'}
        </Button>
      </div>
    </form>
  );
}
