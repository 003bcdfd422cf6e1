import { fpsOf, fpsText } from '@cyclogram/core';
import { formatDistanceToNow } from 'date-fns';
import { Download, Pause, Play, RotateCcw, Trash2, X } from 'lucide-react';
import { memo, useState } from 'react';
import { toast } from 'sonner';
import {
  cancelRender,
  deleteRender,
  pauseRender,
  restoreRender,
  resumeRender,
  type Render,
} from '../api/renders';
import { Button, IconButton } from '../controls/Button';
import { byteSize, clock, roughTime } from '../controls/time';

const stageWords = {
  hearing: 'Hearing the song',
  drawing: 'Drawing',
  joining: 'Joining picture and sound',
  checking: 'Checking the file',
};

function statusLine(render: Render): string {
  const {
    status,
    preparing,
    stage,
    framesDone,
    frameCount,
    secondsLeft,
    framesPerSecond,
    finishedAt,
    bytes,
  } = render;
  const done = framesDone > 0 ? `, ${framesDone} of ${frameCount} frames done` : '';
  switch (status) {
    case 'waiting':
      return preparing === null
        ? `Queued${done}`
        : `Waiting for footage: ${Math.round(100 * preparing)} % prepared${done}`;
    case 'paused':
      return `Paused${done}`;
    case 'running': {
      const speed = framesPerSecond === null ? '' : `, ${framesPerSecond.toFixed(1)} frames a second`;
      const left = secondsLeft === null ? '' : `, ${roughTime(secondsLeft)} left`;
      return `${stage ? stageWords[stage] : 'Starting'}: ${framesDone} of ${frameCount} frames${speed}${left}`;
    }
    case 'done':
      return `${byteSize(bytes ?? 0)}, finished ${formatDistanceToNow(finishedAt!, { addSuffix: true })}`;
    case 'failed':
      return `Failed after ${framesDone} of ${frameCount} frames`;
    case 'cancelled':
      return 'Cancelled';
  }
}

/** What it is: format, size, rate and length, as far as it has them. */
function shape({ pictures, formatLabel, width, height, fps, frameCount, settings }: Render): string {
  const parts = [formatLabel];
  if (pictures !== 'none') parts.push(`${width}×${height}`);
  if (pictures === 'all') parts.push(`${fpsText(fps)} fps`);
  if (pictures === 'spread') parts.push(`${frameCount} moments`);
  else if (pictures !== 'moment') parts.push(clock(frameCount / fpsOf(fps), true));
  if (settings.transparent) parts.push('without background');
  return parts.join(' · ');
}

/** One render: what it is, how far it is, and what can be done with it. */
export const RenderRow = memo(function RenderRow({ render }: { render: Render }) {
  const [watching, setWatching] = useState(false);
  const { id, fileName, frameCount, status, framesDone, problem, file, player } = render;
  const act = (action: (id: string) => Promise<unknown>) =>
    void action(id).catch((error: Error) => toast.error(error.message));
  const remove = () =>
    void deleteRender(id).then(
      () =>
        toast(`Moved “${fileName}” to the bin.`, {
          action: { label: 'Undo', onClick: () => act(restoreRender) },
        }),
      (error: Error) => toast.error(error.message),
    );
  const active = status === 'running' || status === 'waiting';
  return (
    <>
      <div className="flex items-center gap-2">
        <div className="min-w-0 grow">
          <h3 className="truncate text-base">{fileName}</h3>
          <p className="text-dim">
            <span className="figures">{shape(render)}</span>
            {' · '}
            <span role="status">{statusLine(render)}</span>
          </p>
        </div>
        {file && (
          <>
            {player && (
              <Button onClick={() => setWatching(!watching)}>
                <Play size={14} /> {watching ? 'Close' : player === 'audio' ? 'Listen' : 'Watch'}
              </Button>
            )}
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
          <Button onClick={() => act(pauseRender)}>
            <Pause size={14} /> Pause
          </Button>
        )}
        {(active || status === 'paused') && (
          <Button onClick={() => act(cancelRender)}>
            <X size={14} /> Cancel
          </Button>
        )}
        {(status === 'failed' || status === 'cancelled' || status === 'paused') && (
          <Button onClick={() => act(resumeRender)}>
            <RotateCcw size={14} />{' '}
            {status === 'failed' ? 'Retry' : status === 'paused' ? 'Resume' : 'Start again'}
          </Button>
        )}
        {!active && (
          <IconButton label="Remove" onClick={remove}>
            <Trash2 size={15} />
          </IconButton>
        )}
      </div>
      {(active || status === 'paused') && (
        <div
          role="progressbar"
          aria-label={`Progress of ${fileName}`}
          aria-valuemin={0}
          aria-valuemax={frameCount}
          aria-valuenow={framesDone}
          className="mt-2 h-1 bg-rule"
        >
          <div
            className={`h-full transition-[width] ${status === 'running' ? 'bg-glass' : 'bg-edge'}`}
            style={{ width: `${(framesDone / frameCount) * 100}%` }}
          />
        </div>
      )}
      {problem && (
        <p role="alert" className="mt-1 text-alarm">
          {problem.title}. {problem.detail}
        </p>
      )}
      {watching && file && <Player render={render} file={file} />}
    </>
  );
});

/** The result in the page: on a checked ground where it can be seen through. */
function Player({ render: { player, fileName, settings }, file }: { render: Render; file: string }) {
  const [failed, setFailed] = useState(false);
  const ground = settings.transparent
    ? 'bg-[repeating-conic-gradient(#2a2622_0_25%,#1a1714_0_50%)] bg-[length:20px_20px]'
    : 'bg-black';
  const box = `mt-3 max-h-[60vh] w-full object-contain ${ground}`;
  if (player === 'audio') return <audio src={file} controls autoPlay className="mt-3 w-full" />;
  if (failed)
    return (
      <p className="mt-2 text-dim">This browser does not play the format. Download the file to watch it.</p>
    );
  if (player === 'video')
    return <video src={file} controls autoPlay className={box} onError={() => setFailed(true)} />;
  return <img src={file} alt={fileName} className={box} />;
}
