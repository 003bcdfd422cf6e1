import type { RenderDoing } from '@cyclogram/core';
import type { ListedRender, RenderRow } from '../db/entities';
import { formatOf } from './format/registry';
import type { RenderProgress } from './renderVideo';

/** A render as the interface sees it. */
export interface RenderView extends Omit<ListedRender, 'problem'>, RenderDoing {
  problem: Record<string, unknown> | null;
}

/** A render that is being made. */
export interface Running {
  row: RenderRow;
  cancel: AbortController;
  progress: RenderProgress;
  startedAt: number;
  finished: Promise<void>;
}

/**
 * A render as the interface sees it.
 * @param running what it is doing, where it is the one that runs
 * @param preparing how far the footage is that it waits for, 0 to 1
 */
export function viewOf(
  row: ListedRender,
  running: Running | undefined,
  preparing: number | undefined,
): RenderView {
  const { document: _document, problem, ...rest } = row as RenderRow;
  const doing = row.status === 'running' ? running : undefined;
  const { label, mimeType, pictures, player } = formatOf(row.format);
  return {
    ...rest,
    ...{ formatLabel: label, mimeType, pictures, player },
    preparing: row.status === 'waiting' ? (preparing ?? null) : null,
    stage: doing?.progress.stage ?? null,
    framesDone: row.status === 'done' ? row.frameCount : (doing?.progress.frames ?? 0),
    secondsLeft: doing ? secondsLeft(doing) : null,
    framesPerSecond: doing ? speedOf(doing) : null,
    problem: problem ? (JSON.parse(problem) as Record<string, unknown>) : null,
    file: row.status === 'done' ? `/api/renders/${row.id}/file` : null,
  };
}

/** Frames in a second so far; nothing before a few are drawn. */
function speedOf({ progress, startedAt }: Running): number | null {
  if (progress.stage !== 'drawing' || progress.drawn < 10) return null;
  return (1000 * progress.drawn) / Math.max(1, Date.now() - startedAt);
}

function secondsLeft(running: Running): number | null {
  const speed = speedOf(running);
  return speed === null ? null : (running.row.frameCount - running.progress.frames) / speed;
}
