import { parseFilm, type Film } from '@cyclogram/core';
import { randomUUID } from 'node:crypto';
import { EventEmitter } from 'node:events';
import { mkdir, readdir, rm, stat, statfs } from 'node:fs/promises';
import { join } from 'node:path';
import type { Logger } from 'pino';
import { In, type DataSource } from 'typeorm';
import type { DataFolder } from '../config';
import { RenderEntity, SegmentEntity, type RenderRow } from '../db/entities';
import type { FilmStore } from '../films/filmStore';
import { filmSeconds } from '../films/filmStore';
import { Problem, toProblem } from '../http/problem';
import { planRender, type RenderRequest } from './plan';
import { renderVideo, type RenderProgress, type RenderStage } from './renderVideo';

/** A render as the interface sees it. */
export interface RenderView extends Omit<RenderRow, 'document' | 'problem'> {
  stage: RenderStage | null;
  framesDone: number;
  /** Estimated seconds until it is finished, when something is known. */
  secondsLeft: number | null;
  problem: Record<string, unknown> | null;
  file: string | null;
}

interface Running {
  row: RenderRow;
  cancel: AbortController;
  progress: RenderProgress;
  startedAt: number;
  finished: Promise<void>;
}

/** Less free space than this after a failure is taken for its reason, in bytes. */
const nearlyFull = 8 * 1024 * 1024;

/**
 * Renders, one after the other, each on all processors. What waits or runs is in
 * the database, finished segments are files: after a crash it goes on where it was.
 *
 * Emits `change` with a RenderView whenever one changes, and `gone` with an id.
 */
export class RenderQueue extends EventEmitter<{ change: [RenderView]; gone: [string] }> {
  private running: Running | undefined;
  /** States that could not be written because the disk was full; they win over the database. */
  private readonly unsaved = new Map<string, RenderRow>();
  private stopped = false;

  constructor(
    private readonly database: DataSource,
    private readonly films: FilmStore,
    private readonly folder: DataFolder,
    private readonly log: Logger,
  ) {
    super();
    this.setMaxListeners(100);
  }

  private get rows() {
    return this.database.getRepository(RenderEntity);
  }

  /** Takes up what a stopped server left behind. Call once at the start. */
  async start(): Promise<void> {
    await this.rows.update({ status: 'running' }, { status: 'waiting' });
    this.next();
  }

  /** Ends the current render without marking it: the next start goes on with it. */
  async stop(): Promise<void> {
    this.stopped = true;
    this.running?.cancel.abort();
    await this.running?.finished;
  }

  async add(film: Film, filmId: string | null, request: RenderRequest): Promise<RenderView> {
    const tracks = await this.films.tracks(film);
    const plan = planRender(film, filmSeconds(film, tracks), request);
    const row: RenderRow = {
      id: randomUUID(),
      filmId,
      title: film.title,
      document: JSON.stringify(film),
      ...plan,
      status: 'waiting',
      problem: null,
      createdAt: new Date().toISOString(),
      finishedAt: null,
      bytes: null,
    };
    await this.rows.insert(row);
    this.tell(row);
    this.next();
    return this.view(row);
  }

  /** All renders, newest first. */
  async list(): Promise<RenderView[]> {
    const rows = await this.rows.find({ order: { createdAt: 'DESC' } });
    return Promise.all(rows.map((row) => this.viewWithSegments(this.current(row))));
  }

  async get(id: string): Promise<RenderView> {
    return this.viewWithSegments(await this.row(id));
  }

  /** The finished video. @throws Problem when it is not finished */
  async file(id: string): Promise<{ path: string; name: string }> {
    const row = await this.row(id);
    if (row.status !== 'done') throw new Problem('wrong-state', 'The video is not finished yet.');
    const name = `${row.title.replace(/[^\p{L}\p{N} ._-]+/gu, ' ').trim() || 'film'}.mp4`;
    return { path: this.videoPath(id), name };
  }

  async cancel(id: string): Promise<RenderView> {
    const row = await this.row(id);
    if (row.status !== 'waiting' && row.status !== 'running') {
      throw new Problem(
        'wrong-state',
        'The render is not waiting or running, so there is nothing to cancel.',
      );
    }
    row.status = 'cancelled';
    row.finishedAt = new Date().toISOString();
    if (this.running?.row.id === id) {
      this.running.row.status = 'cancelled';
      this.running.cancel.abort();
      await this.running.finished;
    }
    await this.save(row);
    await this.removeSegments(id);
    return this.view(row);
  }

  /** Lets a failed render go on: segments that are finished are kept. A cancelled one starts anew. */
  async resume(id: string): Promise<RenderView> {
    const row = await this.row(id);
    if (row.status !== 'failed' && row.status !== 'cancelled') {
      throw new Problem('wrong-state', 'Only a failed or cancelled render can be taken up again.');
    }
    Object.assign(row, { status: 'waiting', problem: null, finishedAt: null });
    await this.save(row);
    this.next();
    return this.view(row);
  }

  /** Removes a render and its video. One that runs is cancelled first. */
  async delete(id: string): Promise<void> {
    const row = await this.row(id);
    if (row.status === 'waiting' || row.status === 'running') await this.cancel(id);
    await this.rows.delete({ id });
    this.unsaved.delete(id);
    await this.removeSegments(id);
    await rm(this.videoPath(id), { force: true });
    this.emit('gone', id);
  }

  private videoPath(id: string): string {
    return join(this.folder.renders, `${id}.mp4`);
  }

