import type { StorageReport } from '@cyclogram/core';
import { formatDistanceToNow } from 'date-fns';
import { ArchiveRestore, Clapperboard, Film as FilmIcon, Trash2 } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { useBin, useStorage, useStorageActions } from '../api/storage';
import { PageBar } from '../app/PageBar';
import { Button } from '../controls/Button';
import { Dialog } from '../controls/Dialog';
import { byteSize } from '../controls/time';
import { PageTitle } from '../renders/RenderEvents';

/** What takes space, the bin, and giving space back. */
export function StoragePage() {
  const storage = useStorage();
  return (
    <div className="flex h-full flex-col">
      <PageBar />
      <main className="min-h-0 grow overflow-y-auto px-5 py-5">
        <PageTitle>Storage · Cyclogram</PageTitle>
        <div className="mx-auto grid max-w-4xl gap-8">
          {storage.error && (
            <p role="alert" className="text-alarm">
              {storage.error.message}
            </p>
          )}
          {storage.isPending && <p className="text-dim">Calculating disk usage…</p>}
          {storage.data && <Disk report={storage.data} />}
          <Bin bytes={storage.data?.bin} keptDays={storage.data?.keptDays} />
          {storage.data && <FilmSizes films={storage.data.films} />}
        </div>
      </main>
    </div>
  );
}

function Section({ title, tools, children }: { title: string; tools?: ReactNode; children: ReactNode }) {
  return (
    <section aria-label={title}>
      <header className="mb-2 flex h-10 items-center justify-between border-b border-rule">
        <h1 className="text-base font-semibold">{title}</h1>
        {tools}
      </header>
      {children}
    </section>
  );
}

function Disk({ report }: { report: StorageReport }) {
  const { clean } = useStorageActions();
  const { free, nearlyFull, files, renders, bin, unused, keptDays } = report;
  const rows: [string, number, string][] = [
    ['Free', free, nearlyFull ? 'Nearly full. Saving and rendering fail when no space is left.' : ''],
    ['Sounds, images, footage and typefaces', files, 'Each file is stored once, however many films use it.'],
    ['Finished renders', renders, ''],
    ['Bin', bin, 'Deleted films and renders, including files that only they use.'],
    ['Unused files', unused, `Deleted ${keptDays} days after their last use.`],
  ];
  return (
    <Section
      title="Disk"
      tools={
        <Button
          disabled={clean.isPending}
          onClick={() =>
            clean.mutate(false, {
              onSuccess: ({ freed }) =>
                toast(freed > 0 ? `Freed ${byteSize(freed)}.` : 'Nothing to clean up.'),
              onError: (error) => toast.error(error.message),
            })
          }
        >
          {clean.isPending ? 'Cleaning…' : 'Clean up'}
        </Button>
      }
    >
      <dl className="grid grid-cols-[minmax(220px,auto)_90px_1fr] gap-x-4 gap-y-1.5">
        {rows.map(([label, bytes, note]) => (
          <div key={label} className="contents">
            <dt>{label}</dt>
            <dd
              className={`figures text-right ${label === 'Free' && nearlyFull ? 'text-alarm' : 'text-paper'}`}
            >
              {byteSize(bytes)}
            </dd>
            <dd className="text-dim">{note}</dd>
          </div>
        ))}
      </dl>
    </Section>
  );
}

function Bin({ bytes, keptDays = 30 }: { bytes: number | undefined; keptDays: number | undefined }) {
  const bin = useBin();
  const { clean, restore } = useStorageActions();
  const [asking, setAsking] = useState(false);
  const items = [
    ...(bin.data?.films ?? []).map(({ id, title, deletedAt }) => ({
      ...{ kind: 'films' as const, id, name: title || 'Untitled', deletedAt, Icon: FilmIcon },
    })),
    ...(bin.data?.renders ?? []).map(({ id, fileName, deletedAt }) => ({
      ...{ kind: 'renders' as const, id, name: fileName, deletedAt, Icon: Clapperboard },
    })),
  ];
  const total = bin.data?.total ?? 0;
  items.sort((a, b) => (b.deletedAt ?? '').localeCompare(a.deletedAt ?? ''));
  return (
    <Section
      title="Bin"
      tools={
        items.length > 0 && (
          <Button onClick={() => setAsking(true)}>
            <Trash2 size={14} /> Empty the bin
          </Button>
        )
      }
    >
      {bin.error && (
        <p role="alert" className="text-alarm">
          {bin.error.message}
        </p>
      )}
      {bin.data && items.length === 0 && (
        <p className="text-dim">
          The bin is empty. Deleted films and renders are kept here for {keptDays} days.
        </p>
      )}
      <ul>
        {items.map(({ kind, id, name, deletedAt, Icon }) => (
          <li key={id} className="flex h-9 items-center gap-2 border-b border-rule/60">
            <Icon size={14} className="shrink-0 text-dim" />
            <span className="min-w-0 grow truncate">{name}</span>
            {deletedAt && (
              <span className="text-xs text-dim">
                deleted {formatDistanceToNow(deletedAt, { addSuffix: true })}
              </span>
            )}
            <Button
              aria-label={`Restore ${name}`}
              onClick={() =>
                restore.mutate(
                  { kind, id },
                  {
                    onSuccess: () => toast(`Restored “${name}”.`),
                    onError: (error) => toast.error(error.message),
                  },
                )
              }
            >
              <ArchiveRestore size={14} /> Restore
            </Button>
          </li>
        ))}
      </ul>
      {total > items.length && <p className="mt-2 text-dim">and {total - items.length} more</p>}
      <Dialog
        open={asking}
        onOpenChange={setAsking}
        title="Empty the bin"
        description={`${total} ${total === 1 ? 'item' : 'items'} will be permanently deleted${
          bytes ? `, up to ${byteSize(bytes)}` : ''
        }. This cannot be undone.`}
      >
        <div className="flex justify-end gap-2">
          <Button onClick={() => setAsking(false)}>Cancel</Button>
          <Button
            onClick={() => {
              setAsking(false);
              clean.mutate(true, {
                onSuccess: () => toast('The bin is empty.'),
                onError: (error) => toast.error(error.message),
              });
            }}
          >
            <Trash2 size={14} /> Delete permanently
          </Button>
        </div>
      </Dialog>
    </Section>
  );
}

/** Films whose sizes are shown until all are asked for. */
const shownAtFirst = 50;

function FilmSizes({ films }: { films: StorageReport['films'] }) {
  const max = Math.max(1, films[0]?.bytes ?? 0);
  const [all, setAll] = useState(false);
  const shown = all ? films : films.slice(0, shownAtFirst);
  return (
    <Section title="Films by size">
      {films.length === 0 && <p className="text-dim">No films yet.</p>}
      <ul>
        {shown.map(({ id, title, bytes }) => (
          <li key={id} className="grid h-8 grid-cols-[240px_1fr_80px] items-center gap-3">
            <Link to={`/films/${id}`} className="truncate hover:underline">
              {title || 'Untitled'}
            </Link>
            <span className="h-1.5 bg-rule">
              <span className="block h-full bg-glass" style={{ width: `${(100 * bytes) / max}%` }} />
            </span>
            <span className="figures text-right">{byteSize(bytes)}</span>
          </li>
        ))}
      </ul>
      {shown.length < films.length && (
        <Button className="mt-2" onClick={() => setAll(true)}>
          Show all {films.length}
        </Button>
      )}
    </Section>
  );
}
