import type { Film } from '@cyclogram/core';
import { transfer, type Remote } from 'comlink';
import type { FilmTold } from './filmPainter';
import type { FrameJob, FramePainterApi, PaintedFrame } from './framePainter.worker';
import type { TableMessage } from './messages';
import { SupervisedWorker, WorkerStopped } from './supervisedWorker';

/**
 * How many may paint. On two processors two paint up to twice as many frames as one, and the page is as rarely late as with
 * one: 95 of 100 of its frames come within a tick of the screen.
 */
export const paintersFor = (processors: number): number => Math.min(4, Math.max(1, processors));

/** So many may stop before no more are started. */
const maxStopped = 3;

type Call = (painter: Remote<FramePainterApi>) => Promise<unknown>;

/** A worker that paints frames, and what it has not been told yet. */
class FramePainter {
  isBusy = false;
  private told: Film | undefined;
  private readonly worker: SupervisedWorker<FramePainterApi>;

  constructor(media: MessagePort, onStopped: (painter: FramePainter) => void) {
    this.worker = new SupervisedWorker<FramePainterApi>(
      () => new Worker(new URL('./framePainter.worker.ts', import.meta.url), { type: 'module' }),
      () => onStopped(this),
    );
    void this.tell((painter) => painter.connect(transfer(media, [media])));
  }

  /** What it could not be told, because it has stopped, another one is told. */
  async tell(call: Call): Promise<void> {
    await this.worker.ask(call).catch(() => undefined);
  }

  /** A film takes long to be told: it is when something of it is to be painted. */
  async paint(job: FrameJob, film: Film, end: number): Promise<PaintedFrame> {
    this.isBusy = true;
    try {
      if (film !== this.told) {
        this.told = film;
        void this.tell((painter) => painter.setFilm(film, end));
      }
      return await this.worker.ask((painter) => painter.paint(job));
    } finally {
      this.isBusy = false;
    }
  }
}

/** Workers that paint frames at the same time, each with a memory of its own. */
export class FramePainters implements FilmTold {
  private painters: FramePainter[] = [];
  private stopped = 0;
  private film: Film | undefined;
  private end = 0;
  /** What was told last, by what it is about: those that start later are told it too. */
  private readonly told = new Map<string, Call>();

  /**
   * @param count how many there are
   * @param connect gives a way to who decodes
   */
  constructor(
    readonly count: number,
    private readonly connect: () => MessagePort,
  ) {}

  setFilm(film: Film, end: number): void {
    this.film = film;
    this.end = end;
  }

  /** @returns when all of them have it, and none uses the one before it */
  async putTable(message: TableMessage): Promise<void> {
    if (message.what === 'heard') return;
    await this.tell(`${message.what} ${message.id}`, (painter) => painter.putTable(message));
  }

  setImages(addresses: Record<string, string>): void {
    void this.tell('images', (painter) => painter.setImages(addresses));
  }

  setFootage(addresses: Record<string, string>): void {
    void this.tell('footage', (painter) => painter.setFootage(addresses));
  }

  setTypefaces(addresses: Record<string, string>): void {
    void this.tell('typefaces', (painter) => painter.setTypefaces(addresses));
  }

  retry(): void {
    void this.tell('retry', (painter) => painter.retry());
  }

  /** Forgets what was heard by ears and followers that a film does not have: nobody is told of them again. */
  keepTables(isKept: (key: string) => boolean): void {
    for (const key of this.told.keys()) if (key.includes(' ') && !isKept(key)) this.told.delete(key);
  }

  /** Whether there are any: not when they have stopped too often. */
  get isThere(): boolean {
    this.start();
    return this.painters.length > 0;
  }

  /** Whether one of them has nothing to do. */
  get isFree(): boolean {
    this.start();
    return this.painters.some(({ isBusy }) => !isBusy);
  }

  /** Has a frame painted by one who has nothing to do. @throws Error when it cannot be painted */
  async paint(job: FrameJob): Promise<PaintedFrame> {
    const painter = this.painters.find(({ isBusy }) => !isBusy);
    if (!painter || !this.film) throw new WorkerStopped();
    return painter.paint(job, this.film, this.end);
  }

  private async tell(key: string, call: Call): Promise<void> {
    this.told.delete(key);
    this.told.set(key, call);
    await Promise.all(this.painters.map((painter) => painter.tell(call)));
  }

  /** They are started when they are needed first. */
  private start(): void {
    while (this.painters.length < this.count && this.stopped < maxStopped) {
      const painter = new FramePainter(this.connect(), (ended) => {
        this.stopped++;
        this.painters = this.painters.filter((one) => one !== ended);
      });
      for (const call of this.told.values()) void painter.tell(call);
      this.painters.push(painter);
    }
  }
}
