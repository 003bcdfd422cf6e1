import {
  pcmSampleRate,
  usedFollowers,
  type Film,
  type HearingTables,
  type RenderStage,
} from '@cyclogram/core';
import { randomUUID } from 'node:crypto';
import { rm, stat } from 'node:fs/promises';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { filmLength, playedFiles, type FilmTracks } from '../hearing/filmTracks';
import { heardEars } from '../hearing/hearFilm';
import { Problem, toProblem } from '../http/problem';
import type { FilmFiles } from '../images/filmFiles';
import { runTask } from '../work/runTask';
import type { Segment } from '../work/tasks';
import { checkVideo } from './checkVideo';
import type { SegmentOrder, SegmentReport } from './drawSegments';
import { takeNext } from './segmentRuns';
import { formatOf } from './format/registry';
import { joinSegments } from './join';
import { metadataOf } from './metadata';
import { segmentsOf, type RenderPlan } from './plan';

export interface RenderProgress {
  stage: RenderStage;
  /** Frames done, those of earlier runs included. */
  frames: number;
  /** Frames drawn in this run, for estimating the time left. */
  drawn: number;
}

export interface RenderJob {
  film: Film;
  tracks: FilmTracks;
  files: FilmFiles;
  plan: RenderPlan;
  /** Folder for the segments. */
  folder: string;
  /** The finished video. */
  out: string;
  signal?: AbortSignal | undefined;
  onProgress?: (progress: RenderProgress) => void;
  /** Called when a segment's file is complete. */
  onSegment?: (index: number, frameCount: number) => void;
}

const exists = (path: string) =>
  stat(path).then(
    (found) => found.size > 0,
    () => false,
  );

/** Threads that hear or draw: one for each processor, within reason. */
const threadCount = () => Math.max(1, Math.min(availableParallelism(), 8));

/** Memory for drawing and encoding, in bytes; what a thread takes by itself, and for each pixel of a frame. */
const maxMemory = 2.6e9;
const perThread = 2e8;
const perPixel = 110;

/** Threads that draw, each with an encoder: one for each processor, as long as memory is enough. */
export function drawingThreads({ format, width, height }: RenderPlan): number {
  if (formatOf(format).alone) return 1;
  const each = perThread + perPixel * width * height;
  return Math.max(1, Math.min(threadCount(), Math.floor(maxMemory / each)));
}

/**
 * Makes the video of a film: hears the song, draws the segments that are not
 * there yet, joins them and adds the sound.
 */
export async function renderVideo(job: RenderJob): Promise<void> {
  const { film, tracks, plan, folder, out, signal } = job;
  const format = formatOf(plan.format);
  const segments = segmentsOf(plan).map((part): Segment => ({
    ...part,
    out: join(folder, `segment-${String(part.index).padStart(5, '0')}.${format.segment}`),
  }));
  const there = await Promise.all(segments.map((segment) => exists(segment.out)));
  const missing = segments.filter((_, i) => !there[i]);
  const done = plan.frameCount - missing.reduce((sum, segment) => sum + segment.count, 0);
  let drawn = 0;
  const tell = (stage: RenderStage) => job.onProgress?.({ stage, frames: done + drawn, drawn });

  if (missing.length > 0) {
    tell('hearing');
    const tables = await hearOnAllProcessors(film, tracks, signal);
    tell('drawing');
    await drawAll(job, tables, missing, (frames) => {
      drawn += frames;
      tell('drawing');
    });
  }
  tell('joining');
  const files = segments.map((segment) => segment.out);
  const sound = {
    tracks: playedFiles(film, tracks),
    fade: film.fades.sound,
    length: filmLength(film, tracks),
  };
  const metadata = metadataOf(film, plan, filmLength(film, tracks) / pcmSampleRate);
  await joinSegments(plan, files, sound, metadata, out, {
    run: randomUUID(),
    signal,
    onCheck: () => tell('checking'),
  }).catch(async (error: unknown) => {
    if (!signal?.aborted && format.checked) await removeBroken(segments);
    throw error;
  });
}

/** Removes segments that cannot be read any more, so that the next run draws them again. */
async function removeBroken(segments: readonly Segment[]): Promise<void> {
  for (const { out, count } of segments) {
    await checkVideo(out, count, 'decode').catch(async (error: unknown) => {
      // A tool that is missing says nothing of the segment.
      if (toProblem(error).kind === 'media-failed') await rm(out, { force: true });
    });
  }
}

/** Hears a film's ears, and the followers that something moves with, side by side. */
async function hearOnAllProcessors(
  film: Film,
  tracks: FilmTracks,
  signal?: AbortSignal,
): Promise<HearingTables> {
  const wanted = [
    ...heardEars(film).map((ear) => ({ ear })),
    ...usedFollowers(film).map((follower) => ({ follower })),
  ];
  const shares = Array.from({ length: Math.min(threadCount(), wanted.length) }, (_, thread) =>
    wanted.filter((_one, i) => i % threadCount() === thread),
  );
  const analysed = await Promise.all(
    shares.map((share) => {
      const earIds = share.flatMap((one) => ('ear' in one ? [one.ear] : []));
      const followerIds = share.flatMap((one) => ('follower' in one ? [one.follower] : []));
      return runTask('hear', { film, tracks, earIds, followerIds }, { signal });
    }),
  );
  return {
    ears: new Map(analysed.flatMap(({ ears: tables }) => [...tables])),
    waveforms: new Map(analysed.flatMap(({ waveforms }) => [...waveforms])),
    followers: new Map(analysed.flatMap(({ followers }) => [...followers])),
    end: filmLength(film, tracks) / pcmSampleRate,
  };
}

/** Draws segments on all processors. The first failure stops the others. */
async function drawAll(
  job: RenderJob,
  tables: HearingTables,
  segments: Segment[],
  onFrames: (frames: number) => void,
): Promise<void> {
  const { film, files, plan } = job;
  const waiting = [...segments];
  const stop = new AbortController();
  const stopAll = () => stop.abort();
  job.signal?.addEventListener('abort', stopAll, { once: true });
  if (job.signal?.aborted) stopAll();
  const given = { film, files, tables, plan };

  const runThread = () =>
    runTask('segments', given, {
      onPort: (port) => {
        const order = (message: SegmentOrder) => port.postMessage(message);
        let last: number | undefined;
        const next = () => {
          const segment = stop.signal.aborted ? undefined : takeNext(waiting, last);
          last = segment?.index;
          order(segment ? { segment } : { stop: true });
        };
        stop.signal.addEventListener('abort', () => order({ stop: true }), { once: true });
        port.on('message', (report: SegmentReport) => {
          if ('frames' in report) return onFrames(report.frames);
          job.onSegment?.(report.finished, segments.find((s) => s.index === report.finished)!.count);
          next();
        });
        next();
      },
    });

  const threads = Array.from({ length: Math.min(drawingThreads(plan), segments.length) }, () =>
    runThread().catch((error: unknown) => {
      stop.abort();
      throw error;
    }),
  );
  const results = await Promise.allSettled(threads);
  job.signal?.removeEventListener('abort', stopAll);
  if (job.signal?.aborted) throw new Problem('cancelled', 'It was cancelled.');
  const failed = results.find((result) => result.status === 'rejected');
  if (failed) throw failed.reason;
}
