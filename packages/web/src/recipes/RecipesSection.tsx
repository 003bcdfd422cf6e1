import { useMutation } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { Ellipsis } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import type { Asset } from '../api/assets';
import {
  changeRecipe,
  deleteRecipe,
  filmOfRecipe,
  useRecipes,
  useRefreshRecipes,
  type Recipe,
} from '../api/recipes';
import { Button } from '../controls/Button';
import { Dialog } from '../controls/Dialog';
import { menuRow, menuSheet } from '../controls/menu';
import { SongDrop } from '../films/SongDrop';
import { useUpload } from '../films/useUpload';
import { keepFitted } from './lastFitted';
import { RecipePicture } from './RecipePicture';

/** Recipes in the library: a song is dropped on one, or chosen for it. */
export function RecipesSection() {
  const recipes = useRecipes();
  const [open, setOpen] = useState<Recipe>();
  return (
    <section aria-labelledby="recipes">
      <h2 id="recipes" className="mt-8 mb-1 text-base font-semibold">
        Recipes
      </h2>
      <p className="mb-3 text-dim">Looks for any song. Drop a song on one to start a film.</p>
      {recipes.error && (
        <p role="alert" className="text-alarm">
          {recipes.error.message}
        </p>
      )}
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(180px,1fr))] gap-4">
        {recipes.data?.map((recipe) => (
          <RecipeCard key={recipe.id} recipe={recipe} onOpen={() => setOpen(recipe)} />
        ))}
      </ul>
      <StartDialog recipe={open} onClose={() => setOpen(undefined)} />
    </section>
  );
}

/** Starts a film of a song that has come. */
function useStart() {
  const navigate = useNavigate();
  return useMutation({
    mutationFn: ({ recipe, asset }: { recipe: Recipe; asset: Asset }) =>
      filmOfRecipe(recipe.id, asset.sha256, asset.name.replace(/\.[^.]+$/, '')),
    onSuccess: ({ id, ranges }) => {
      keepFitted(id, { ranges });
      void navigate(`/films/${id}`);
    },
    onError: (error) => toast.error(error.message),
  });
}

function RecipeCard({ recipe, onOpen }: { recipe: Recipe; onOpen: () => void }) {
  const { name, note, shipped } = recipe;
  const film = useStart();
  const { state, start } = useUpload((asset) => film.mutate({ recipe, asset }));
  const { getRootProps, getInputProps, isDragActive } = useDropzone({
    multiple: false,
    noClick: true,
    noKeyboard: true,
    onDrop: ([file]) => file && void start(file),
  });
  const busy = state.kind === 'sending' || film.isPending;
  return (
    <li>
      <div {...getRootProps()} className="relative">
        <input {...getInputProps()} aria-label={`Song for ${name}`} />
        <button
          type="button"
          onClick={onOpen}
          title={note}
          className={clsx(
            'block w-full border text-left',
            isDragActive ? 'border-amber' : 'border-rule hover:border-edge',
          )}
        >
          <RecipePicture recipe={recipe} />
          <span className="block truncate px-2 py-1">{name}</span>
        </button>
        {busy && (
          <p role="status" className="absolute inset-x-0 top-0 bg-room/80 px-2 py-1 text-amber">
            {film.isPending ? 'Fitting it to the song…' : 'Sending the song…'}
          </p>
        )}
        {state.kind === 'failed' && (
          <p role="alert" className="text-xs text-alarm">
            {state.problem.message}
          </p>
        )}
        {!shipped && <RecipeMenu recipe={recipe} />}
      </div>
    </li>
  );
}

/** What can be done with an own recipe. */
function RecipeMenu({ recipe: { id, name, note } }: { recipe: Recipe }) {
  const refresh = useRefreshRecipes();
  const [editing, setEditing] = useState(false);
  const [draft, setDraft] = useState({ name, note });
  const act = (work: Promise<unknown>) =>
    void work.then(refresh, (error: Error) => toast.error(error.message));
  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger
          aria-label={`${name}: more`}
          className="absolute right-1 bottom-1 grid size-6 place-items-center rounded-sm hover:bg-raised"
        >
          <Ellipsis size={14} />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="end" className={menuSheet}>
            <DropdownMenu.Item className={menuRow} onSelect={() => setEditing(true)}>
              Name and note…
            </DropdownMenu.Item>
            <DropdownMenu.Item className={menuRow} onSelect={() => act(deleteRecipe(id))}>
              Delete
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <Dialog
        open={editing}
        onOpenChange={setEditing}
        title="Recipe"
        description="Its name and a note; the look stays as it is."
      >
        <form
          onSubmit={(event) => {
            event.preventDefault();
            act(changeRecipe(id, draft));
            setEditing(false);
          }}
        >
          <NameAndNote value={draft} onChange={setDraft} />
          <div className="mt-4 flex justify-end">
            <Button look="main" type="submit" disabled={draft.name.trim() === ''}>
              Save
            </Button>
          </div>
        </form>
      </Dialog>
    </>
  );
}

export function NameAndNote({
  value,
  onChange,
}: {
  value: { name: string; note: string };
  onChange: (value: { name: string; note: string }) => void;
}) {
  return (
    <>
      <label className="mb-3 block">
        <span className="text-dim">Name</span>
        <input
          value={value.name}
          maxLength={100}
          onChange={({ target }) => onChange({ ...value, name: target.value })}
          className="h-7 w-full border-b border-rule bg-transparent"
        />
      </label>
      <label className="block">
        <span className="text-dim">Note</span>
        <textarea
          value={value.note}
          maxLength={1000}
          rows={3}
          onChange={({ target }) => onChange({ ...value, note: target.value })}
          className="w-full resize-none border border-rule bg-transparent p-1.5"
        />
      </label>
    </>
  );
}

/** A recipe large, and a place for the song. */
function StartDialog({ recipe, onClose }: { recipe: Recipe | undefined; onClose: () => void }) {
  const film = useStart();
  return (
    <Dialog
      width="w-[560px]"
      open={recipe !== undefined}
      onOpenChange={(open) => !open && onClose()}
      title={recipe?.name ?? ''}
      description={recipe?.note || 'A look for any song.'}
    >
      {recipe && (
        <>
          <RecipePicture recipe={recipe} />
          <div className="mt-3">
            {film.isPending ? (
              <p role="status" className="grid h-24 place-content-center text-amber">
                Fitting it to the song…
              </p>
            ) : (
              <SongDrop
                words="Drop a song to start a film."
                onAdded={(asset) => film.mutate({ recipe, asset })}
              />
            )}
          </div>
        </>
      )}
    </Dialog>
  );
}
