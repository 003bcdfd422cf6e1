import type { Influence, SongListener, Stretch } from '@cyclogram/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { EarAnalysis } from './earAnalysis';
import { AnalysisQueue } from './analysisQueue';
import { turn } from './turn';

/** A listener of 20 seconds at 10 moments a second that notes what it is given to hear. */
class NotingListener implements SongListener {
  readonly rate = 10;
  readonly moments = 200;
  readonly analysed = new Uint8Array(200);
  readonly signals = ['mid'] as const;
  readonly order: [number, number][] = [];
  samplesFor(first: number, count: number): [number, number] {
    return [first * 4800, (first + count) * 4800];
  }
  hear(_signals: readonly Float32Array[], _start: number, first: number, count: number): void {
    this.order.push([first, count]);
    this.analysed.fill(1, first, first + count);
  }
}

function setUp() {
  const progress: number[] = [];
  const failures: string[] = [];
  const queue = new AnalysisQueue(
    (share) => progress.push(share),
    (text) => failures.push(text),
  );
  return { queue, progress, failures };
}

/** Puts a listener into a queue; counts how often it is made and sent. */
function listenIn(
  queue: AnalysisQueue,
  name: string,
  read = () => {},
  share?: (stretch: Stretch) => Promise<void> | undefined,
  influence?: Influence,
) {
  const counts = { made: 0, sent: 0, analysedWhenFirstSent: 0, failed: '' };
  const listeners: NotingListener[] = [];
  const put = (key: string, details = '') =>
    queue.put(name, key, details, {
      create: () => {
        const listener = new NotingListener();
        listeners.push(listener);
        counts.made++;
        return new EarAnalysis(
          listener,
          read,
          {
            all: () => {
              if (counts.sent++ === 0) counts.analysedWhenFirstSent = listener.order.length;
            },
          },
          influence,
          share,
        );
      },
      failed: (error) => (counts.failed = error.message),
    });
  return { put, counts, listeners };
}

/** Lets everything that waits for its turn have it, many times over: what has not come by then does not come by itself. */
async function manyTurns(): Promise<void> {
  for (let i = 0; i < 500; i++) await turn();
}

