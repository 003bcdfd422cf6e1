import type { BandListener, Stretch } from '@cyclogram/core';
import type { StretchAnswer, StretchWish } from './bands.worker';
import type { EarSource } from './messages';

/** Longer songs are heard by one worker: a second one would keep their sound and levels once more. */
const mostSeconds = 15 * 60;

/** A second worker that hears every other stretch, so that a changed ear is right sooner. */
export class SecondHearing {
  private worker: Worker | undefined;
  private readonly waiting = new Map<number, (answer: StretchAnswer) => void>();
  private lastId = 0;
  private broken = false;

  /** Whether it may help: not while the song plays, for then the picture needs the processor. */
  allowed = true;

  canHelp(seconds: number): boolean {
    return this.allowed && !this.broken && seconds <= mostSeconds;
  }

  /**
   * Hears a stretch there and puts its levels into the listener here.
   * @param key says what the listener depends on
   * @throws Error when the sound could not be read
   */
  async hear(
    listener: BandListener,
    key: string,
    source: EarSource,
    length: number,
    stretch: Stretch,
  ): Promise<void> {
    this.worker ??= this.start();
    const id = ++this.lastId;
    const wish: StretchWish = { id, key, source, length, stretch };
    const answer = await new Promise<StretchAnswer>((resolve) => {
      this.waiting.set(id, resolve);
      this.worker!.postMessage(wish);
    });
    if ('problem' in answer) throw new Error(answer.problem);
    listener.db.set(answer.db, stretch.first * listener.bands);
    listener.heard.fill(1, stretch.first, stretch.first + stretch.count);
  }

  private start(): Worker {
    const worker = new Worker(new URL('./bands.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<StretchAnswer>) => {
      this.waiting.get(data.id)?.(data);
      this.waiting.delete(data.id);
    };
    worker.onerror = () => {
      for (const [id, resolve] of this.waiting) resolve({ id, problem: 'a worker has stopped' });
      this.waiting.clear();
      this.broken = true;
    };
    return worker;
  }
}
