import type { ListedRender, RenderRow } from '../db/entities';
import { formatOf } from './format/registry';
import type { FormatKind } from './format/renderFormat';
import type { RenderProgress, RenderStage } from './renderVideo';

/** A render as the interface sees it. */
export interface RenderView extends Omit<ListedRender, 'problem'> {
  stage: RenderStage | null;
  framesDone: number;
  /** Estimated seconds until it is finished, when something is known. */
  secondsLeft: number | null;
  /** Frames drawn in a second, when something is known. */
  framesPerSecond: number | null;
  kind: FormatKind;
  formatLabel: string;
  mimeType: string;
  problem: Record<string, unknown> | null;
  file: string | null;
}

/** A render that is being made. */
export interface Running {
  row: RenderRow;
  cancel: AbortController;
  progress: RenderProgress;
  startedAt: number;
  finished: Promise<void>;
}

/** A render as the interface sees it. @param running what it is doing, where it is the one that runs */
export function viewOf(row: ListedRender, running: Running | undefined): RenderView {
  const { document: _document, problem, ...rest } = row as RenderRow;
  const doing = row.status === 'running' ? running : undefined;
  const { kind, label, mimeType } = formatOf(row.format);
  return {
    ...rest,
    ...{ kind, formatLabel: label, mimeType },
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