describe('the queue of what listens', () => {
  it('shares stretches with another that hears, each heard once, the first by itself', async () => {
    const { queue } = setUp();
    queue.now = 7;
    const shared: Stretch[] = [];
    const share = (stretch: Stretch) => {
      shared.push(stretch);
      return Promise.resolve();
    };
    const { put, listeners, counts } = listenIn(queue, 'ear', () => {}, share);
    put('a');
    await queue.complete('ear');
    const { order } = listeners[0]!;
    expect(counts.analysedWhenFirstSent).toBe(1);
    expect(shared.length).toBeGreaterThan(3);
    const times = new Uint8Array(200);
    for (const [first, count] of [
      ...order.slice(1),
      ...shared.map(({ first, count }) => [first, count] as const),
    ]) {
      for (let moment = first; moment < first + count; moment++) times[moment]!++;
    }
    expect(times.every((count) => count === 1)).toBe(true);
  });

  it('goes on by itself while another hears, and sends everything once that is there too', async () => {
    const { queue, progress } = setUp();
    let back = () => {};
    let lent = 0;
    const share = () => (lent++ === 0 ? new Promise<void>((resolve) => (back = resolve)) : undefined);
    const { put, listeners, counts } = listenIn(queue, 'ear', () => {}, share);
    put('a');
    const analysed = () => listeners[0]!.order.reduce((sum, [, count]) => sum + count, 0);
    // All but the stretch of two seconds that is lent; the short first one is heard again.
    await expect.poll(analysed).toBeGreaterThan(181);
    await manyTurns();
    expect(progress.every((share) => share < 1)).toBe(true);
    const sent = counts.sent;
    back();
    await queue.complete('ear');
    await expect.poll(() => progress.at(-1)).toBe(1);
    expect(counts.sent).toBe(sent + 1);
  });

  it('is not complete while the last stretch is still being read', async () => {
    const { queue } = setUp();
    let reads = 0;
    let arrive = () => {};
    const slow = () => (++reads === 11 ? new Promise<void>((resolve) => (arrive = resolve)) : undefined);
    const { put, listeners } = listenIn(queue, 'ear', slow as () => void);
    put('a');
    let complete = false;
    const done = queue.complete('ear').then(() => (complete = true));
    await expect.poll(() => reads).toBe(11);
    await manyTurns();
    expect(complete).toBe(false);
    arrive();
    await done;
    expect(listeners[0]!.analysed.every((analysed) => analysed === 1)).toBe(true);
  });

  it('hears what is wished meanwhile, though all else is with another', async () => {
    const { queue } = setUp();
    const share = () => new Promise<void>(() => {});
    const { put, listeners } = listenIn(queue, 'ear', () => {}, share);
    put('a');
    await expect.poll(() => listeners[0]!.analysed.filter((moment) => moment === 1).length).toBe(20);
    const other = listenIn(queue, 'other');
    other.put('a');
    await queue.complete('other');
    expect(other.listeners[0]!.analysed.every((moment) => moment === 1)).toBe(true);
  });

  it('hears by itself what the other could not, and does not ask it again', async () => {
    const { queue, failures, progress } = setUp();
    let asked = 0;
    const share = () => {
      asked++;
      return Promise.reject(new Error('no sound'));
    };
    const { put, listeners } = listenIn(queue, 'ear', () => {}, share);
    put('a');
    await queue.complete('ear');
    expect(listeners[0]!.analysed.every((moment) => moment === 1)).toBe(true);
    await expect.poll(() => progress.at(-1)).toBe(1);
    expect(failures).toEqual([]);
    // As many as were given before the first came back.
    expect(asked).toBeLessThan(10);
  });

  it('hears the moment that is wanted first, then to the end, then what was before; all of it', async () => {
    const { queue, progress } = setUp();
    queue.now = 12;
    const { put, listeners } = listenIn(queue, 'ear');
    put('a');
    await queue.complete('ear');
    const { order, analysed } = listeners[0]!;
    const [first, second] = order;
    expect(first![0]).toBeLessThanOrEqual(120);
    expect(first![0] + first![1]).toBeGreaterThanOrEqual(120);
    expect(first![1]).toBeLessThan(10);
    expect(second![0]).toBe(120);
    expect(order.at(-1)![0]).toBe(0);
    expect(analysed.every((moment) => moment === 1)).toBe(true);
    await expect.poll(() => progress.at(-1)).toBe(1);
    for (let i = 1; i < progress.length; i++) expect(progress[i]!).toBeGreaterThanOrEqual(progress[i - 1]!);
  });

  it('begins where what shows at the moment begins', async () => {
    const { queue } = setUp();
    queue.now = 12;
    const influence = { before: 1, after: 0.5, bySong: false };
    const { put, listeners, counts } = listenIn(queue, 'ear', () => {}, undefined, influence);
    put('a');
    await queue.complete('ear');
    const [first, count] = listeners[0]!.order[0]!;
    expect(first).toBeLessThanOrEqual(110);
    expect(first + count).toBeGreaterThan(125);
    expect(count).toBeLessThan(20);
    expect(counts.analysedWhenFirstSent).toBe(1);
  });

  it('does not go back further than a few seconds', async () => {
    const { queue } = setUp();
    queue.now = 18;
    const influence = { before: 100, after: 0, bySong: false };
    const { put, listeners } = listenIn(queue, 'ear', () => {}, undefined, influence);
    put('a');
    await queue.complete('ear');
    expect(listeners[0]!.order[0]![0]).toBe(120);
  });

  it('hears samples of the whole song first where the moment is measured by it, once its sound is at hand', async () => {
    const { queue } = setUp();
    queue.now = 12;
    const influence = { before: 0, after: 0, bySong: true };
    const { put, listeners, counts } = listenIn(queue, 'ear', () => {}, undefined, influence);
    put('a');
    await queue.complete('ear');
    expect(counts.analysedWhenFirstSent).toBe(1);
    counts.sent = 0;
    put('b');
    await queue.complete('ear');
    const opening = listeners[1]!.order.slice(0, counts.analysedWhenFirstSent);
    const positions = opening.map(([first]) => first);
    expect(opening.length).toBeGreaterThan(20);
    expect(Math.min(...positions)).toBe(0);
    expect(Math.max(...positions)).toBeGreaterThan(190);
    // Evenly spread: no more than a twentieth of the song between two.
    const sorted = positions.sort((a, b) => a - b);
    sorted.slice(1).forEach((position, i) => expect(position - sorted[i]!).toBeLessThanOrEqual(10));
    expect(opening.some(([first, count]) => first <= 120 && first + count > 120)).toBe(true);
  });

  it('sends the moment shown at once, and everything in the end', async () => {
    const { queue } = setUp();
    const { put, counts } = listenIn(queue, 'ear');
    put('a');
    await queue.complete('ear');
    await expect.poll(() => counts.sent).toBeGreaterThanOrEqual(2);
    expect(counts.analysedWhenFirstSent).toBe(1);
  });

  describe('memory of what is not wanted any more', () => {
    /** Puts listeners; notes which of them have given up their memory, and lends two stretches of each. */
    function setUpMemory(read: () => void | Promise<void> = () => {}) {
      const { queue } = setUp();
      const released: number[] = [];
      const returns: (() => void)[] = [];
      let made = 0;
      const put = (key: string) =>
        queue.put('ear', key, '', {
          create: () => {
            const own = made++;
            let lent = 0;
            const share = () =>
              lent++ < 2 ? new Promise<void>((resolve) => returns.push(resolve)) : undefined;
            const release = () => void released.push(own);
            const influence = { before: 0, after: 0, bySong: true };
            return new EarAnalysis(new NotingListener(), read, { all: () => {} }, influence, share, release);
          },
          failed: () => {},
        });
      return { queue, released, returns, put };
    }

    it('is free before the next listener is made, when nobody hears', async () => {
      const { queue, released, returns, put } = setUpMemory();
      put('a');
      await expect.poll(() => returns.length).toBe(2);
      for (const back of returns) back();
      await queue.complete('ear');
      expect(released).toEqual([]);
      put('b');
      expect(released).toEqual([0]);
    });

    it('is not free while others still hear into it', async () => {
      const { released, returns, put } = setUpMemory();
      put('a');
      await expect.poll(() => returns.length).toBe(2);
      const [first, second] = returns;
      put('b');
      first!();
      await manyTurns();
      expect(released).toEqual([]);
      second!();
      await expect.poll(() => released).toEqual([0]);
    });

    it('is not free while its own stretch is still being read, and nothing more is heard into it then', async () => {
      let slowly = false;
      let reads = 0;
      let arrive = () => {};
      const read = () => {
        reads++;
        return slowly ? new Promise<void>((resolve) => (arrive = resolve)) : undefined;
      };
      const { queue, released, returns, put } = setUpMemory(read as () => void);
      put('a');
      await expect.poll(() => returns.length).toBe(2);
      for (const back of returns) back();
      await queue.complete('ear');
      slowly = true;
      const before = reads;
      // Many stretches all over the song come first.
      put('b');
      await expect.poll(() => reads).toBe(before + 1);
      queue.keepOnly([]);
      expect(released).toEqual([0]);
      arrive();
      await expect.poll(() => released).toEqual([0, 1]);
      await manyTurns();
      expect([reads, returns.length]).toEqual([before + 1, 2]);
    });
  });

  it('hears anew only when the key has changed; other details are settled and sent', async () => {
    const { queue } = setUp();
    const { put, counts } = listenIn(queue, 'ear');
    put('a', 'floor -60');
    await queue.complete('ear');
    await expect.poll(() => counts.sent).toBeGreaterThanOrEqual(2);
    const sent = counts.sent;
    put('a', 'floor -60');
    expect([counts.made, counts.sent]).toEqual([1, sent]);
    put('a', 'floor -50');
    expect([counts.made, counts.sent]).toEqual([1, sent + 1]);
    put('b', 'floor -50');
    expect(counts.made).toBe(2);
    await queue.complete('ear');
  });

  describe('settling what has been heard', () => {
    /** Milliseconds, moved by hand. */
    let now = 0;
    beforeEach(() => {
      vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
      vi.spyOn(performance, 'now').mockImplementation(() => now);
    });
    afterEach(() => {
      vi.restoreAllMocks();
      vi.useRealTimers();
    });
    /** Lets so much time go by. */
    const pass = async (milliseconds: number) => {
      await manyTurns();
      now += milliseconds;
      await vi.advanceTimersByTimeAsync(milliseconds);
      await manyTurns();
    };
    const complete = async (queue: AnalysisQueue) => {
      let done = false;
      void queue.complete('ear').then(() => (done = true));
      while (!done) await pass(30);
    };
    /** Puts listeners that take some time to be sent whole; notes of what each time was. */
    function slowToSend(queue: AnalysisQueue, milliseconds: number, hasParts = true) {
      const sent: (Stretch | 'all')[] = [];
      const all = () => {
        sent.push('all');
        now += milliseconds;
      };
      const put = (key: string, details: string, before = 0.5) => {
        const influence = { before, after: 0, bySong: false };
        queue.put('ear', key, details, {
          create: () =>
            new EarAnalysis(
              new NotingListener(),
              () => {},
              hasParts ? { all, part: (stretch) => void sent.push(stretch) } : { all },
              influence,
            ),
          influence,
          failed: () => {},
        });
      };
      return { put, sent };
    }
    const covers = (stretch: Stretch | 'all' | undefined, from: number, to: number) =>
      typeof stretch === 'object' && stretch.first <= from && stretch.first + stretch.count > to;

    it('is done for the moment shown first, and for all of it in the end', async () => {
      const { queue } = setUp();
      queue.now = 10;
      const { put, sent } = slowToSend(queue, 0);
      put('a', 'x');
      await complete(queue);
      await pass(1000);
      expect(sent.at(-1)).toBe('all');
      expect(covers(sent[0], 95, 101)).toBe(true);
      sent.length = 0;
      queue.now = 4;
      put('a', 'y', 1.5);
      // As far back as what it has now still shows there, and on, for it may be playing.
      expect(covers(sent[0], 15, 49)).toBe(true);
      expect(covers(sent[0], 0, 49)).toBe(false);
      await pass(1000);
      expect(sent).toHaveLength(2);
      expect(sent[1]).toBe('all');
    });

    it('waits with all of it while something is dragged, where that takes long', async () => {
      const { queue } = setUp();
      const { put, sent } = slowToSend(queue, 60);
      put('a', 'x');
      await complete(queue);
      await pass(1000);
      expect(sent.at(-1)).toBe('all');
      sent.length = 0;
      for (let i = 0; i < 6; i++) {
        put('a', `dragged ${i}`);
        await pass(40);
      }
      expect(sent).toHaveLength(6);
      expect(sent).not.toContain('all');
      await pass(1000);
      expect(sent.filter((what) => what === 'all')).toHaveLength(1);
      await pass(300);
      expect(sent).toHaveLength(7);
    });

    it('is of all at once, and once, where the moment shown does not come by itself', async () => {
      const { queue } = setUp();
      const { put, sent } = slowToSend(queue, 0, false);
      put('a', 'x');
      await complete(queue);
      await pass(1000);
      expect(sent.at(-1)).toBe('all');
      sent.length = 0;
      put('a', 'y');
      await pass(60);
      expect(sent).toEqual(['all']);
    });

    it('is of all rarely while the song is heard, where that takes long and there are no parts', async () => {
      const { queue } = setUp();
      const { put, sent } = slowToSend(queue, 60, false);
      put('a', 'x');
      await complete(queue);
      await pass(1000);
      expect(sent.length).toBeGreaterThanOrEqual(2);
      sent.length = 0;
      put('b', 'x');
      await complete(queue);
      await pass(400);
      // The opening, and the end.
      expect(sent).toEqual(['all', 'all']);
    });
  });

  it('takes turns, so that no listener waits for the whole of another', async () => {
    const { queue } = setUp();
    const analysedBy: string[] = [];
    const one = listenIn(queue, 'one', () => void analysedBy.push('one'));
    const two = listenIn(queue, 'two', () => void analysedBy.push('two'));
    one.put('a');
    two.put('a');
    await Promise.all([queue.complete('one'), queue.complete('two')]);
    const firstOfTwo = analysedBy.indexOf('two');
    expect(firstOfTwo).toBeLessThan(4);
    expect(analysedBy.filter((name) => name === 'one')).toHaveLength(one.listeners[0]!.order.length);
  });

  it('forgets what is not wanted any more', async () => {
    const { queue } = setUp();
    listenIn(queue, 'old').put('a');
    queue.keepOnly(['new']);
    expect(queue.get('old')).toBeUndefined();
    await expect(queue.complete('old')).rejects.toThrow('not being analysed');
  });

  it('says why a listener cannot be made, and why a song cannot be read; others go on', async () => {
    const { queue, failures } = setUp();
    let reason = '';
    queue.put('broken', 'a', '', {
      create: () => {
        throw new RangeError('the range is empty');
      },
      failed: (error) => (reason = error.message),
    });
    expect(reason).toBe('the range is empty');
    const unreadable = listenIn(queue, 'unreadable', () => {
      throw new Error('the server answered 500');
    });
    unreadable.put('a');
    await expect.poll(() => failures).toEqual(['The song could not be read: the server answered 500.']);
    const { put } = listenIn(queue, 'ear');
    queue.keepOnly(['ear']);
    put('a');
    await queue.complete('ear');
  });

  it('has the patient one hear one stretch to several of the others', async () => {
    const { queue, progress } = setUp();
    const order: string[] = [];
    const put = (name: string, patient: boolean) =>
      queue.put(name, 'k', '', {
        patient,
        create: () => new EarAnalysis(new NotingListener(), () => void order.push(name), { all: () => {} }),
        failed: () => {},
      });
    put('spectrogram', true);
    put('ear', false);
    await expect.poll(() => progress.at(-1)).toBe(1);
    const lastOfEar = order.lastIndexOf('ear');
    const before = order.slice(0, lastOfEar);
    const waited = before.filter((name) => name === 'spectrogram').length;
    expect(waited).toBeGreaterThan(0);
    expect(waited).toBeLessThan(before.length / 3);
    expect(order.slice(lastOfEar + 1).every((name) => name === 'spectrogram')).toBe(true);
    expect(order.length).toBeGreaterThan(20);
  });
});
