import type { Film } from '@cyclogram/core';
import { mkdir, readFile, rename, rm, stat, writeFile, copyFile, utimes } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import PQueue from 'p-queue';
import type { Logger } from 'pino';
import type { DataFolder } from '../config';
import { Problem, toProblem } from '../http/problem';
import { partOf } from '../incoming/sweep';
import { localFile, withUpload, type SizeLimit } from '../incoming/incoming';
import { runTool } from '../media/ffmpeg';
import type { StoredInfo } from './footageInfo';
import { makeCopy } from './makeCopy';
import { hostileVideo, probeVideo, videoInput, videoLimits } from './probeVideo';

/** Footage whose copy is being made. */
export interface WorkingFootage {
  sha256: string;
  state: 'working';
  /** The share that is done, 0 to 1. */
  progress: number;
}

/** How far footage is. */
export type FootageStatus =
  | WorkingFootage
  | { sha256: string; state: 'ready'; info: StoredInfo }
  | { sha256: string; state: 'failed'; detail: string };

const limit: SizeLimit = {
  bytes: videoLimits.bytes,
  tooLarge: () =>
    new Problem('too-large', 'The video is larger than 4 GB. Cut it, or save it smaller, and try again.'),
};

const exists = (path: string) =>
  stat(path).then(
    () => true,
    () => false,
  );

/**
 * Uploaded videos, each kept once by the SHA-256 of its file, with a copy that frames are read from. Copies are made in the
 * background, one at a time; what a killed server left behind is made anew when it is asked for.
 */
export class FootageStore {
  private readonly working = new Map<string, { progress: number; done: Promise<void> }>();
  private readonly queue = new PQueue({ concurrency: 1 });
  private readonly stopped = new AbortController();
  private readonly told: (() => void)[] = [];

  constructor(
    private readonly folder: DataFolder,
    private readonly log: Logger,
  ) {}

  private paths(sha256: string) {
    const folder = join(this.folder.footage, sha256);
    return {
      folder,
      original: join(folder, 'original'),
      copy: join(folder, 'copy.mp4'),
      small: join(folder, 'small.mp4'),
      infoPath: join(folder, 'info.json'),
      problem: join(folder, 'problem.txt'),
    };
  }

  /** Takes in an upload, and begins to make its copy. @throws Problem when it is no video that is taken; nothing is kept then */
  receive(upload: Readable): Promise<FootageStatus> {
    return withUpload(upload, this.folder.incoming, limit, async ({ path, sha256 }) => {
      await probeVideo(path);
      const { folder, original, problem } = this.paths(sha256);
      await mkdir(folder, { recursive: true });
      // One that failed may be tried again.
      await rm(problem, { force: true });
      if (!(await exists(original))) await rename(path, original);
      // It is wanted again: what has not been for long is removed.
      else await utimes(original, new Date(), new Date());
      return this.status(sha256);
    });
  }

  /** Takes in a file that is on this machine already. @param wait until its copy is made */
  async importFile(path: string, wait = true): Promise<{ sha256: string }> {
    const { sha256 } = await localFile(path, limit);
    await probeVideo(path);
    const { folder, original } = this.paths(sha256);
    await mkdir(folder, { recursive: true });
    if (!(await exists(original))) {
      await copyFile(path, partOf(original));
      await rename(partOf(original), original);
    }
    if (wait) await this.ready(sha256);
    return { sha256 };
  }

  /** @throws Problem when there is no such footage */
  async status(sha256: string): Promise<FootageStatus> {
    if (!/^[0-9a-f]{64}$/.test(sha256)) throw noFootage(sha256);
    const { original, infoPath, problem } = this.paths(sha256);
    if (await exists(infoPath))
      return { sha256, state: 'ready', info: JSON.parse(await readFile(infoPath, 'utf8')) as StoredInfo };
    const failed = await readFile(problem, 'utf8').catch(() => undefined);
    if (failed !== undefined) return { sha256, state: 'failed', detail: failed };
    if (!(await exists(original))) throw noFootage(sha256);
    return { sha256, state: 'working', progress: this.begin(sha256).progress };
  }

  /** The video as it was sent. @throws Problem when it is not here */
  async original(sha256: string): Promise<string> {
    const { original } = this.paths(sha256);
    if (!/^[0-9a-f]{64}$/.test(sha256) || !(await exists(original))) throw noFootage(sha256);
    return original;
  }

