import { parseFilm, type Film, type RenderEstimate } from '@cyclogram/core';
import { randomUUID } from 'node:crypto';
import { EventEmitter } from 'node:events';
import type { Logger } from 'pino';
import { In, IsNull, Not, type DataSource } from 'typeorm';
import PQueue from 'p-queue';
import type { DataFolder } from '../config';
import {
  listedRender,
  RenderEntity,
  type ListedRender,
  type RenderRow,
  type RenderStatus,
} from '../db/entities';
import { filmSeconds, type FilmStore } from '../films/filmStore';
import type { Page } from '../http/page';
import { Problem, toProblem } from '../http/problem';
import { formatOf } from './format/registry';
import { fileNameOf, namePattern } from './fileName';
import { checkSpace, estimateRender, freeSpace } from './estimate';
import { planRender, type RenderPlan, type RenderRequest } from './plan';
import { viewOf, type RenderView, type Running } from './renderView';
import { bytesIn } from '../storage/storedFiles';
import { RenderFiles } from './renderFiles';
import { renderVideo } from './renderVideo';
import { readText } from '../films/readDocument';
import { openSegments, segmentVersion } from './segmentVersion';

/** Less free space than this after a failure is taken for its reason, in bytes. */
const nearlyFull = 8 * 1024 * 1024;

/** A view with the frames that are drawn already, where it stands still. */
const withFramesDone = (view: RenderView, framesDone: number): RenderView =>
  ['failed', 'waiting', 'paused'].includes(view.status) ? { ...view, framesDone } : view;

/** States of what is in the queue. */
const queuedStates: readonly RenderStatus[] = ['running', 'waiting', 'paused'];

/** Which renders a list is of. */
export interface RenderQuery {
  inBin?: boolean;
  state?: 'queued' | 'finished' | undefined;
  page?: Page;
}

/** Milliseconds between two looks at how far footage is that a render waits for. */
const footageInterval = 1000;

/** What of a render changes. */
type Change = Partial<
  Pick<RenderRow, 'status' | 'problem' | 'finishedAt' | 'bytes' | 'attempt' | 'position'>
>;

/**
 * Renders, one after the other, each on all processors. What waits or runs is in
 * the database, finished segments are files: after a crash it goes on where it was.
 *
 *     waiting -> running -> done | failed | cancelled | paused
 *     waiting -> cancelled | paused
 *     failed, cancelled, paused -> waiting
 *
 * Each of these is one conditional update in the database: of two that want to change a render at the same
 * time one is told that it came too late, and a render that was deleted stays so.
 *
 * Emits `change` with a RenderView whenever one changes, and `gone` with an id.
 */
export class RenderQueue extends EventEmitter<{ change: [RenderView]; gone: [string] }> {
  private running: Running | undefined;
  /** The last one that is being put in the queue. */
  private readonly adding = new PQueue({ concurrency: 1 });
  /** Changes that could not be written because the disk was full; they win over the database. */
  private readonly unsaved = new Map<string, Change>();
  private readonly files: RenderFiles;
  /** How far the footage is that a render waits for, by its id. */
  private readonly preparing = new Map<string, number>();
  private footageTimer: NodeJS.Timeout | undefined;
  private stopped = false;

  constructor(
    private readonly database: DataSource,
    private readonly films: FilmStore,
    private readonly folder: DataFolder,
    private readonly log: Logger,
  ) {
    super();
    this.files = new RenderFiles(database, folder.renders);
    this.setMaxListeners(100);
  }

  private get rows() {
    return this.database.getRepository(RenderEntity);
  }

  /** Takes up what a stopped server left behind. Call once at the start. */
  async start(): Promise<void> {
    await this.rows.update({ status: 'running' }, { status: 'waiting' });
    await this.files.removeLeftovers();
    this.next();
  }

  /** Ends the current render without marking it: the next start goes on with it. */
  async stop(): Promise<void> {
    this.stopped = true;
    clearTimeout(this.footageTimer);
    this.running?.cancel.abort();
    await this.running?.finished;
  }

  /** What a request would make. @throws Problem when it cannot be made */
  private async plan(film: Film, request: RenderRequest): Promise<RenderPlan> {
    return planRender(film, filmSeconds(film, await this.films.tracks(film)), request);
  }

  /** What a render would take in time and room. @throws Problem when it cannot be made */
  async estimate(film: Film, request: RenderRequest, signal?: AbortSignal): Promise<RenderEstimate> {
    return estimateRender(this.films, this.folder, film, await this.plan(film, request), signal);
  }

