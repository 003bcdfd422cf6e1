import { useQuery, useQueryClient } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useEffect, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { ApiProblem } from '../api/client';
import {
  createFilm,
  documentAddress,
  readFilm,
  storedFilmKey,
  useStoredFilm,
  type StoredFilm,
} from '../api/films';
import { Button } from '../controls/Button';
import { createEditorStore, EditorContext, type OpenedFilm as OpenedFilmState } from './editorStore';
import { dropEdits, type KeptEdits } from './keptEdits';
import { Preview } from './preview';
import { PreviewContext } from './previewContext';
import { useFilmSaving } from './useFilmSaving';
import { whatIsKept } from './whatIsKept';
import { Workspace } from './Workspace';

/** Opens the film named in the address; /films/:id/listening/:ear shows one of its ears large. */
export function WorkspacePage() {
  const { id = '' } = useParams();
  const film = useStoredFilm(id);
  if (film.error) return <CannotOpen id={id} error={film.error} />;
  if (!film.data) return <p className="grid h-full place-content-center text-dim">Opening the film…</p>;
  return <OpenFilm key={`${film.data.id} ${film.dataUpdatedAt}`} stored={film.data} />;
}

function CannotOpen({ id, error }: { id: string; error: Error }) {
  const isThere = error instanceof ApiProblem && error.kind === 'unreadable-film';
  return (
    <main className="grid h-full place-content-center gap-2 text-center">
      <h1 className="text-lg">{error instanceof ApiProblem ? error.title : 'Could not open the film'}</h1>
      <p className="max-w-xl text-dim">{error.message}</p>
      {isThere && (
        <a href={documentAddress(id)} download className="text-glass underline">
          Download the film as it is stored
        </a>
      )}
      <Link to="/" className="text-glass underline">
        Go to your films
      </Link>
    </main>
  );
}

function OpenFilm({ stored }: { stored: StoredFilm }) {
  const queries = useQueryClient();
  const kept = useQuery({
    queryKey: ['kept', stored.id, stored.revision],
    queryFn: async () => {
      const kept = await whatIsKept(stored, () => readFilm(stored.id));
      // A newer revision opens as if it had been there at once.
      if (kept.stored !== stored) queries.setQueryData(storedFilmKey(stored.id), kept.stored);
      return kept;
    },
    gcTime: 0,
    staleTime: Infinity,
  });
  const [chosen, setChosen] = useState<'stored' | 'kept'>();
  useWarnings(stored);
  if (!kept.data) return null;
  const { history, edits } = kept.data;
  if (edits && !chosen) return <OfferEdits stored={stored} edits={edits} onChoose={setChosen} />;
  if (edits && chosen === 'kept') {
    const { film: document, past, future } = edits;
    return <OpenedFilm opened={{ ...stored, document, past, future, unsaved: true }} />;
  }
  return <OpenedFilm opened={{ ...stored, ...history }} />;
}

/** Says what of the film this version does not know. */
function useWarnings({ id, warnings }: StoredFilm): void {
  useEffect(() => {
    if (warnings.length > 0) toast.warning(warnings.slice(0, 4).join('. '), { id: `warnings ${id}` });
  }, [id, warnings]);
}

interface OfferEditsProps {
  stored: StoredFilm;
  edits: KeptEdits;
  onChoose: (which: 'stored' | 'kept') => void;
}

/** Edits were kept that the server never got: they are restored, kept as a film of their own, or discarded. */
function OfferEdits({ stored, edits, onChoose }: OfferEditsProps) {
  const navigate = useNavigate();
  const isBased = edits.revision === stored.revision;
  const discard = () => {
    void dropEdits(stored.id);
    onChoose('stored');
  };
  const asCopy = () =>
    createFilm({ ...edits.film, title: `${edits.film.title} (recovered)` }).then(
      (copy) => {
        void dropEdits(stored.id);
        return navigate(`/films/${copy.id}`);
      },
      (error: Error) => toast.error(error.message),
    );
  return (
    <main className="grid h-full place-content-center gap-3 text-center">
      <h1 className="text-lg">Unsaved edits of “{stored.title || 'Untitled'}”</h1>
      <p className="max-w-md text-dim">
        Edits from {format(edits.at, 'd MMMM, HH:mm')} did not reach the server; this browser has kept them.
        {!isBased && ' The film was saved elsewhere since, so they can be kept as a film of their own.'}
      </p>
      <div className="flex justify-center gap-2">
        {isBased ? (
          <Button look="main" onClick={() => onChoose('kept')}>
            Restore edits
          </Button>
        ) : (
          <Button look="main" onClick={() => void asCopy()}>
            Keep as a new film
          </Button>
        )}
        <Button onClick={discard}>Discard edits</Button>
      </div>
    </main>
  );
}

function OpenedFilm({ opened }: { opened: OpenedFilmState }) {
  const [store] = useState(() => createEditorStore(opened));
  const [preview] = useState(() => new Preview());
  useEffect(() => () => preview.close(), [preview]);
  useFilmSaving(store);
  return (
    <EditorContext value={store}>
      <PreviewContext value={preview}>
        <Workspace />
      </PreviewContext>
    </EditorContext>
  );
}
