import type { SharedListener, Stretch } from '@cyclogram/core';
import { proxy, type Remote } from 'comlink';
import type { HelperApi, HelperTask, Preparation, SeparatedBlock, StretchLevels } from './helper.worker';
import type { EarSource } from './messages';
import { SupervisedWorker } from './supervisedWorker';

/** Longer songs are heard by one worker: each helper would keep their sound once more. */
const maxSeconds = 15 * 60;
const maxHelpers = 3;
/** Stretches given to a helper at a time: it has the next one when it has heard one. */
const atATime = 2;
/** So many may stop before no more are started: who asks hears all by itself then. */
const maxStopped = 3;

/** A worker that hears stretches. */
class Helper {
  /** Stretches that it has been given and has not heard yet. */
  pending = 0;
  private readonly worker: SupervisedWorker<HelperApi>;

  /**
   * @param onSeparated is told what it has separated
   * @param onStopped is called when it has stopped; whoever waits for it has been told
   */
  constructor(onSeparated: (separated: SeparatedBlock) => void, onStopped: () => void) {
    this.worker = new SupervisedWorker<HelperApi>(
      () => new Worker(new URL('./helper.worker.ts', import.meta.url), { type: 'module' }),
      onStopped,
    );
    this.tell((helper) => helper.connect(proxy(onSeparated)));
  }

  async hear(task: HelperTask, stretch: Stretch): Promise<StretchLevels> {
    this.pending++;
    try {
      return await this.worker.ask((helper) => helper.hear(task, stretch));
    } finally {
      this.pending--;
    }
  }

  /** Asks for what nobody waits for; who stops meanwhile has done it, or need not. */
  tell(call: (helper: Remote<HelperApi>) => Promise<void>): void {
    this.worker.ask(call).catch(() => undefined);
  }
}

/** Further workers that hear stretches at the same time, so that a changed ear is right sooner. */
export class HearingHelpers {
  /** While the song plays, the picture needs a processor too. */
  playing = false;
  private readonly helpers: Helper[] = [];
  private stopped = 0;

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
    return Math.min(maxHelpers, this.processors - (this.playing ? 3 : 1));
  }

  /**
   * Has a stretch heard, whose levels then are put into the listener here.
   * @returns undefined when no helper is free; a promise that fails when the sound could not be read
   */
  hear(listener: SharedListener, task: HelperTask, stretch: Stretch): Promise<void> | undefined {
    const helper = listener.moments / listener.rate <= maxSeconds ? this.free() : undefined;
    return helper && this.hearBy(helper, listener, task, stretch);
  }

  private async hearBy(helper: Helper, listener: SharedListener, task: HelperTask, stretch: Stretch) {
    const { levels } = await helper.hear({ ...task, table: listener.shared }, stretch);
    if (levels) listener.putLevels(stretch.first, levels);
    else listener.noteAnalysed(stretch.first, stretch.count);
  }

  /**
   * Has those that are there read what ears listen to, for they have nothing else to do now, and separate what the
   * open one may listen to next unless the song plays.
   */
  prepare(sources: EarSource[], open: EarSource | undefined, length: number): void {
    const of = this.helpers.length;
    this.helpers.forEach((helper, first) => {
      const preparation: Preparation = {
        sources,
        open: this.playing ? undefined : open,
        length,
        share: { first, of },
      };
      helper.tell((api) => api.prepare(preparation));
    });
  }

  /** Ends what is done ahead: something is wanted now, and processors are few. */
  rest(): void {
    for (const helper of this.helpers) helper.tell((api) => api.rest());
  }

  /** Lets helpers know what has been separated elsewhere, so that nobody does it again. */
  tellSeparated(name: string, block: Float32Array, by?: Helper): void {
    for (const helper of this.helpers) {
      if (helper !== by) helper.tell((api) => api.putSeparated({ name, block }));
    }
  }

  /** The helper with the least to do; undefined when all have enough. */
  private free(): Helper | undefined {
    const { helpers } = this;
    const working = helpers.slice(0, Math.max(0, this.allowed));
    const min = working.sort((a, b) => a.pending - b.pending)[0];
    if (min && min.pending === 0) return min;
    if (helpers.length < this.allowed && this.stopped < maxStopped) return this.add();
    return min && min.pending < atATime ? min : undefined;
  }

  private add(): Helper {
    const helper: Helper = new Helper(
      ({ name, block }) => {
        this.onSeparated(name, block);
        this.tellSeparated(name, block, helper);
      },
      () => {
        // Another one takes its place when it is needed next.
        this.stopped++;
        this.helpers.splice(this.helpers.indexOf(helper), 1);
      },
    );
    this.helpers.push(helper);
    return helper;
  }
}