  /** @param name of the file, with marks that stand for what is known of the render; its title by itself */
  async add(
    film: Film,
    filmId: string | null,
    request: RenderRequest,
    name = namePattern,
  ): Promise<RenderView> {
    const plan = await this.plan(film, request);
    await checkSpace(plan, this.folder.renders);
    // One after the other: of two at once both would find the same name and the same place free.
    const row = (await this.adding.add(() => this.insert(film, filmId, plan, name)))!;
    this.tell(row);
    this.next();
    return this.view(row);
  }

  private async insert(
    film: Film,
    filmId: string | null,
    plan: RenderPlan,
    name: string,
  ): Promise<RenderRow> {
    const last = await this.rows.maximum('position');
    const row: RenderRow = {
      id: randomUUID(),
      filmId,
      title: film.title,
      document: JSON.stringify(film),
      ...plan,
      position: (last ?? 0) + 1,
      fileName: await this.files.freeName(fileNameOf(name, film, plan)),
      status: 'waiting',
      problem: null,
      createdAt: new Date().toISOString(),
      finishedAt: null,
      bytes: null,
      attempt: 0,
      deletedAt: null,
    };
    await this.rows.insert(row);
    return row;
  }

  /**
   * Renders, newest first. Their documents are not read.
   * @param inBin those in the bin instead
   * @param state only those that run, wait or are paused, or only those that do not
   * @param page the part of the list that is wanted; all of it when there is none
   */
  async list({ inBin = false, state, page }: RenderQuery = {}): Promise<{
    renders: RenderView[];
    total: number;
  }> {
    const queued = In(queuedStates);
    const where = {
      deletedAt: inBin ? Not(IsNull()) : IsNull(),
      ...(state ? { status: state === 'queued' ? queued : Not(queued) } : {}),
    };
    const total = await this.rows.countBy(where);
    const rows: ListedRender[] = await this.rows.find({
      select: listedRender,
      where,
      order: { createdAt: 'DESC', id: 'DESC' },
      ...(page ? { skip: page.offset, take: page.limit } : {}),
    });
    const frames = await this.files.framesOfMany(rows.map(({ id }) => id));
    const renders = rows.map((row) => {
      const current = this.current(row);
      return withFramesDone(this.view(current), frames(current));
    });
    return { renders, total };
  }

  /** All that run, wait or are paused. */
  async queued(): Promise<RenderView[]> {
    return (await this.list({ state: 'queued' })).renders;
  }

  async get(id: string): Promise<RenderView> {
    return this.viewWithSegments(await this.row(id));
  }

  /** The finished file, or folder of pictures. @throws Problem when it is not finished */
  async file(id: string): Promise<{ path: string; name: string; mimeType: string; isFolder: boolean }> {
    const row = await this.row(id);
    if (row.status !== 'done') throw new Problem('wrong-state', 'The render is not finished yet.');
    const { mimeType, result } = formatOf(row.format);
    return { path: this.files.path(row), name: row.fileName, mimeType, isFolder: result === 'folder' };
  }

  /** Where finished files are. */
  get outFolder(): string {
    return this.folder.renders;
  }

  /** Puts those that wait in an order. Ids of others are left out. */
  async order(ids: readonly string[]): Promise<void> {
    const waiting = await this.rows.findBy({ status: In(['waiting', 'paused']) });
    const positions = waiting.map(({ position }) => position).sort((a, b) => a - b);
    const known = ids.filter((id, i) => ids.indexOf(id) === i && waiting.some((row) => row.id === id));
    const rest = waiting.filter(({ id }) => !known.includes(id)).sort((a, b) => a.position - b.position);
    for (const [i, id] of [...known, ...rest.map((row) => row.id)].entries()) {
      await this.rows.update({ id }, { position: positions[i]! });
      this.tell(await this.row(id));
    }
  }

  /** Lets a render that waits or runs stand still: what is finished of it is kept. */
  async pause(id: string): Promise<RenderView> {
    const row = await this.change(id, ['waiting', 'running'], { status: 'paused' });
    if (!row) throw new Problem('wrong-state', 'Only a render that waits or runs can be paused.');
    await this.endRun(id, row.attempt);
    this.next();
    return this.viewWithSegments(row);
  }

