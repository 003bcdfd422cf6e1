import type { SharedListener, Stretch } from '@cyclogram/core';
import type { FromHelper, HelperTask, SeparatedBlock, StretchAnswer, ToHelper } from './helper.worker';
import type { EarSource } from './messages';

/** Longer songs are heard by one worker: each helper would keep their sound once more. */
const mostSeconds = 15 * 60;
const mostHelpers = 3;
/** Stretches given to a helper at a time: it has the next one when it has heard one. */
const atATime = 2;

interface Wish {
  resolve: (answer: StretchAnswer) => void;
  reject: (error: Error) => void;
}

/** A worker that hears stretches, and what it has been asked. */
class Helper {
  readonly wishes = new Map<number, Wish>();
  isBroken = false;
  private readonly worker = new Worker(new URL('./helper.worker.ts', import.meta.url), { type: 'module' });

  /** @param onSeparated is told what it has separated */
  constructor(onSeparated: (separated: SeparatedBlock) => void) {
    this.worker.onmessage = ({ data }: MessageEvent<FromHelper>) => {
      if ('block' in data) return onSeparated(data);
      this.wishes.get(data.id)?.resolve(data);
      this.wishes.delete(data.id);
    };
    this.worker.onerror = () => {
      this.isBroken = true;
      for (const { reject } of this.wishes.values()) reject(new Error('a worker has stopped'));
      this.wishes.clear();
    };
  }

  ask(task: HelperTask, stretch: Stretch, id: number): Promise<StretchAnswer> {
    return new Promise((resolve, reject) => {
      this.wishes.set(id, { resolve, reject });
      this.tell({ say: 'hear', ...task, id, stretch });
    });
  }

  tell(message: ToHelper): void {
    this.worker.postMessage(message);
  }
}

/** Further workers that hear stretches at the same time, so that a changed ear is right sooner. */
export class HearingHelpers {
  /** While the song plays, the picture needs a processor too. */
  playing = false;
  private readonly helpers: Helper[] = [];
  private lastId = 0;

  /**
   * @param processors how many there are
   * @param onSeparated is told what a helper has separated; the other helpers know it already
   */
  constructor(
    private readonly processors: number,
    private readonly onSeparated: (name: string, block: Float32Array) => void = () => {},
  ) {}

  /** How many may be at work now, besides the page, the painter and the worker that asks. */
  private get allowed(): number {
    return Math.min(mostHelpers, this.processors - (this.playing ? 3 : 1));
  }

  /**
   * Has a stretch heard, whose levels then are put into the listener here.
   * @returns undefined when no helper is free; a promise that fails when the sound could not be read
   */
  hear(listener: SharedListener, task: HelperTask, stretch: Stretch): Promise<void> | undefined {
    const helper = listener.moments / listener.rate <= mostSeconds ? this.free() : undefined;
    return helper && this.hearBy(helper, listener, task, stretch);
  }

  private async hearBy(helper: Helper, listener: SharedListener, task: HelperTask, stretch: Stretch) {
    const answer = await helper.ask({ ...task, table: listener.shared }, stretch, ++this.lastId);
    if ('problem' in answer) throw new Error(answer.problem);
    if (answer.levels) listener.putLevels(stretch.first, answer.levels);
    else listener.noteHeard(stretch.first, stretch.count);
  }

  /**
   * Has those that are there read what ears listen to, for they have nothing else to do now, and separate what the
   * open one may listen to next unless the song plays.
   */
  prepare(sources: EarSource[], open: EarSource | undefined, length: number): void {
    const working = this.helpers.filter(({ isBroken }) => !isBroken);
    const of = working.length;
    working.forEach((helper, first) =>
      helper.tell({
        say: 'prepare',
        sources,
        open: this.playing ? undefined : open,
        length,
        share: { first, of },
      }),
    );
  }

  /** Ends what is done ahead: something is wanted now, and processors are few. */
  rest(): void {
    for (const helper of this.helpers) helper.tell({ say: 'rest' });
  }

  /** Lets helpers know what has been separated elsewhere, so that nobody does it again. */
  tellSeparated(name: string, block: Float32Array, by?: Helper): void {
    for (const helper of this.helpers) {
      if (helper !== by) helper.tell({ say: 'separated', name, block });
    }
  }

  /** The helper with the least to do; undefined when all have enough. */
  private free(): Helper | undefined {
    const { helpers } = this;
    // One that has stopped is not started again: it would stop again.
    const working = helpers.slice(0, Math.max(0, this.allowed)).filter(({ isBroken }) => !isBroken);
    const least = working.sort((a, b) => a.wishes.size - b.wishes.size)[0];
    if (least && least.wishes.size === 0) return least;
    if (helpers.length < this.allowed) {
      const helper: Helper = new Helper(({ name, block }) => {
        this.onSeparated(name, block);
        this.tellSeparated(name, block, helper);
      });
      helpers.push(helper);
      return helper;
    }
    return least && least.wishes.size < atATime ? least : undefined;
  }
}
