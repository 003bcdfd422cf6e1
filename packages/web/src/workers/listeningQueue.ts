import {
  hearStretch,
  stretchesFrom,
  type Influence,
  type ReadSignal,
  type SongListener,
  type Stretch,
} from '@cyclogram/core';
import { turn } from './turn';

/** Seconds of song analysed at a time; new wishes are looked at in between. */
const stretchSeconds = 2;
/** The first stretch around the current moment is short, so that it is right at once; it begins where what shows there begins, */
const firstSeconds = 0.3;
/** but not earlier than so many seconds before. */
const mostBefore = 6;

/** Pairs of moments all over the song that are heard first where a moment is measured by the whole song, */
const samples = 48;
/** but not in long songs, whose sound is not kept. */
const mostSampledSeconds = 15 * 60;

/** What is patient has its turn so rarely while others are at work: one time in so many. */
const patience = 4;

/** Seconds after the current moment that are settled with it when levelling or smoothing change: it may be playing. */
const secondsAhead = 1;

/** Settling the whole takes long where it is more than so many milliseconds; then it waits until nothing has changed for a while. */
const costly = 40;
const quietFor = 200;

/** Milliseconds between two times at which what has been heard is sent. */
const sendEvery = 300;

/** Milliseconds between two reports of progress. */
const tellEvery = 100;

/** A listener at work on a song. */
export class Listening {
  /** What is heard before anything is sent. */
  opening: Stretch[] = [];
  waiting: Stretch[] = [];
  /** Stretches that someone else hears now, each with its return. */
  readonly lent = new Map<Stretch, Promise<void>>();
  /** Whether something has been heard that has not been sent. */
  unsent = false;
  /** Milliseconds that sending all of it took last. */
  cost = 0;

  /**
   * @param send settles what has been heard and passes it on: all of it, or only a stretch around the current moment;
   *   true when it has passed all on in spite of that
   * @param influence what else the current moment depends on
   * @param share lets someone else hear a stretch at the same time; undefined when nobody is free now
   */
  constructor(
    readonly listener: SongListener,
    readonly read: ReadSignal,
    readonly send: (only?: Stretch) => boolean | void,
    public influence: Influence = { before: 0, after: 0, bySong: false },
    private share: (stretch: Stretch) => Promise<void> | undefined = () => undefined,
  ) {}

  get isDone(): boolean {
    return this.opening.length === 0 && this.waiting.length === 0 && this.lent.size === 0;
  }

  /**
   * Gives stretches to whoever is free, from the far end: what lies around two stretches side by side would be worked out twice.
   * One stretch is left for who asks.
   */
  lend(): void {
    const { waiting, lent } = this;
    while (waiting.length > 1) {
      const stretch = waiting.at(-1)!;
      const heard = this.share(stretch);
      if (!heard) break;
      waiting.pop();
      const returned = heard.then(
        () => {
          this.unsent = true;
        },
        () => {
          // Whatever was the matter, we find out when we hear it ourselves.
          this.share = () => undefined;
          waiting.push(stretch);
        },
      );
      lent.set(
        stretch,
        returned.finally(() => lent.delete(stretch)),
      );
    }
  }
}

interface Entry {
  /** What the analysis depends on, and everything else about it. */
  key: string;
  details: string;
  listening: Listening;
  patient: boolean;
}

interface Wish {
  create: () => Listening;
  /** As it is now, see {@link Listening}. */
  influence?: Influence;
  /** Whether others go first. */
  patient?: boolean;
  failed: (error: Error) => void;
}

/**
 * The current moment, and all that shows in it.
 * @param ahead seconds after it that are wanted too
 * @param times as far back as what shows by more than a hundredth: twice is what shows by more than a ten-thousandth
 */
function stretchAround({ listener, influence }: Listening, now: number, ahead = 0, times = 1): Stretch {
  const { moments, rate } = listener;
  const around = firstSeconds / 2;
  const last = Math.max(0, moments - 1);
  const place = (seconds: number) => Math.min(Math.max(0, Math.floor(seconds * rate)), last);
  const first = place(now - Math.max(around, Math.min(times * influence.before, mostBefore)));
  const end = place(now + ahead + Math.max(around, influence.after)) + 1;
  return { first, count: end - first };
}

/**
 * What has to be heard for the current moment to be right, itself last.
 * @param isKnown whether its sound is at hand, so that what is far away costs little
 */
function openingStretches(listening: Listening, now: number, isKnown: boolean): Stretch[] {
  const { listener, influence } = listening;
  const { moments, rate } = listener;
  const here = stretchAround(listening, now);
  if (!influence.bySong || !isKnown || moments / rate > mostSampledSeconds) return [here];
  const sample = (_: unknown, i: number) => ({ first: Math.floor((i * (moments - 2)) / samples), count: 2 });
  return moments > 2 * samples ? [...Array.from({ length: samples }, sample), here] : [here];
}

/**
 * Lets listeners hear, the nearest stretch of each in turn, and sends what they
 * have heard: at once for the current moment, then now and then.
 */