  /** Ends a render that waits or runs. Its segments go; started again, it begins anew. */
  async cancel(id: string): Promise<RenderView> {
    const change: Change = { status: 'cancelled', finishedAt: new Date().toISOString() };
    const row = await this.change(id, ['waiting', 'running', 'paused'], change);
    if (!row) {
      throw new Problem(
        'wrong-state',
        'The render is not waiting or running, so there is nothing to cancel.',
      );
    }
    await this.endRun(id, row.attempt);
    await this.files.removeSegments(id, row.attempt);
    this.next();
    return this.view(row);
  }

  /** Lets a failed or paused render go on: segments that are finished are kept. A cancelled one starts anew. */
  async resume(id: string): Promise<RenderView> {
    const { attempt } = await this.row(id);
    const again: Change = { status: 'waiting', problem: null, finishedAt: null };
    const row =
      (await this.change(id, ['failed', 'paused'], again)) ??
      (await this.change(id, ['cancelled'], { ...again, attempt: attempt + 1 }));
    if (!row)
      throw new Problem(
        'wrong-state',
        'Only a render that is paused, failed or was cancelled can be resumed.',
      );
    this.next();
    return this.view(row);
  }

  /** Puts a render into the bin with its video. One that waits or runs is ended first. */
  async delete(id: string): Promise<void> {
    await this.row(id);
    const deletedAt = new Date().toISOString();
    await this.rows.update({ id }, { deletedAt });
    await this.endRun(id);
    await this.rows.update(
      { id, status: In(['waiting', 'running', 'paused']) },
      { status: 'cancelled', finishedAt: deletedAt },
    );
    await this.files.removeSegments(id);
    this.emit('gone', id);
    this.next();
  }

  /** Takes a render out of the bin. @throws Problem when there is none */
  async restore(id: string): Promise<RenderView> {
    const row = await this.rows.findOneBy({ id });
    if (!row)
      throw new Problem('not-found', `There is no render ${id}. It may have been removed from the bin.`);
    if (row.deletedAt === null) return this.get(id);
    // Without a file its name may be another one's by now.
    if (row.status !== 'done') row.fileName = await this.files.freeName(row.fileName);
    await this.rows.update({ id }, { deletedAt: null, fileName: row.fileName });
    const view = await this.get(id);
    this.emit('change', view);
    return view;
  }

  /** Removes a render and its video for ever. */
  async remove(id: string): Promise<void> {
    const row = await this.rows.findOneBy({ id });
    if (!row) return;
    await this.rows.delete({ id });
    this.unsaved.delete(id);
    await this.endRun(id);
    await this.files.removeSegments(id);
    await this.files.remove(row);
    this.emit('gone', id);
    this.next();
  }

  private current<Row extends ListedRender>(row: Row): Row {
    return { ...row, ...this.unsaved.get(row.id) };
  }

  private async row(id: string): Promise<RenderRow> {
    const row = await this.rows.findOneBy({ id, deletedAt: IsNull() });
    if (!row) throw new Problem('not-found', `There is no render ${id}.`);
    return this.current(row);
  }

  /**
   * Changes a render that is in one of some states. Undefined when it is in another one.
   * @throws Problem when there is none
   */
  private async change(
    id: string,
    from: readonly RenderStatus[],
    change: Change,
  ): Promise<RenderRow | undefined> {
    const held = this.unsaved.get(id);
    if (held?.status && !from.includes(held.status)) return undefined;
    // What could not be written lags behind in the database.
    const where = { id, deletedAt: IsNull(), ...(held?.status ? {} : { status: In(from) }) };
    const { affected } = await this.rows.update(where, { ...held, ...change });
    this.unsaved.delete(id);
    // Before anybody is told: its run must not be the last that is heard of.
    if (affected && this.running?.row.id === id) this.running.cancel.abort();
    const row = await this.row(id);
    if (!affected) return undefined;
    this.tell(row);
    return row;
  }

  /** The end of a run, which has to be known even where it cannot be written. False when it counts no more. */
  private async finish({ id, attempt }: RenderRow, change: Change): Promise<boolean> {
    try {
      const { affected } = await this.rows.update({ id, attempt, status: 'running' }, change);
      if (!affected) return false;
    } catch (error) {
      this.log.error(error);
      this.unsaved.set(id, change);
    }
    const row = await this.rows.findOneBy({ id });
    if (row) this.tell(this.current(row));
    return true;
  }

  /** Ends the run of a render, and waits for its end. */
  private async endRun(id: string, attempt?: number): Promise<void> {
    const { running } = this;
    if (running?.row.id !== id || (attempt !== undefined && running.row.attempt !== attempt)) return;
    running.cancel.abort();
    await running.finished;
  }

