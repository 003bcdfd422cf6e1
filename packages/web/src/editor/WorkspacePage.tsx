import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { useEffect, useState } from 'react';
import { ApiProblem } from '../api/client';
import { useStoredFilm, type StoredFilm } from '../api/films';
import { createEditorStore, EditorContext } from './editorStore';
import { Stage } from './stage';
import { StageContext } from './stageContext';
import { keptHistory, useFilmSaving } from './useFilmSaving';
import { Workspace } from './Workspace';

/** Opens the film named in the address; /films/:id/listening/:ear shows one of its ears large. */
export function WorkspacePage() {
  const { id = '' } = useParams();
  const film = useStoredFilm(id);
  if (film.error) return <CannotOpen error={film.error} />;
  if (!film.data) return <p className="grid h-full place-content-center text-dim">Opening the film…</p>;
  return <OpenFilm key={`${film.data.id} ${film.dataUpdatedAt}`} stored={film.data} />;
}

function CannotOpen({ error }: { error: Error }) {
  return (
    <main className="grid h-full place-content-center gap-2 text-center">
      <h1 className="text-lg">{error instanceof ApiProblem ? error.title : 'The film cannot be opened'}</h1>
      <p className="text-dim">{error.message}</p>
      <Link to="/" className="text-glass underline">
        Go to your films
      </Link>
    </main>
  );
}

function OpenFilm({ stored }: { stored: StoredFilm }) {
  const history = useQuery({
    queryKey: ['history', stored.id, stored.revision],
    queryFn: () => keptHistory(stored.id, stored.revision),
    gcTime: 0,
    staleTime: Infinity,
  });
  return history.data ? <OpenedFilm stored={stored} history={history.data} /> : null;
}

/** The ear that the address asks for. */
function useListeningTo(): string | undefined {
  const { '*': rest = '' } = useParams();
  return /^listening\/(.+)$/.exec(rest)?.[1];
}

function OpenedFilm({
  stored,
  history,
}: {
  stored: StoredFilm;
  history: Awaited<ReturnType<typeof keptHistory>>;
}) {
  const [store] = useState(() => createEditorStore({ ...stored, ...history }));
  const [stage] = useState(() => new Stage());
  useEffect(() => () => stage.close(), [stage]);
  useFilmSaving(store);
  const listeningTo = useListeningTo();
  return (
    <EditorContext value={store}>
      <StageContext value={stage}>
        <Workspace listeningTo={listeningTo} />
      </StageContext>
    </EditorContext>
  );
}