  private segmentFolder(id: string): string {
    return join(this.folder.renders, `${id}.segments`);
  }

  private current(row: RenderRow): RenderRow {
    if (this.running?.row.id === row.id) return this.running.row;
    return this.unsaved.get(row.id) ?? row;
  }

  private async row(id: string): Promise<RenderRow> {
    const row = await this.rows.findOneBy({ id });
    if (!row) throw new Problem('not-found', `There is no render ${id}.`);
    return this.current(row);
  }

  /** Starts the next waiting render unless one runs. */
  private next(): void {
    if (this.running || this.stopped) return;
    void (async () => {
      const row = await this.rows.findOne({
        where: { status: In(['waiting']) },
        order: { createdAt: 'ASC' },
      });
      if (!row || this.running || this.stopped || this.unsaved.has(row.id)) return;
      const running: Running = {
        row,
        cancel: new AbortController(),
        progress: { stage: 'hearing', frames: 0, drawn: 0 },
        startedAt: Date.now(),
        finished: Promise.resolve(),
      };
      this.running = running;
      running.finished = this.run(running).finally(() => {
        this.running = undefined;
        this.next();
      });
    })().catch((error: unknown) => this.log.error(error));
  }

  private async run(running: Running): Promise<void> {
    const { row, cancel } = running;
    try {
      row.status = 'running';
      await this.save(row);
      await mkdir(this.segmentFolder(row.id), { recursive: true });
      const film = parseFilm(JSON.parse(row.document));
      await renderVideo({
        film,
        tracks: await this.films.tracks(film),
        images: await this.films.images(film),
        plan: row,
        folder: this.segmentFolder(row.id),
        out: this.videoPath(row.id),
        signal: cancel.signal,
        onProgress: (progress) => {
          if (progress.stage === 'drawing' && running.progress.stage !== 'drawing')
            running.startedAt = Date.now();
          running.progress = progress;
          this.tell(row);
        },
        onSegment: (index, frameCount) => this.noteSegment(row.id, index, frameCount),
      });
      row.status = 'done';
      row.finishedAt = new Date().toISOString();
      row.bytes = (await stat(this.videoPath(row.id))).size;
      await this.removeSegments(row.id);
    } catch (error) {
      if (cancel.signal.aborted) return;
      const problem = await this.explain(error);
      if (problem.kind === 'internal') this.log.error(error);
      row.status = 'failed';
      row.finishedAt = new Date().toISOString();
      row.problem = JSON.stringify(problem);
    }
    await this.save(row);
  }

  /** A failure with next to no space left is a full disk, whatever it looked like. */
  private async explain(error: unknown): Promise<Problem> {
    const problem = toProblem(error);
    const space = await statfs(this.folder.renders).catch(() => undefined);
    const free = space ? space.bavail * space.bsize : Infinity;
    if (problem.kind !== 'disk-full' && free > nearlyFull) return problem;
    return new Problem(
      'disk-full',
      'There is no space left where Cyclogram keeps its data. Free some, then take the render up again: what is finished is kept.',
    );
  }

  private noteSegment(renderId: string, index: number, frameCount: number): void {
    const row = { renderId, index, frameCount, finishedAt: new Date().toISOString() };
    // The file is what counts; the row is there to be looked at.
    this.database
      .getRepository(SegmentEntity)
      .save(row)
      .catch((error: unknown) => this.log.warn(error));
  }

  private async removeSegments(id: string): Promise<void> {
    await rm(this.segmentFolder(id), { recursive: true, force: true });
    for (const name of await readdir(this.folder.renders)) {
      if (name.startsWith(`${id}.mp4.`)) await rm(join(this.folder.renders, name), { force: true });
    }
    await this.database.getRepository(SegmentEntity).delete({ renderId: id });
  }

  private async save(row: RenderRow): Promise<void> {
    try {
      await this.rows.save(row);
      this.unsaved.delete(row.id);
    } catch (error) {
      this.log.error(error);
      this.unsaved.set(row.id, row);
    }
    this.tell(row);
  }

  private tell(row: RenderRow): void {
    this.emit('change', this.view(row));
  }

  private async viewWithSegments(row: RenderRow): Promise<RenderView> {
    const view = this.view(row);
    if (row.status === 'failed' || row.status === 'waiting') {
      const segments = await this.database.getRepository(SegmentEntity).findBy({ renderId: row.id });
      view.framesDone = segments.reduce((sum, segment) => sum + segment.frameCount, 0);
    }
    return view;
  }

  private view(row: RenderRow): RenderView {
    const { document: _document, problem, ...rest } = row;
    const running = this.running?.row.id === row.id && row.status === 'running' ? this.running : undefined;
    return {
      ...rest,
      stage: running?.progress.stage ?? null,
      framesDone: row.status === 'done' ? row.frameCount : (running?.progress.frames ?? 0),
      secondsLeft: running ? secondsLeft(running) : null,
      problem: problem ? (JSON.parse(problem) as Record<string, unknown>) : null,
      file: row.status === 'done' ? `/api/renders/${row.id}/file` : null,
    };
  }
}

/** From the speed so far; nothing before a few frames are drawn. */
function secondsLeft({ row, progress, startedAt }: Running): number | null {
  if (progress.stage !== 'drawing' || progress.drawn < 10) return null;
  const perFrame = (Date.now() - startedAt) / 1000 / progress.drawn;
  return (row.frameCount - progress.frames) * perFrame;
}
