import type { Influence, SongListener } from '@cyclogram/core';
import type { EarAnalysis } from './earAnalysis';
import { turn } from './turn';

/** What is patient has its turn so rarely while others are at work: one time in so many. */
const patience = 4;

/** Settling the whole takes long where it is more than so many milliseconds; then it waits until nothing has changed for a while. */
const costly = 40;
const quietFor = 200;

/** Milliseconds between two times at which what has been heard is sent. */
const sendEvery = 300;

/** Milliseconds between two reports of progress. */
const tellEvery = 100;

interface Entry {
  /** What the analysis depends on, and everything else about it. */
  key: string;
  details: string;
  analysis: EarAnalysis;
  patient: boolean;
}

interface Wish {
  create: () => EarAnalysis;
  /** As it is now, see {@link EarAnalysis}. */
  influence?: Influence;
  /** Whether others go first. */
  patient?: boolean;
  failed: (error: Error) => void;
}

/**
 * Lets listeners hear, the nearest stretch of each in turn, and sends what they
 * have heard: at once for the current moment, then now and then.
 */
export class AnalysisQueue {
  /** The moment that is wanted first, in seconds. */
  now = 0;
  private readonly entries = new Map<string, Entry>();
  private wake = () => {};
  private running = false;
  private lastSent = 0;
  private lastWish = 0;
  private lastTold = 0;
  private lastSentAround = 0;

  constructor(
    private readonly onProgress: (share: number) => void,
    private readonly onFailed: (text: string) => void,
  ) {}

  /** Whether there is nothing to hear. */
  get isIdle(): boolean {
    return [...this.entries.values()].every(({ analysis }) => analysis.isDone);
  }

  get(name: string): SongListener | undefined {
    return this.entries.get(name)?.analysis.listener;
  }

  keepOnly(names: string[]): void {
    for (const [name, { analysis }] of this.entries) {
      if (names.includes(name)) continue;
      this.entries.delete(name);
      analysis.end();
    }
  }

  /** Adds a listener, or brings one up to date: heard anew only when its key has changed, else settled anew. */
  put(name: string, key: string, details: string, wish: Wish): void {
    const known = this.entries.get(name);
    if (known?.key === key) {
      if (known.details === details) return;
      known.details = details;
      this.sendAgain(known.analysis, wish.influence);
      return;
    }
    known?.analysis.end();
    try {
      const analysis = wish.create();
      analysis.cost = known?.analysis.cost ?? 0;
      analysis.begin(this.now, known !== undefined);
      this.entries.set(name, { key, details, analysis, patient: wish.patient ?? false });
      this.wake();
      void this.run();
    } catch (error) {
      this.entries.delete(name);
      wish.failed(error as Error);
    }
  }

  /** Settled anew: first around the current moment, then all of it. */
  private sendAgain(analysis: EarAnalysis, influence = analysis.influence): void {
    analysis.influence = influence;
    analysis.unsent = true;
    if (!analysis.sendAround(this.now)) analysis.sendAll();
    this.lastWish = performance.now();
    void this.run();
  }

  /** Waits until a listener has heard everything. */
  async complete(name: string): Promise<SongListener> {
    for (;;) {
      const entry = this.entries.get(name);
      if (!entry) throw new Error('it is not being analysed');
      if (entry.analysis.isDone) return entry.analysis.listener;
      await new Promise((resolve) => setTimeout(resolve, 30));
    }
  }

  private async run(): Promise<void> {
    if (this.running) return;
    this.running = true;
    try {
      this.lastTold = 0;
      for (let round = 1; ; round++) {
        const busy = [...this.entries].filter(([, { analysis }]) => !analysis.isDone);
        if (busy.length === 0) {
          if (await this.isQuiet()) break;
          continue;
        }
        const ready = busy.filter(
          ([, { analysis }]) => analysis.opening.length + analysis.waiting.length > 0,
        );
        const eager = ready.filter(([, { patient }]) => !patient);
        const now = eager.length === 0 || round % patience === 0 ? ready : eager;
        for (const [name, entry] of now) await this.hearNext(name, entry);
        if (ready.length === 0) await this.somethingToDo();
        for (const { analysis } of this.entries.values()) if (analysis.isDone) analysis.sendAll();
        this.tellProgress();
        this.sendSome();
        await turn();
      }
      this.sendAll();
      this.tellProgress();
    } catch (error) {
      this.onFailed(`The song could not be read: ${(error as Error).message}.`);
    } finally {
      this.running = false;
    }
  }

  /**
   * Lets wishes come, for a moment where settling takes long: while something is dragged, what is around the current
   * moment is more important than the whole.
   * @returns whether none has come
   */
  private async isQuiet(): Promise<boolean> {
    const before = this.lastWish;
    const rest = this.cost > costly ? quietFor - (performance.now() - before) : 0;
    if (rest > 0) await new Promise((resolve) => setTimeout(resolve, rest));
    else await turn();
    return this.lastWish === before && this.isIdle;
  }

  /** Waits until something that was lent is back, or there is a new wish. */
  private async somethingToDo(): Promise<void> {
    const wished = new Promise<void>((resolve) => (this.wake = resolve));
    const lent = [...this.entries.values()].flatMap(({ analysis }) => [...analysis.lent.values()]);
    await Promise.race([...lent, wished]);
  }

  private async hearNext(name: string, entry: Entry): Promise<void> {
    const { analysis } = entry;
    const { opening, waiting } = analysis;
    const isWanted = () => this.entries.get(name) === entry;
    if (!isWanted()) return;
    if (opening.length > 0) {
      // The very first is sent at once, and waits for nobody.
      for (const stretch of opening) {
        await analysis.hear(stretch);
        if (!isWanted()) return;
      }
      analysis.sendOpening();
      // The whole is settled later: it takes time that others wait for.
      this.lastSent = this.lastSentAround = performance.now();
      return;
    }
    analysis.lend();
    const stretch = waiting.shift();
    if (!stretch) return;
    await analysis.hear(stretch);
    if (isWanted()) analysis.unsent = true;
  }

  /** What sending all takes. */
  private get cost(): number {
    return [...this.entries.values()].reduce((sum, { analysis }) => sum + analysis.cost, 0);
  }

  /**
   * Now and then: settling all costs as much as the song is long, and helpers run out of work meanwhile, so never more than
   * a thirtieth of the time; else around the moment.
   */
  private sendSome(): void {
    const now = performance.now();
    if (now - this.lastSent > Math.max(sendEvery, 30 * this.cost)) this.sendAll();
    else if (now - this.lastSentAround > sendEvery) {
      for (const { analysis } of this.entries.values()) {
        if (analysis.unsent) analysis.sendAround(this.now);
      }
      this.lastSentAround = performance.now();
    }
  }

  private tellProgress(): void {
    let done = 0;
    let all = 0;
    for (const { analysis } of this.entries.values()) {
      const { moments } = analysis.listener;
      all += moments;
      const missing = [...analysis.waiting, ...analysis.lent.keys()].reduce(
        (sum, { count }) => sum + count,
        0,
      );
      done += Math.max(0, moments - missing);
    }
    const share = all > 0 ? done / all : 1;
    // The page draws what it is told: not for every stretch.
    const now = performance.now();
    if (share < 1 && now - this.lastTold < tellEvery) return;
    this.lastTold = now;
    this.onProgress(share);
  }

  private sendAll(): void {
    for (const { analysis } of this.entries.values()) analysis.sendAll();
    this.lastSent = this.lastSentAround = performance.now();
  }
}
