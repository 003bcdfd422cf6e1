import { fpsOf, fpsText } from '@cyclogram/core';
import { formatDistanceToNow } from 'date-fns';
import { Download, Play, RotateCcw, Trash2, X } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { cancelRender, deleteRender, resumeRender, useRenders, type Render } from '../api/renders';
import { PageBar } from '../app/PageBar';
import { Button, IconButton } from '../controls/Button';
import { clock, megabytes, roughTime } from '../controls/time';

/** The queue: what is being made, what is finished, and a player for it. */
export function RendersPage() {
  const { renders, connected } = useRenders();
  const [playing, setPlaying] = useState<string>();
  return (
    <div className="flex h-full flex-col">
      <PageBar />
      <main className="min-h-0 grow overflow-y-auto px-5 py-5">
        <title>Renders · Cyclogram</title>
        <div className="mx-auto max-w-4xl">
          <h1 className="mb-3 text-base font-semibold">Renders</h1>
          {!connected && (
            <p role="alert" className="mb-3 text-alarm">
              The server does not answer. Renders go on when it runs again.
            </p>
          )}
          {!renders && connected && <p className="text-dim">Looking for renders…</p>}
          {renders?.length === 0 && (
            <p className="text-dim">
              Nothing has been rendered yet. Open one of your{' '}
              <Link to="/" className="text-glass underline">
                films
              </Link>{' '}
              and press Render.
            </p>
          )}
          <ul>
            {renders?.map((render) => (
              <RenderRow
                key={render.id}
                render={render}
                playing={playing === render.id}
                onPlay={(on) => setPlaying(on ? render.id : undefined)}
              />
            ))}
          </ul>
        </div>
      </main>
    </div>
  );
}

const stageWords = {
  hearing: 'Hearing the song',
  drawing: 'Drawing',
  joining: 'Joining picture and sound',
  checking: 'Checking the video',
};

function statusLine({
  status,
  stage,
  framesDone,
  frameCount,
  secondsLeft,
  finishedAt,
  bytes,
}: Render): string {
  switch (status) {
    case 'waiting':
      return 'Queued';
    case 'running': {
      const left = secondsLeft === null ? '' : `, ${roughTime(secondsLeft)} left`;
      return `${stage ? stageWords[stage] : 'Starting'}: ${framesDone} of ${frameCount} frames${left}`;
    }
    case 'done':
      return `${megabytes(bytes ?? 0)}, finished ${formatDistanceToNow(finishedAt!, { addSuffix: true })}`;
    case 'failed':
      return `Failed after ${framesDone} of ${frameCount} frames`;
    case 'cancelled':
      return 'Cancelled';
  }
}

function RenderRow({
  render,
  playing,
  onPlay,
}: {
  render: Render;
  playing: boolean;
  onPlay: (on: boolean) => void;
}) {
  const { id, title, width, height, fps, frameCount, status, framesDone, problem, file } = render;
  const act = (action: (id: string) => Promise<unknown>) =>
    void action(id).catch((error: Error) => toast.error(error.message));
  const active = status === 'running' || status === 'waiting';
  return (
    <li className="border-t border-rule py-3" data-status={status}>
      <div className="flex items-center gap-2">
        <div className="min-w-0 grow">
          <h2 className="truncate text-base">{title || 'Untitled'}</h2>
          <p className="text-dim">
            <span className="figures">
              {width}×{height} {fpsText(fps)} fps {clock(frameCount / fpsOf(fps), true)}
            </span>
            {' · '}
            <span role="status">{statusLine(render)}</span>
          </p>
        </div>
        {file && (
          <>
            <Button onClick={() => onPlay(!playing)}>
              <Play size={14} /> {playing ? 'Close' : 'Watch'}
            </Button>
            <a
              href={`${file}?download=1`}
              download
              className="inline-flex h-7 items-center gap-1.5 rounded-sm bg-paper px-2.5 font-semibold text-room hover:bg-white"
            >
              <Download size={14} /> Download
            </a>
          </>
        )}
        {active && (
          <Button onClick={() => act(cancelRender)}>
            <X size={14} /> Cancel
          </Button>
        )}
        {(status === 'failed' || status === 'cancelled') && (
          <Button onClick={() => act(resumeRender)}>
            <RotateCcw size={14} /> {status === 'failed' ? 'Resume' : 'Start again'}
          </Button>
        )}
        {!active && (
          <IconButton label="Remove" onClick={() => act(deleteRender)}>
            <Trash2 size={15} />
          </IconButton>
        )}
      </div>
      {active && (
        <div
          role="progressbar"
          aria-label={`Progress of ${title}`}
          aria-valuemin={0}
          aria-valuemax={frameCount}
          aria-valuenow={framesDone}
          className="mt-2 h-1 bg-rule"
        >
          <div
            className="h-full bg-glass transition-[width]"
            style={{ width: `${(framesDone / frameCount) * 100}%` }}
          />
        </div>
      )}
      {problem && (
        <p role="alert" className="mt-1 text-alarm">
          {problem.title}. {problem.detail}
        </p>
      )}
      {playing && file && (
        <video src={file} controls autoPlay className="mt-3 max-h-[60vh] w-full bg-black" />
      )}
    </li>
  );
}
