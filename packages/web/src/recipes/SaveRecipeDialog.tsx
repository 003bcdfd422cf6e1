import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { toast } from 'sonner';
import { saveRecipe, useRefreshRecipes } from '../api/recipes';
import { Button } from '../controls/Button';
import { ChoiceInput } from '../controls/ChoiceInput';
import { Dialog } from '../controls/Dialog';
import { useEditor } from '../editor/editorStore';
import { usePreview } from '../editor/previewContext';
import { NameAndNote } from './RecipesSection';

/** Keeps the look of the film, or of the selected layers, for other songs. */
export function SaveRecipeDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog
      open={open}
      onOpenChange={(next) => !next && onClose()}
      title="Save as recipe"
      description="The look without the song. Level ranges of ears and gates of followers become shares of the levels. Its picture is the frame that is shown now."
    >
      {open && <SaveForm onClose={onClose} />}
    </Dialog>
  );
}

function SaveForm({ onClose }: { onClose: () => void }) {
  const preview = usePreview();
  const film = useEditor((state) => state.film);
  const selected = useEditor((state) => state.selected);
  const refresh = useRefreshRecipes();
  const [value, setValue] = useState({ name: film.title, note: '' });
  const [of, setOf] = useState('film');
  const save = useMutation({
    mutationFn: () =>
      saveRecipe({
        document: film,
        name: value.name.trim(),
        note: value.note,
        at: preview.time(),
        ...(of === 'layers' ? { layers: [...selected] } : {}),
      }),
    onSuccess: ({ name }) => {
      toast.success(`${name} is among the recipes of the library`);
      refresh();
      onClose();
    },
  });
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate();
      }}
    >
      <NameAndNote value={value} onChange={setValue} />
      <div className="mt-3">
        <ChoiceInput
          wide
          field={{
            kind: 'choice',
            key: 'of',
            label: 'Contents',
            choices: [
              { value: 'film', label: 'Whole film' },
              ...(selected.length > 0
                ? [
                    {
                      value: 'layers',
                      label: selected.length === 1 ? 'Selected layer' : `${selected.length} selected layers`,
                    },
                  ]
                : []),
            ],
          }}
          value={of}
          onChange={setOf}
        />
      </div>
      {save.error && (
        <p role="alert" className="mt-2 text-alarm">
          {save.error.message}
        </p>
      )}
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={onClose}>Cancel</Button>
        <Button look="main" type="submit" disabled={save.isPending || value.name.trim() === ''}>
          {save.isPending ? 'Measuring the song…' : 'Save recipe'}
        </Button>
      </div>
    </form>
  );
}