  /** Waits until footage can be used. @throws Problem when it cannot */
  async ready(
    sha256: string,
    signal?: AbortSignal,
  ): Promise<{ copy: string; small: string | undefined; infoPath: string }> {
    const { copy, small, infoPath } = this.paths(sha256);
    const given = AbortSignal.any([this.stopped.signal, ...(signal ? [signal] : [])]);
    for (;;) {
      if (given.aborted) throw new Problem('cancelled', 'It was cancelled.');
      const status = await this.status(sha256);
      if (status.state === 'ready') return { copy, small: status.info.small ? small : undefined, infoPath };
      if (status.state === 'failed') throw new Problem('not-video', status.detail);
      await orAborted(this.working.get(sha256)?.done, given);
    }
  }

  /** Footage of a film whose copy is being made, or waits for that: it is begun. */
  async unready(film: Pick<Film, 'footage'>): Promise<WorkingFootage[]> {
    const all = await Promise.all(
      film.footage.map(({ source }) => this.status(source.asset ?? '').catch(() => undefined)),
    );
    return all.filter((one) => one?.state === 'working') as WorkingFootage[];
  }

  /** The files of those of a film's footage that can be used at once. */
  async readyOf(film: Film): Promise<FootageFiles> {
    const all: FootageFiles = {};
    for (const { id, source } of film.footage) {
      const sha256 = source.asset ?? '';
      const status = await this.status(sha256).catch(() => undefined);
      if (status?.state === 'ready') all[id] = await this.ready(sha256);
    }
    return all;
  }

  /** The files of a film's footage. @throws Problem naming the first that is missing */
  async ofFilm(film: Film, signal?: AbortSignal): Promise<FootageFiles> {
    const all: FootageFiles = {};
    for (const { id, name, source } of film.footage) {
      all[id] = await this.ready(source.asset ?? '', signal).catch((error: unknown) => {
        if (error instanceof Problem && error.kind === 'cancelled') throw error;
        const why = error instanceof Problem && error.kind !== 'not-found' ? ` ${error.detail}` : '';
        throw new Problem(
          'missing-footage',
          `The footage "${name}" cannot be used.${why} Add the file again, or remove the footage.`,
        );
      });
    }
    return all;
  }

  /** Writes the sound of a video as FLAC, for a track. @throws Problem when it has none */
  async extractSound(sha256: string, out: string): Promise<void> {
    const { original } = this.paths(sha256);
    const status = await this.status(sha256);
    if (status.state === 'ready' && !status.info.sound)
      throw new Problem('no-sound', 'There is no sound in this video.');
    await runTool(
      'ffmpeg',
      ['-v', 'error', ...videoInput(original), '-map', '0:a:0', '-vn', '-f', 'flac', '-y', `file:${out}`],
      { ...hostileVideo, timeLimit: 600 },
    );
  }

  /** Tells when a copy is made, or cannot be. */
  onDone(told: () => void): void {
    this.told.push(told);
  }

  /** Ends what is at work. */
  async close(): Promise<void> {
    this.stopped.abort();
    await this.queue.onIdle();
  }

  private begin(sha256: string): { progress: number; done: Promise<void> } {
    const known = this.working.get(sha256);
    if (known) return known;
    const job = { progress: 0, done: Promise.resolve() };
    job.done = this.queue
      .add(() => this.make(sha256, job))
      .finally(() => {
        this.working.delete(sha256);
        for (const told of this.told) told();
      }) as Promise<void>;
    this.working.set(sha256, job);
    return job;
  }

  private async make(sha256: string, job: { progress: number }): Promise<void> {
    const { original, copy, small, infoPath, problem } = this.paths(sha256);
    const [part, smallPart] = [partOf(copy), partOf(small)];
    try {
      const probe = await probeVideo(original);
      const info = await makeCopy(
        original,
        probe,
        { whole: part, small: smallPart },
        (share) => (job.progress = share),
        this.stopped.signal,
      );
      if (info.small) await rename(smallPart, small);
      await rename(part, copy);
      await writeFile(partOf(infoPath), JSON.stringify(info));
      await rename(partOf(infoPath), infoPath);
    } catch (error) {
      for (const left of [part, smallPart]) await rm(left, { force: true });
      if (this.stopped.signal.aborted) return;
      const { detail, cause } = toProblem(error);
      this.log.warn({ footage: sha256, detail, cause: cause === undefined ? undefined : String(cause) });
      await writeFile(problem, detail);
    }
  }
}

/** The copy of a footage and what is known of it, by its id in a film. */
export type FootageFiles = Record<string, { copy: string; infoPath: string }>;

/** Waits for something, or until it is not wanted any more. */
const orAborted = (done: Promise<void> | undefined, signal: AbortSignal): Promise<void> =>
  new Promise((resolve) => {
    const stop = () => resolve();
    signal.addEventListener('abort', stop, { once: true });
    void Promise.resolve(done).finally(() => {
      signal.removeEventListener('abort', stop);
      resolve();
    });
  });

const noFootage = (sha256: string) =>
  new Problem('not-found', `There is no footage with the hash ${sha256}.`);
