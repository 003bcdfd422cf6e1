import { fadeLevel } from '@cyclogram/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { clockTime, Player, wallClock, type ClockState } from './player';
import { turn } from '../workers/turn';
import { PcmSource } from './pcmSource';

/** A track whose every sample tells its own number, so that it shows what was read. */
const length = 48000 * 6;
const asset = {
  sha256: 'a'.repeat(64),
  name: 'song',
  channels: 1 as const,
  length,
  seconds: 6,
  overviewStep: 480,
};
const placement = { start: 0, first: 0, last: length };
const samples = Int16Array.from({ length }, (_, n) => (n % 30000) - 15000);
let requests: string[] = [];

function serveSamples(_url: string, init?: RequestInit): Promise<Response> {
  const range = String((init?.headers as Record<string, string>)['Range']);
  requests.push(range);
  const [first, last] = range.replace('bytes=', '').split('-').map(Number);
  return Promise.resolve(new Response(samples.buffer.slice(first!, last! + 1), { status: 206 }));
}

interface Started {
  at: number;
  samples: Float32Array;
  rate: number;
}

/** Sound hardware whose time is set by hand. */
class FakeContext {
  static last: FakeContext;
  currentTime = 0;
  outputLatency = 0;
  destination = {};
  started: Started[] = [];
  stopped = 0;
  constructor() {
    FakeContext.last = this;
  }
  resume() {
    return Promise.resolve();
  }
  close() {
    return Promise.resolve();
  }
  createGain() {
    return { connect: () => {} };
  }
  createBuffer(_channels: number, size: number) {
    const data = new Float32Array(size);
    return { getChannelData: () => data };
  }
  createBufferSource() {
    const node = {
      buffer: undefined as undefined | { getChannelData: () => Float32Array },
      playbackRate: { value: 1 },
      connect: () => {},
      start: (at: number) =>
        this.started.push({ at, samples: node.buffer!.getChannelData(), rate: node.playbackRate.value }),
      stop: () => this.stopped++,
    };
    return node;
  }
}

beforeEach(() => {
  requests = [];
  vi.stubGlobal('fetch', serveSamples);
  vi.stubGlobal('AudioContext', FakeContext);
});
afterEach(() => vi.unstubAllGlobals());

/** Lets scheduling that waits for samples go on. */
async function settle(): Promise<void> {
  for (let i = 0; i < 200; i++) await turn();
}

async function playing(change: (player: Player) => void = () => {}) {
  const player = new Player(
    () => {},
    (error) => {
      throw error;
    },
  );
  player.setTracks([{ asset, gain: 0, placement }], 6);
  change(player);
  await player.play();
  await settle();
  return { player, context: FakeContext.last };
}

describe('reading decoded tracks in ranges', () => {
  it('gives exactly the samples asked for, across pieces and up to the end', async () => {
    const source = new PcmSource();
    for (const [from, to] of [
      [0, 10],
      [262_000, 263_000],
      [length - 5, length + 100],
    ] as const) {
      expect(Array.from(await source.read(asset, from, to))).toEqual(Array.from(samples.subarray(from, to)));
    }
  });

  it('asks for a piece once', async () => {
    const source = new PcmSource();
    await Promise.all([source.read(asset, 0, 100), source.read(asset, 50, 900)]);
    await source.read(asset, 5000, 6000);
    expect(requests).toHaveLength(1);
  });

  it('are read ahead once, as long as it may and if all of it can be kept', async () => {
    const tracks = ['a', 'b', 'c'].map((name) => ({ ...asset, sha256: name.repeat(64) }));
    const source = new PcmSource(3);
    await source.read(asset, 0, 10);
    await source.readAhead([...tracks, asset], () => requests.length < 2);
    expect(requests).toHaveLength(2);
    await source.readAhead(tracks, () => true);
    await source.readAhead(tracks, () => true);
    expect(requests).toHaveLength(3);
    for (const track of tracks) await source.read(track, 0, length);
    expect(requests).toHaveLength(3);
    await new PcmSource(2).readAhead(tracks, () => true);
    expect(requests).toHaveLength(3);
  });

  it('asks again after a failure', async () => {
    const source = new PcmSource();
    vi.stubGlobal('fetch', () => Promise.resolve(new Response('', { status: 500 })));
    await expect(source.read(asset, 0, 10)).rejects.toThrow('500');
    vi.stubGlobal('fetch', serveSamples);
    expect(await source.read(asset, 0, 10)).toHaveLength(10);
  });
});

