import {
  hearStretch,
  stretchesFrom,
  type ReadSignal,
  type SongListener,
  type Stretch,
} from '@cyclogram/core';

/** Seconds of song analysed at a time; new wishes are looked at in between. */
const stretchSeconds = 2;
/** The first stretch around the current moment is short, so that it is right at once. */
const firstSeconds = 0.3;

/** What is patient has its turn so rarely while others are at work: one time in so many. */
const patience = 4;

const turns = new MessageChannel();
/** Lets what is waiting for this thread have its turn; a timer would wait four milliseconds each time. */
const turn = () =>
  new Promise<void>((resolve) => {
    turns.port1.onmessage = () => resolve();
    turns.port2.postMessage(null);
  });

/** A listener at work on a song. */
export class Listening {
  waiting: Stretch[] = [];
  /** Whether something has been heard that has not been sent. */
  unsent = false;

  /**
   * @param send settles what has been heard and passes it on
   * @param share lets someone else hear a stretch at the same time; undefined when there is nobody now
   */
  constructor(
    readonly listener: SongListener,
    readonly read: ReadSignal,
    readonly send: () => void,
    readonly share: (stretch: Stretch) => Promise<void> | undefined = () => undefined,
  ) {}
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
  /** Whether others go first. */
  patient?: boolean;
  failed: (error: Error) => void;
}

/** The stretches of a song from the current moment on, with a short one right there first. */
function stretchesNow({ moments, rate }: SongListener, now: number): Stretch[] {
  const here = Math.min(Math.max(0, Math.floor((now - firstSeconds / 2) * rate)), Math.max(0, moments - 1));
  const first = { first: here, count: Math.min(Math.ceil(firstSeconds * rate), moments - here) };
  return [first, ...stretchesFrom(moments, now * rate, rate * stretchSeconds)];
}

/**
 * Lets listeners hear, the nearest stretch of each in turn, and sends what they
 * have heard: at once for the current moment, then now and then.
 */
export class ListeningQueue {
  /** The moment that is wanted first, in seconds. */
  now = 0;
  private readonly entries = new Map<string, Entry>();
  private running = false;
  private lastSent = 0;
  private sendCost = 0;

  constructor(
    private readonly onProgress: (share: number) => void,
    private readonly onFailed: (text: string) => void,
  ) {}

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
      known.listening.send();
      return;
    }
    try {
      const listening = wish.create();
      listening.waiting = stretchesNow(listening.listener, this.now);
      this.entries.set(name, { key, details, listening, patient: wish.patient ?? false });
      void this.run();
    } catch (error) {
      this.entries.delete(name);
      wish.failed(error as Error);
    }
  }

  /** Waits until a listener has heard everything. */
  async complete(name: string): Promise<SongListener> {
    for (;;) {
      const entry = this.entries.get(name);
      if (!entry) throw new Error('it is not listening');
      if (entry.listening.waiting.length === 0) return entry.listening.listener;
      await new Promise((resolve) => setTimeout(resolve, 30));
    }
  }

  private async run(): Promise<void> {
    if (this.running) return;
    this.running = true;
    try {
      for (let round = 1; ; round++) {
        const busy = [...this.entries].filter(([, { listening }]) => listening.waiting.length > 0);
        if (busy.length === 0) break;
        const eager = busy.filter(([, { patient }]) => !patient);
        const now = eager.length === 0 || round % patience === 0 ? busy : eager;
        for (const [name, entry] of now) await this.hearNext(name, entry);
        this.tellProgress();
        // Settling costs as much as the song is long: never more than a tenth of the time.
        if (performance.now() - this.lastSent > Math.max(300, 10 * this.sendCost)) this.sendAll();
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

  private async hearNext(name: string, entry: Entry): Promise<void> {
    const { listening } = entry;
    const { listener, read, waiting } = listening;
    const stretch = waiting.shift();
    if (!stretch || this.entries.get(name) !== entry) return;
    const untouched = !listening.unsent && listener.heard.indexOf(1) < 0;
    // The very first stretch is sent at once, and waits for nobody.
    // Someone else begins at the far end: what lies around two stretches side by side would be worked out twice.
    const other = untouched ? undefined : waiting.at(-1);
    const shared = other && listening.share(other);
    if (shared) waiting.pop();
    await Promise.all([hearStretch(listener, read, stretch), shared]);
    if (this.entries.get(name) !== entry) return;
    if (untouched || waiting.length === 0) {
      listening.unsent = false;
      listening.send();
    } else listening.unsent = true;
  }

  private tellProgress(): void {
    let done = 0;
    let all = 0;
    for (const { listening } of this.entries.values()) {
      const { moments } = listening.listener;
      all += moments;
      done += Math.max(0, moments - listening.waiting.reduce((sum, { count }) => sum + count, 0));
    }
    this.onProgress(all > 0 ? done / all : 1);
  }

  private sendAll(): void {
    const start = performance.now();
    for (const { listening } of this.entries.values()) {
      if (!listening.unsent) continue;
      listening.unsent = false;
      listening.send();
    }
    this.lastSent = performance.now();
    this.sendCost = this.lastSent - start;
  }
}
