import {
  hearStretch,
  stretchesFrom,
  type Influence,
  type ReadSignal,
  type SongListener,
  type Stretch,
} from '@cyclogram/core';

/** Seconds of song analysed at a time; new wishes are looked at in between. */
const stretchSeconds = 2;
/** The first stretch around the current moment is short, so that it is right at once; it begins where what shows there begins, */
const firstSeconds = 0.3;
/** but not earlier than so many seconds before. */
const maxBefore = 6;

/** Pairs of moments all over the song that are heard first where a moment is measured by the whole song, */
const samples = 48;
/** but not in long songs, whose sound is not kept. */
const maxSampledSeconds = 15 * 60;

/** Seconds after the current moment that are settled with it. */
const secondsAhead = 1;

function samplesOf({ moments, rate }: SongListener): Stretch[] {
  if (moments <= 2 * samples || moments / rate > maxSampledSeconds) return [];
  return Array.from({ length: samples }, (_, i) => ({
    first: Math.floor((i * (moments - 2)) / samples),
    count: 2,
  }));
}

/** Settles what has been heard and passes it on. */
export interface Sending {
  all: () => void;
  /** Only a stretch around the current moment, where that is less work than all. */
  part?: (stretch: Stretch) => void;
}

/** A listener at work on a song. */
export class EarAnalysis {
  /** What is heard before anything is sent. */
  opening: Stretch[] = [];
  waiting: Stretch[] = [];
  /** Whether a stretch is being heard here, and whether nobody wants to know any more. */
  private isHearing = false;
  private hasEnded = false;
  /** Stretches that someone else hears now, each with its return. */
  readonly lent = new Map<Stretch, Promise<void>>();
  /** Whether something has been heard that has not been sent. */
  unsent = false;
  /** Milliseconds that sending all of it took last. */
  cost = 0;

  /**
   * @param influence what else the current moment depends on
   * @param share lets someone else hear a stretch at the same time; undefined when nobody is free now
   * @param release is called when it has ended, and nobody hears for it any more
   */
  constructor(
    readonly listener: SongListener,
    readonly read: ReadSignal,
    private readonly send: Sending,
    public influence: Influence = { before: 0, after: 0, bySong: false },
    private share: (stretch: Stretch) => Promise<void> | undefined = () => undefined,
    private readonly release: () => void = () => {},
  ) {}

  /**
   * Begins to listen.
   * @param now the moment that is wanted first, in seconds
   * @param isKnown whether its sound is at hand, so that what is far away costs little
   */
  begin(now: number, isKnown: boolean): void {
    const { moments, rate } = this.listener;
    const here = this.around(now);
    this.opening = isKnown && this.influence.bySong ? [...samplesOf(this.listener), here] : [here];
    this.waiting = stretchesFrom(moments, now * rate, rate * stretchSeconds);
  }

  /** Nobody wants to know any more: others may have its memory once nobody writes into it. */
  end(): void {
    this.hasEnded = true;
    this.releaseIfUnused();
  }

  private releaseIfUnused(): void {
    if (this.hasEnded && this.lent.size === 0 && !this.isHearing) this.release();
  }

  async hear(stretch: Stretch): Promise<void> {
    this.isHearing = true;
    try {
      await hearStretch(this.listener, this.read, stretch);
    } finally {
      this.isHearing = false;
      this.releaseIfUnused();
    }
  }

  /** Sends the last stretch of the opening: what is around the current moment. */
  sendOpening(): void {
    const here = this.opening.at(-1)!;
    this.opening = [];
    this.unsent = true;
    if (this.send.part) this.send.part(here);
    else this.sendAll();
  }

  /**
   * Sends what is around the current moment, and a little ahead, for it may be playing.
   * @returns whether that can be sent by itself
   */
  sendAround(now: number): boolean {
    this.send.part?.(this.around(now, secondsAhead, 2));
    return this.send.part !== undefined;
  }

  /** Sends all that has been heard, if there is anything new. */
  sendAll(): void {
    if (!this.unsent) return;
    const start = performance.now();
    this.unsent = false;
    this.send.all();
    this.cost = performance.now() - start;
  }

  /**
   * The current moment, and all that shows in it.
   * @param ahead seconds after it that are wanted too
   * @param times as far back as what shows by more than a hundredth: twice is what shows by more than a ten-thousandth
   */
  private around(now: number, ahead = 0, times = 1): Stretch {
    const { moments, rate } = this.listener;
    const { before, after } = this.influence;
    const half = firstSeconds / 2;
    const last = Math.max(0, moments - 1);
    const place = (seconds: number) => Math.min(Math.max(0, Math.floor(seconds * rate)), last);
    const first = place(now - Math.max(half, Math.min(times * before, maxBefore)));
    const end = place(now + ahead + Math.max(half, after)) + 1;
    return { first, count: end - first };
  }

  get isDone(): boolean {
    const { opening, waiting, lent, isHearing } = this;
    return opening.length === 0 && waiting.length === 0 && lent.size === 0 && !isHearing;
  }

  /**
   * Gives stretches to whoever is free, from the far end: what lies around two stretches side by side would be worked out twice.
   * One stretch is left for who asks.
   */
  lend(): void {
    const { waiting, lent } = this;
    while (waiting.length > 1) {
      const stretch = waiting.at(-1)!;
      const analysed = this.share(stretch);
      if (!analysed) break;
      waiting.pop();
      const returned = analysed.then(
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
        returned.finally(() => {
          lent.delete(stretch);
          this.releaseIfUnused();
        }),
      );
    }
  }
}