export class ListeningQueue {
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
    return [...this.entries.values()].every(({ listening }) => listening.isDone);
  }

  get(name: string): SongListener | undefined {
    return this.entries.get(name)?.listening.listener;
  }

  keepOnly(names: string[]): void {
    for (const name of this.entries.keys()) if (!names.includes(name)) this.entries.delete(name);
  }

  /** Adds a listener, or brings one up to date: heard anew only when its key has changed, else settled anew. */
  put(name: string, key: string, details: string, wish: Wish): void {
    const known = this.entries.get(name);
    if (known?.key === key) {
      if (known.details === details) return;
      known.details = details;
      this.sendAgain(known.listening, wish.influence);
      return;
    }
    try {
      const listening = wish.create();
      const { moments, rate } = listening.listener;
      listening.cost = known?.listening.cost ?? 0;
      listening.opening = openingStretches(listening, this.now, known !== undefined);
      listening.waiting = stretchesFrom(moments, this.now * rate, rate * stretchSeconds);
      this.entries.set(name, { key, details, listening, patient: wish.patient ?? false });
      this.wake();
      void this.run();
    } catch (error) {
      this.entries.delete(name);
      wish.failed(error as Error);
    }
  }

  /** Settled anew: first around the current moment, then all of it. */
  private sendAgain(listening: Listening, influence = listening.influence): void {
    listening.influence = influence;
    listening.unsent = !listening.send(stretchAround(listening, this.now, secondsAhead, 2));
    this.lastWish = performance.now();
    void this.run();
  }

  /** Waits until a listener has heard everything. */
  async complete(name: string): Promise<SongListener> {
    for (;;) {
      const entry = this.entries.get(name);
      if (!entry) throw new Error('it is not listening');
      if (entry.listening.isDone) return entry.listening.listener;
      await new Promise((resolve) => setTimeout(resolve, 30));
    }
  }

  private async run(): Promise<void> {
    if (this.running) return;
    this.running = true;
    try {
      this.lastTold = 0;
      for (let round = 1; ; round++) {
        const busy = [...this.entries].filter(([, { listening }]) => !listening.isDone);
        if (busy.length === 0) {
          if (await this.isQuiet()) break;
          continue;
        }
        const ready = busy.filter(
          ([, { listening }]) => listening.opening.length + listening.waiting.length > 0,
        );
        const eager = ready.filter(([, { patient }]) => !patient);
        const now = eager.length === 0 || round % patience === 0 ? ready : eager;
        for (const [name, entry] of now) await this.hearNext(name, entry);
        if (ready.length === 0) await this.somethingToDo();
        for (const { listening } of this.entries.values()) if (listening.isDone) this.sendNow(listening);
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
    const lent = [...this.entries.values()].flatMap(({ listening }) => [...listening.lent.values()]);
    await Promise.race([...lent, wished]);
  }

  private async hearNext(name: string, entry: Entry): Promise<void> {
    const { listening } = entry;
    const { listener, read, opening, waiting } = listening;
    if (opening.length > 0) {
      // The very first is sent at once, and waits for nobody.
      for (const stretch of opening) await hearStretch(listener, read, stretch);
      listening.opening = [];
      if (this.entries.get(name) !== entry) return;
      listening.send(opening.at(-1));
      listening.unsent = true;
      // The whole is settled later: it takes time that others wait for.
      this.lastSent = this.lastSentAround = performance.now();
      return;
    }
    listening.lend();
    const stretch = waiting.shift();
    if (!stretch || this.entries.get(name) !== entry) return;
    await hearStretch(listener, read, stretch);
    if (this.entries.get(name) === entry) listening.unsent = true;
  }

  private sendNow(listening: Listening): void {
    if (!listening.unsent) return;
    const start = performance.now();
    listening.unsent = false;
    listening.send();
    listening.cost = performance.now() - start;
  }

  /** What sending all takes. */
  private get cost(): number {
    return [...this.entries.values()].reduce((sum, { listening }) => sum + listening.cost, 0);
  }

  /** Now and then: settling all costs as much as the song is long, so never more than a tenth of the time; else around the moment. */
  private sendSome(): void {
    const now = performance.now();
    if (now - this.lastSent > Math.max(sendEvery, 10 * this.cost)) this.sendAll();
    else if (now - this.lastSentAround > sendEvery) {
      for (const { listening } of this.entries.values()) {
        if (listening.unsent)
          listening.unsent = !listening.send(stretchAround(listening, this.now, secondsAhead, 2));
      }
      this.lastSentAround = performance.now();
    }
  }

  private tellProgress(): void {
    let done = 0;
    let all = 0;
    for (const { listening } of this.entries.values()) {
      const { moments } = listening.listener;
      all += moments;
      const missing = [...listening.waiting, ...listening.lent.keys()].reduce(
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
    for (const { listening } of this.entries.values()) this.sendNow(listening);
    this.lastSent = this.lastSentAround = performance.now();
  }
}
