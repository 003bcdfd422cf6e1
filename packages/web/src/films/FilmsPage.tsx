import { defaultTrack, newFilm } from '@cyclogram/core';
import { useMutation } from '@tanstack/react-query';
import { formatDistanceToNow } from 'date-fns';
import { Copy, Download, FileWarning, Trash2 } from 'lucide-react';
import { memo, useDeferredValue, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import type { Asset } from '../api/assets';
import {
  createFilm,
  documentAddress,
  packageAddress,
  useFilmActions,
  useFilms,
  type FilmSummary,
} from '../api/films';
import { PageBar } from '../app/PageBar';
import { Button, IconButton } from '../controls/Button';
import { LongList } from '../controls/LongList';
import { SearchInput } from '../controls/SearchInput';
import { clock } from '../controls/time';
import { newId } from '../editor/newId';
import { RecipesSection } from '../recipes/RecipesSection';
import { OpenFilmFile } from './OpenFilmFile';
import { SongDrop } from './SongDrop';
import { PageTitle } from '../renders/RenderEvents';

/** The library: films with their pictures, and a place to drop a song for a new one. */
export function FilmsPage() {
  const [search, setSearch] = useState('');
  const looked = useDeferredValue(search.trim());
  const films = useFilms(looked);
  const [scroller, setScroller] = useState<HTMLElement | null>(null);
  const navigate = useNavigate();
  const create = useMutation({
    mutationFn: (asset: Asset | undefined) => {
      const title = asset?.name.replace(/\.[^.]+$/, '') ?? 'Untitled';
      return createFilm(
        newFilm(title, asset ? [defaultTrack(newId('track'), title, { asset: asset.sha256 })] : []),
      );
    },
    onSuccess: (film) => navigate(`/films/${film.id}`),
    onError: (error) => toast.error(error.message),
  });
  return (
    <div className="flex h-full flex-col">
      <PageBar>
        <OpenFilmFile />
        <Button onClick={() => create.mutate(undefined)}>New film without a song</Button>
      </PageBar>
      <main ref={setScroller} className="min-h-0 grow overflow-y-auto px-5 py-5">
        <PageTitle>Films · Cyclogram</PageTitle>
        <div className="mx-auto max-w-6xl">
          <SongDrop words="Drop a song to start a film." onAdded={(asset) => create.mutate(asset)} />
          <div className="mt-6 mb-3 flex items-center justify-between">
            <h1 className="text-base font-semibold">Films</h1>
            <SearchInput label="Search films" value={search} onChange={setSearch} className="h-7 w-56" />
          </div>
          {films.error && (
            <p role="alert" className="text-alarm">
              {films.error.message}
            </p>
          )}
          {films.total === undefined && !films.error && <p className="text-dim">Looking for your films…</p>}
          {films.total === 0 && looked !== '' && <p className="text-dim">No films match “{looked}”.</p>}
          {films.total === 0 && looked === '' && (
            <p className="text-dim">
              No films yet. The first one starts with a song:{' '}
              <Link to="/first-film" className="text-glass underline">
                your first film in ten steps
              </Link>
              .
            </p>
          )}
          <LongList
            key={looked}
            list={films}
            label="Films"
            scroller={scroller}
            itemWidth={260}
            gap={20}
            // The picture, and two lines of text.
            estimate={(width) => (width * 9) / 16 + 50}
            idOf={({ id }) => id}
          >
            {(film) => <FilmCard film={film} />}
          </LongList>
          <RecipesSection />
        </div>
      </main>
    </div>
  );
}

const FilmCard = memo(function FilmCard({ film }: { film: FilmSummary }) {
  const { remove, restore, duplicate } = useFilmActions();
  const onError = (error: Error) => toast.error(error.message);
  const title = film.title || 'Untitled';
  const deleteFilm = () =>
    remove.mutate(film.id, {
      onSuccess: () =>
        toast(`Moved “${title}” to the bin.`, {
          action: { label: 'Undo', onClick: () => restore.mutate(film.id, { onError }) },
        }),
      onError,
    });
  return (
    <>
      {film.problem === null ? (
        // The title below goes there, too: once is enough for the keyboard.
        <Link
          to={`/films/${film.id}`}
          tabIndex={-1}
          aria-hidden
          className="block border border-rule hover:border-edge"
        >
          <img
            src={film.thumbnail}
            alt=""
            // Of many only those that are looked at are drawn.
            loading="lazy"
            width={640}
            height={Math.round((640 * (film.height ?? 9)) / (film.width ?? 16))}
            className="aspect-video w-full bg-panel object-contain text-dim"
          />
        </Link>
      ) : (
        <div className="grid aspect-video place-content-center gap-1 border border-rule bg-panel px-4 text-center">
          <p className="flex items-center justify-center gap-1.5 text-alarm">
            <FileWarning size={15} /> Could not open it
          </p>
          <p className="text-xs text-dim">{film.problem}</p>
        </div>
      )}
      <div className="flex items-start gap-1 pt-1.5">
        <div className="min-w-0 grow">
          <h2 className="truncate text-base">
            {film.problem === null ? (
              <Link to={`/films/${film.id}`} className="hover:underline">
                {title}
              </Link>
            ) : (
              title
            )}
          </h2>
          <p className="truncate text-xs text-dim">
            {film.seconds !== null && (
              <>
                <span className="figures">{film.seconds > 0 ? clock(film.seconds) : 'no song'}</span>
                {' · '}
              </>
            )}
            changed {formatDistanceToNow(film.updatedAt, { addSuffix: true })}
          </p>
        </div>
        {film.problem === null ? (
          <>
            <IconButton label={`Duplicate ${title}`} onClick={() => duplicate.mutate(film.id, { onError })}>
              <Copy size={14} />
            </IconButton>
            <a
              href={packageAddress(film.id)}
              download
              aria-label={`Export ${title}`}
              title="Save the film as one file, with its song, images, footage and typefaces."
              className="grid size-7 place-items-center rounded-sm hover:bg-raised"
            >
              <Download size={14} />
            </a>
          </>
        ) : (
          <a
            href={documentAddress(film.id)}
            download
            aria-label={`Download ${title}`}
            className="grid size-7 place-items-center rounded-sm hover:bg-raised"
          >
            <Download size={14} />
          </a>
        )}
        <IconButton label={`Delete ${title}`} onClick={deleteFilm}>
          <Trash2 size={14} />
        </IconButton>
      </div>
    </>
  );
});
