import { arrayMove, useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { GripVertical } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import {
  orderRenders,
  useFinishedRenders,
  useRenderFolder,
  useRenderQueue,
  type Render,
} from '../api/renders';
import { PageBar } from '../app/PageBar';
import { LongList } from '../controls/LongList';
import { SortableList } from '../controls/SortableList';
import { PageTitle, useConnected } from './RenderEvents';
import { RenderRow } from './RenderRow';

const isWaiting = ({ status }: Render) => status === 'waiting' || status === 'paused';

/** The queue: what is being made, what waits in its order, what is finished, and a player for it. */
export function RendersPage() {
  const queue = useRenderQueue();
  const finished = useFinishedRenders();
  const folder = useRenderFolder();
  const connected = useConnected();
  const [scroller, setScroller] = useState<HTMLElement | null>(null);
  const running = queue?.filter(({ status }) => status === 'running') ?? [];
  const waiting = (queue ?? []).filter(isWaiting).sort((a, b) => a.position - b.position);
  return (
    <div className="flex h-full flex-col">
      <PageBar />
      <main ref={setScroller} className="min-h-0 grow overflow-y-auto px-5 py-5">
        <PageTitle>Renders · Cyclogram</PageTitle>
        <div className="mx-auto max-w-4xl">
          <h1 className="mb-3 text-base font-semibold">Renders</h1>
          {!connected && (
            <p role="alert" className="mb-3 text-alarm">
              The server does not answer. Renders go on when it runs again.
            </p>
          )}
          {(!queue || finished.total === undefined) && connected && (
            <p className="text-dim">Looking for renders…</p>
          )}
          {queue?.length === 0 && finished.total === 0 && (
            <p className="text-dim">
              Nothing has been rendered yet. Open one of your{' '}
              <Link to="/" className="text-glass underline">
                films
              </Link>{' '}
              and press Render.
            </p>
          )}
          {(running.length > 0 || waiting.length > 0) && (
            <section aria-label="Queue" className="mb-6">
              <h2 className="text-dim">Queue</h2>
              <ul>
                {running.map((render) => (
                  <li key={render.id} className="border-t border-rule py-3" data-status={render.status}>
                    <RenderRow render={render} />
                  </li>
                ))}
              </ul>
              <Waiting renders={waiting} />
            </section>
          )}
          {(finished.total ?? 0) > 0 && (
            <section aria-label="Finished">
              <div className="flex items-baseline gap-3 text-dim">
                <h2>Finished</h2>
                {folder && <p className="figures truncate text-xs">{folder}</p>}
              </div>
              <LongList
                list={finished}
                label="Finished renders"
                scroller={scroller}
                estimate={() => 67}
                idOf={({ id }) => id}
              >
                {(render) => (
                  <div className="border-t border-rule py-3" data-status={render.status}>
                    <RenderRow render={render} />
                  </div>
                )}
              </LongList>
            </section>
          )}
        </div>
      </main>
    </div>
  );
}

/** What waits, to be put in order by dragging or with the keyboard. */
function Waiting({ renders }: { renders: readonly Render[] }) {
  // Until the server has said so, the order is the one that was asked for.
  const [asked, setAsked] = useState<readonly string[]>();
  const rankOf = (id: string) => {
    const index = asked?.indexOf(id) ?? -1;
    return index < 0 ? Infinity : index;
  };
  const shown = asked ? [...renders].sort((a, b) => rankOf(a.id) - rankOf(b.id)) : [...renders];
  const ids = shown.map(({ id }) => id);
  const move = (moved: string, to: string) => {
    const next = arrayMove(ids, ids.indexOf(moved), ids.indexOf(to));
    setAsked(next);
    orderRenders(next)
      .catch((error: Error) => toast.error(error.message))
      .finally(() => setTimeout(() => setAsked(undefined), 500));
  };
  return (
    <SortableList ids={ids} onMove={move}>
      <ul>
        {shown.map((render) => (
          <Sortable key={render.id} render={render}>
            <RenderRow render={render} />
          </Sortable>
        ))}
      </ul>
    </SortableList>
  );
}

function Sortable({ render, children }: { render: Render; children: ReactNode }) {
  const { id, fileName, status } = render;
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition } = useSortable({
    id,
  });
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Transform.toString(transform), transition }}
      className="flex items-start gap-2 border-t border-rule py-3"
      data-status={status}
    >
      <button
        type="button"
        ref={setActivatorNodeRef}
        {...attributes}
        {...listeners}
        aria-label={`Move ${fileName} in the queue`}
        className="mt-1 cursor-grab text-dim hover:text-paper"
      >
        <GripVertical size={15} />
      </button>
      <div className="min-w-0 grow">{children}</div>
    </li>
  );
}