describe('playing', () => {
  it('schedules pieces of the song without a gap, and no more than needed', async () => {
    const { player, context } = await playing();
    const { started } = context;
    expect(started.length).toBeGreaterThanOrEqual(2);
    expect(started.length).toBeLessThan(5);
    let sample = 0;
    started.forEach((piece, i) => {
      expect(piece.samples[0]).toBeCloseTo(samples[sample]! / 32768, 6);
      const next = started[i + 1];
      if (next) expect(next.at).toBeCloseTo(piece.at + piece.samples.length / 48000, 9);
      sample += piece.samples.length;
    });
    player.close();
  });

  it.each([0, 5.3])('fades the sound of the film to the sample, from %d s on', async (from) => {
    const fade = { fadeIn: 0.75, fadeOut: 0.5, curve: 'equalPower' } as const;
    const { player, context } = await playing((p) => {
      p.setTracks([{ asset, gain: 0, placement }], 6, fade);
      p.seek(from);
    });
    let n = Math.round(from * 48000);
    for (const piece of context.started)
      for (const value of piece.samples) {
        const wanted = (samples[n]! / 32768) * fadeLevel(fade, 0, 6, n / 48000);
        if (Math.abs(value - wanted) > 1e-6) throw new Error(`sample ${n} is ${value}, not ${wanted}`);
        n++;
      }
    expect(n).toBeGreaterThan(Math.min(from + 1, 5.99) * 48000);
    player.close();
  });

  it('tells the time that is heard: the hardware’s, less its latency', async () => {
    const { player, context } = await playing((p) => p.seek(2));
    const start = context.started[0]!.at;
    context.currentTime = start + 0.5;
    expect(player.time()).toBeCloseTo(2.5, 6);
    context.outputLatency = 0.2;
    expect(player.time()).toBeCloseTo(2.3, 6);
    player.close();
  });

  it('goes round a loop without a gap', async () => {
    const { player, context } = await playing((p) => {
      p.setLoop([1, 1.5]);
      p.seek(1);
    });
    const [first, second, third] = context.started;
    expect(first!.samples).toHaveLength(24000);
    expect(second!.at).toBeCloseTo(first!.at + 0.5, 9);
    expect(third!.samples[0]).toBeCloseTo(samples[48000]! / 32768, 6);
    context.currentTime = second!.at + 0.1;
    expect(player.time()).toBeCloseTo(1.1, 6);
    player.close();
  });

  it('plays slower, and counts film time accordingly', async () => {
    const { player, context } = await playing((p) => p.setSpeed(0.5));
    const [first, second] = context.started;
    expect(first!.rate).toBe(0.5);
    expect(second!.at).toBeCloseTo(first!.at + 2, 9);
    context.currentTime = first!.at + 1;
    expect(player.time()).toBeCloseTo(0.5, 6);
    player.close();
  });

  it('stops what was scheduled when it is paused, and stays where it was', async () => {
    const { player, context } = await playing();
    context.currentTime = context.started[0]!.at + 0.7;
    player.pause();
    expect(context.stopped).toBe(context.started.length);
    context.currentTime += 5;
    expect(player.time()).toBeCloseTo(0.7, 6);
  });

  it('keeps its place when the tracks change, and applies their level', async () => {
    const { player, context } = await playing();
    context.currentTime = context.started[0]!.at + 0.25;
    const before = context.started.length;
    player.setTracks([{ asset, gain: -20, placement }], 6);
    await settle();
    const piece = context.started[before]!;
    expect(piece.samples[0]).toBeCloseTo((samples[12000]! / 32768) * 0.1, 4);
    player.close();
  });
});

describe('a clock carried on', () => {
  const at = (part: Partial<ClockState>) =>
    clockTime({
      playing: true,
      time: 3,
      at: wallClock() - 2000,
      speed: 1,
      loop: undefined,
      end: 60,
      ...part,
    });

  it('runs with real time and speed while playing', () => {
    expect(at({})).toBeCloseTo(5, 1);
    expect(at({ speed: 0.5 })).toBeCloseTo(4, 1);
    expect(at({ playing: false })).toBe(3);
  });

  it('ends with the film and goes round a loop', () => {
    expect(at({ end: 4 })).toBe(4);
    expect(at({ loop: [2.5, 4] })).toBeCloseTo(3.5, 1);
    expect(at({ loop: [0, 2] })).toBeCloseTo(5, 1);
  });
});
