import { footageUse, type Film, type FootageUse } from '@cyclogram/core';
import { mkdir, readFile, readdir, rename, rm, stat, writeFile, copyFile, utimes } from 'node:fs/promises';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import PQueue from 'p-queue';
import type { Logger } from 'pino';
import type { DataFolder } from '../config';
import { Problem, toProblem } from '../http/problem';
import { partOf } from '../incoming/sweep';
import { localFile, withUpload, type SizeLimit } from '../incoming/incoming';
import { runTool } from '../media/ffmpeg';
import { partFor, partName, partOfName, type CopyPart, type StoredInfo } from './footageInfo';
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
  /** Lengths of files by their hashes, in seconds. */
  private readonly lengths = new Map<string, number | undefined>();
  private readonly stopped = new AbortController();
  private readonly told: (() => void)[] = [];

  constructor(
    private readonly folder: DataFolder,
    private readonly log: Logger,
  ) {}

  /** @param part name of the part that a copy is of; that of all of it stands beside the file itself */
  private paths(sha256: string, part = '') {
    const folder = join(this.folder.footage, sha256);
    const own = join(folder, part);
    return {
      folder,
      own,
      original: join(folder, 'original'),
      copy: join(own, 'copy.mp4'),
      small: join(own, 'small.mp4'),
      infoPath: join(own, 'info.json'),
      problem: join(own, 'problem.txt'),
    };
  }

  /** Takes in an upload, and begins to make its copy. @throws Problem when it is no video that is taken; nothing is kept then */
  receive(upload: Readable): Promise<FootageStatus> {
    return withUpload(upload, this.folder.incoming, limit, async ({ path, sha256 }) => {
      await probeVideo(path);
      const { folder, original, problem } = this.paths(sha256);
      await mkdir(folder, { recursive: true });
      // What failed may be tried again.
      await rm(problem, { force: true });
      for (const name of (await readdir(folder)).filter(partOfName))
        await rm(this.paths(sha256, name).problem, { force: true });
      if (!(await exists(original))) await rename(path, original);
      // It is wanted again: what has not been for long is removed.
      else await utimes(original, new Date(), new Date());
      // Of a long one it is not known yet what is used.
      return (await this.isShort(sha256)) ? this.status(sha256) : { sha256, state: 'working', progress: 0 };
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

  /**
   * How far footage is: where there is no copy yet of what is used of it, that is begun.
   * @param use all of it when nothing is said
   * @throws Problem when there is no such footage
   */
  async status(sha256: string, use?: FootageUse): Promise<FootageStatus> {
    if (!/^[0-9a-f]{64}$/.test(sha256)) throw noFootage(sha256);
    const found = await this.copyOf(sha256, use);
    if (found !== undefined) {
      const { infoPath } = this.paths(sha256, found);
      return { sha256, state: 'ready', info: JSON.parse(await readFile(infoPath, 'utf8')) as StoredInfo };
    }
    if (!(await exists(this.paths(sha256).original))) throw noFootage(sha256);
    const part = partFor(use, use && (await this.secondsOf(sha256)));
    const { problem } = this.paths(sha256, part && partName(part));
    const failed = await readFile(problem, 'utf8').catch(() => undefined);
    if (failed !== undefined) return { sha256, state: 'failed', detail: failed };
    return { sha256, state: 'working', progress: this.begin(sha256, part).progress };
  }

  /** The name of a finished copy that has in it what is used; the shortest of several, and '' for that of all of it. */
  private async copyOf(sha256: string, use: FootageUse | undefined): Promise<string | undefined> {
    const whole = (await exists(this.paths(sha256).infoPath)) ? '' : undefined;
    if (whole !== undefined || !use) return whole;
    const names = await readdir(this.paths(sha256).folder).catch(() => []);
    if (!names.some((name) => partOfName(name))) return undefined;
    const wanted = partFor(use, await this.secondsOf(sha256));
    if (!wanted) return undefined;
    const parts = names
      .flatMap((name) => partOfName(name) ?? [])
      .filter(({ from, to }) => from <= wanted.from && to >= wanted.to)
      .sort((a, b) => a.to - a.from - (b.to - b.from));
    for (const part of parts)
      if (await exists(this.paths(sha256, partName(part)).infoPath)) return partName(part);
    return undefined;
  }

  /** Length of a file as far as it says one, in seconds. */
  private async secondsOf(sha256: string): Promise<number | undefined> {
    if (!this.lengths.has(sha256))
      this.lengths.set(sha256, (await probeVideo(this.paths(sha256).original)).seconds);
    return this.lengths.get(sha256);
  }

  /** Whether all of a file is copied, whatever is used of it. */
  private async isShort(sha256: string): Promise<boolean> {
    return partFor({ from: 0, to: 0 }, await this.secondsOf(sha256)) === undefined;
  }

  /** Files of a copy that is finished. @param part its name; '' for that of all of it @throws Problem when there is none */
  async copyFiles(sha256: string, part = ''): Promise<CopyFiles> {
    const { copy, small, infoPath } = this.paths(sha256, part);
    const isNamed = /^[0-9a-f]{64}$/.test(sha256) && (part === '' || partOfName(part) !== undefined);
    const text = isNamed ? await readFile(infoPath, 'utf8').catch(() => undefined) : undefined;
    if (text === undefined) throw noFootage(sha256);
    const info = JSON.parse(text) as StoredInfo;
    return { copy, small: info.small ? small : undefined, infoPath, info };
  }

  /** The video as it was sent. @throws Problem when it is not here */
  async original(sha256: string): Promise<string> {
    const { original } = this.paths(sha256);
    if (!/^[0-9a-f]{64}$/.test(sha256) || !(await exists(original))) throw noFootage(sha256);
    return original;
  }

  /** Waits until what is used of footage can be. @throws Problem when it cannot */
  async ready(sha256: string, use?: FootageUse, signal?: AbortSignal): Promise<CopyFiles> {
    const given = AbortSignal.any([this.stopped.signal, ...(signal ? [signal] : [])]);
    for (;;) {
      if (given.aborted) throw new Problem('cancelled', 'It was cancelled.');
      const status = await this.status(sha256, use);
      if (status.state === 'ready') return this.copyFiles(sha256, status.info.part);
      if (status.state === 'failed') throw new Problem('not-video', status.detail);
      const part = partFor(use, use && (await this.secondsOf(sha256)));
      await orAborted(this.working.get(keyOf(sha256, part))?.done, given);
    }
  }

  /** Footage of a film whose copy is being made, or waits for that: it is begun. @param seconds length of the film */
  async unready(film: Film, seconds: number | undefined): Promise<WorkingFootage[]> {
    const all = await Promise.all(
      usesOf(film, seconds).map(({ sha256, use }) => this.status(sha256, use).catch(() => undefined)),
    );
    return all.filter((one) => one?.state === 'working') as WorkingFootage[];
  }

  /** The files of those of a film's footage that can be used at once. */
  async readyOf(film: Film, seconds: number | undefined): Promise<FootageFiles> {
    const all: FootageFiles = {};
    for (const { id, sha256, use } of usesOf(film, seconds)) {
      const status = await this.status(sha256, use).catch(() => undefined);
      if (status?.state === 'ready') all[id] = await this.copyFiles(sha256, status.info.part);
    }
    return all;
  }

  /**
   * The files of a film's footage.
   * @param seconds length of the film; where it is not known, all of its footage is wanted
   * @throws Problem naming the first that is missing
   */
  async ofFilm(film: Film, seconds: number | undefined, signal?: AbortSignal): Promise<FootageFiles> {
    const all: FootageFiles = {};
    for (const { id, name, sha256, use } of usesOf(film, seconds)) {
      all[id] = await this.ready(sha256, use, signal).catch((error: unknown) => {
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

  private begin(sha256: string, part: CopyPart | undefined): { progress: number; done: Promise<void> } {
    const key = keyOf(sha256, part);
    const known = this.working.get(key);
    if (known) return known;
    const job = { progress: 0, done: Promise.resolve() };
    job.done = this.queue
      .add(() => this.make(sha256, part, job))
      .finally(() => {
        this.working.delete(key);
        for (const told of this.told) told();
      }) as Promise<void>;
    this.working.set(key, job);
    return job;
  }

  private async make(sha256: string, cut: CopyPart | undefined, job: { progress: number }): Promise<void> {
    const { own, original, copy, small, infoPath, problem } = this.paths(sha256, cut && partName(cut));
    const [part, smallPart] = [partOf(copy), partOf(small)];
    try {
      await mkdir(own, { recursive: true });
      const probe = await probeVideo(original);
      const info = await makeCopy(
        original,
        probe,
        { whole: part, small: smallPart },
        (share) => (job.progress = share),
        { signal: this.stopped.signal, part: cut },
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

/** A finished copy, and what is known of it. */
export interface CopyFiles {
  copy: string;
  small: string | undefined;
  infoPath: string;
  info: StoredInfo;
}

/** What is copied, as a text. */
const keyOf = (sha256: string, part: CopyPart | undefined) => `${sha256} ${part ? partName(part) : ''}`;

/** What of its footage a film uses: all of what is shown where its length is not known, and of what it only keeps nothing. */
function usesOf(film: Film, seconds: number | undefined) {
  return film.footage.flatMap(({ id, name, source }) => {
    const use = footageUse(film, id, seconds ?? 0);
    return use
      ? [{ id, name, sha256: source.asset ?? '', use: seconds === undefined ? undefined : use }]
      : [];
  });
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