  /** Starts the next waiting render unless one runs. */
  next(): void {
    if (this.running || this.stopped) return;
    void (async () => {
      const row = await this.nextRow();
      if (!row || this.running || this.stopped) return;
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

  /** The first that waits and could begin: one whose footage is still being prepared lets others go first. */
  private async nextRow(): Promise<RenderRow | undefined> {
    const waiting = await this.rows.find({
      select: { id: true },
      where: { status: 'waiting', deletedAt: IsNull() },
      order: { position: 'ASC' },
    });
    for (const { id } of waiting) {
      if (this.unsaved.has(id)) continue;
      const row = await this.rows.findOneBy({ id, status: 'waiting' });
      if (row && !(await this.waitsForFootage(row))) return row;
    }
    return undefined;
  }

  /** Whether footage of a render is being prepared; as long as it is, how far it is told. */
  private async waitsForFootage(row: RenderRow): Promise<boolean> {
    const { footage = [] } = JSON.parse(row.document) as Partial<Film>;
    const share =
      footage.length === 0
        ? undefined
        : await this.films.preparing((await readText(row.document)).film).catch(() => undefined);
    if (share === undefined) {
      this.preparing.delete(row.id);
      return false;
    }
    this.preparing.set(row.id, share);
    this.tell(row);
    this.footageTimer ??= setTimeout(() => {
      this.footageTimer = undefined;
      void this.tellFootage().catch((error: unknown) => this.log.error(error));
    }, footageInterval);
    return true;
  }

  private async tellFootage(): Promise<void> {
    if (this.stopped) return;
    const ids = [...this.preparing.keys()];
    this.preparing.clear();
    for (const id of ids) {
      const row = await this.rows.findOneBy({ id, status: 'waiting', deletedAt: IsNull() });
      if (row && !(await this.waitsForFootage(row))) this.next();
    }
  }

  private async run(running: Running): Promise<void> {
    const { row, cancel } = running;
    const folder = this.files.segmentFolder(row);
    const tell = () => {
      if (!cancel.signal.aborted) this.tell(row);
    };
    try {
      // It may have been cancelled or deleted since it was found.
      const { affected } = await this.rows.update(
        { id: row.id, attempt: row.attempt, status: 'waiting', deletedAt: IsNull() },
        { status: 'running' },
      );
      if (!affected) return;
      row.status = 'running';
      tell();
      if (await openSegments(folder, await segmentVersion())) await this.files.forgetSegments(row);
      const film = parseFilm(JSON.parse(row.document));
      await renderVideo({
        film,
        tracks: await this.films.tracks(film),
        files: await this.films.files(film, cancel.signal),
        plan: row,
        folder,
        out: this.files.path(row),
        signal: cancel.signal,
        onProgress: (progress) => {
          if (progress.stage === 'drawing' && running.progress.stage !== 'drawing')
            running.startedAt = Date.now();
          running.progress = progress;
          tell();
        },
        onSegment: (index, frameCount) =>
          void this.files.noteSegment(row, index, frameCount).catch((error: unknown) => this.log.warn(error)),
      });
      row.status = 'done';
      const counts = await this.finish(row, {
        status: 'done',
        finishedAt: new Date().toISOString(),
        bytes: await bytesIn(this.files.path(row)),
      });
      if (!counts) await this.files.remove(row);
      await this.files.removeSegments(row.id, row.attempt);
    } catch (error) {
      if (cancel.signal.aborted) return;
      const problem = await this.explain(error);
      if (problem.kind === 'internal') this.log.error(error);
      row.status = 'failed';
      await this.finish(row, {
        status: 'failed',
        finishedAt: new Date().toISOString(),
        problem: JSON.stringify(problem),
      });
    }
  }

  /** A failure with next to no space left is a full disk, whatever it looked like. */
  private async explain(error: unknown): Promise<Problem> {
    const problem = toProblem(error);
    const free = await freeSpace(this.folder.renders);
    if (problem.kind !== 'disk-full' && free > nearlyFull) return problem;
    return new Problem(
      'disk-full',
      'There is no space left where Cyclogram keeps its data. Free some, then resume the render: what is finished is kept.',
    );
  }

  private tell(row: RenderRow): void {
    this.emit('change', this.view(row));
  }

  private async viewWithSegments(row: ListedRender): Promise<RenderView> {
    return withFramesDone(this.view(row), await this.files.framesOf(row));
  }

  private view(row: ListedRender): RenderView {
    const own = this.running?.row.id === row.id && this.running.row.attempt === row.attempt;
    return viewOf(row, own ? this.running : undefined, this.preparing.get(row.id));
  }
}
