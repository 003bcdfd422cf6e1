import { useQueryClient } from '@tanstack/react-query';
import { format } from 'date-fns';
import { CircleHelp, Clapperboard, Redo2, Undo2 } from 'lucide-react';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import { createFilm } from '../api/films';
import { Button, IconButton } from '../controls/Button';
import { shortcut } from '../controls/shortcut';
import { HelpDialog } from '../help/HelpDialog';
import { RecipeButton } from '../recipes/RecipeButton';
import { RenderDialog } from '../renders/RenderDialog';
import { useEditor } from './editorStore';
import { dropEdits } from './keptEdits';

/** The bar over a film: its title, whether it is saved, undo and redo, render, help. */
export function FilmBar() {
  const title = useEditor((state) => state.film.title);
  const change = useEditor((state) => state.change);
  const id = useEditor((state) => state.id);
  const cords = useEditor((state) => state.film.cords.length);
  const past = useEditor((state) => state.past);
  const future = useEditor((state) => state.future);
  const undo = useEditor((state) => state.undo);
  const redo = useEditor((state) => state.redo);
  const [rendering, setRendering] = useState(false);
  const [help, setHelp] = useState(false);
  return (
    <header className="flex h-11 shrink-0 items-center gap-3 border-b border-rule px-3">
      <Link to="/" className="flex items-center gap-2 rounded-sm px-1.5 py-1 text-dim hover:text-paper">
        <img src="/icon.svg" alt="" width={20} height={20} /> Films
      </Link>
      <input
        aria-label="Title of the film"
        value={title}
        maxLength={200}
        placeholder="Untitled"
        onChange={({ target }) => change('title', (film) => void (film.title = target.value), 'title')}
        className="h-7 w-64 rounded-sm bg-transparent px-2 text-base font-semibold hover:bg-raised"
      />
      <SaveNote />
      <div className="ml-auto flex items-center gap-1">
        <IconButton
          label={past.length ? `Undo: ${past.at(-1)!.label}` : 'Undo'}
          keys={shortcut('mod', 'Z')}
          disabled={!past.length}
          onClick={undo}
        >
          <Undo2 size={16} />
        </IconButton>
        <IconButton
          label={future.length ? `Redo: ${future[0]!.label}` : 'Redo'}
          keys={shortcut('mod', 'shift', 'Z')}
          disabled={!future.length}
          onClick={redo}
        >
          <Redo2 size={16} />
        </IconButton>
        <Link to={`/films/${id}/cords`} className="ml-2 rounded-sm px-2.5 py-1 text-dim hover:text-paper">
          Cords{cords > 0 && <span className="figures"> {cords}</span>}
        </Link>
        <RecipeButton />
        <Link to="/renders" className=" rounded-sm px-2.5 py-1 text-dim hover:text-paper">
          Renders
        </Link>
        <Button look="main" onClick={() => setRendering(true)}>
          <Clapperboard size={15} /> Render
        </Button>
        <IconButton label="Help" className="ml-1" onClick={() => setHelp(true)}>
          <CircleHelp size={16} />
        </IconButton>
      </div>
      <RenderDialog open={rendering} onOpenChange={setRendering} />
      <HelpDialog open={help} onOpenChange={setHelp} />
    </header>
  );
}

function SaveNote() {
  const saving = useEditor((state) => state.saving);
  switch (saving.kind) {
    case 'saved':
      return <span className="text-dim">saved {format(saving.at, 'HH:mm')}</span>;
    case 'unsaved':
    case 'saving':
      return <span className="text-dim">saving…</span>;
    case 'failed':
      return (
        <span role="alert" className="truncate text-alarm" title={saving.text}>
          Not saved: {saving.text} Trying again.
        </span>
      );
    case 'refused':
      return <RefusedNote text={saving.text} />;
    case 'stale':
      return <StaleNote />;
  }
}

/** The server does not take the film as it is: what is wrong has to be changed, or taken back. */
function RefusedNote({ text }: { text: string }) {
  const undo = useEditor((state) => state.undo);
  const last = useEditor((state) => state.past.at(-1)?.label);
  return (
    <span role="alert" className="flex min-w-0 items-center gap-2 text-alarm">
      <span className="truncate" title={text}>
        Not saved: {text}
      </span>
      {last !== undefined && (
        <Button className="shrink-0" onClick={undo}>
          <Undo2 size={13} /> Undo {last}
        </Button>
      )}
    </span>
  );
}

/** Another tab has saved this film: take that version, or keep this one as a film of its own. */
function StaleNote() {
  const id = useEditor((state) => state.id);
  const film = useEditor((state) => state.film);
  const setSaving = useEditor((state) => state.setSaving);
  const queries = useQueryClient();
  const navigate = useNavigate();
  /** What this tab has is kept elsewhere, or not wanted: nobody is to be offered it again. */
  const letGo = async () => {
    setSaving({ kind: 'saved', at: new Date().toISOString() });
    await dropEdits(id);
  };
  const keepMine = () =>
    createFilm({ ...film, title: `${film.title} (mine)` }).then(
      async (copy) => {
        await letGo();
        await navigate(`/films/${copy.id}`);
      },
      (error: Error) => toast.error(error.message),
    );
  const loadTheirs = async () => {
    await letGo();
    await queries.resetQueries({ queryKey: ['film', id] });
  };
  return (
    <span role="alert" className="flex min-w-0 items-center gap-2 text-alarm">
      <span className="truncate">This film was saved in another tab.</span>
      <Button onClick={() => void loadTheirs()}>Load that version</Button>
      <Button onClick={() => void keepMine()}>Keep mine as a copy</Button>
    </span>
  );
}
