import { defaultEar, partBlockLength, type ChannelKind, type Ear } from '@cyclogram/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { EarSounds } from './earSounds';
import type { TrackSource } from './messages';

/** Two and a half blocks of noise, in both channels different. */
const length = 2.5 * partBlockLength;
const pcm = Int16Array.from({ length: 2 * length }, (_, n) => Math.round(9000 * Math.sin(n * n)));
let requests = 0;

/** Answers as the server does to a request for a range. */
async function answerRange(_url: string, { headers }: { headers: { Range: string } }) {
  requests++;
  const [first, last] = /(\d+)-(\d+)/.exec(headers.Range)!.slice(1).map(Number);
  return new Response(new Uint8Array(pcm.buffer).slice(first, last! + 1), { status: 206 });
}

const track: TrackSource = {
  sha256: 'one',
  channels: 2,
  length,
  gain: 0,
  placement: { start: 0, first: 0, last: length },
};
const sourceOf = (settings: Partial<Ear>, tracks = [track]) => ({
  ear: { ...defaultEar('e'), ...settings },
  tracks,
});

/** Blocks separated by one worker, by what they are called after the tracks. */
function soundsNoting() {
  const blocks = new Map<string, Float32Array>();
  const sounds = new EarSounds((name, block) => blocks.set(name, block));
  const names = () => [...blocks.keys()].map((name) => name.slice(name.indexOf('] ') + 2));
  return { sounds, blocks, names };
}

const alone = { first: 0, of: 1 };
const always = () => true;

beforeEach(() => {
  requests = 0;
  vi.stubGlobal('fetch', answerRange);
});
afterEach(() => vi.unstubAllGlobals());

describe('separating ahead', () => {
  it.each<[ChannelKind, Ear['part'], string[]]>([
    ['mid', 'all', ['mid']],
    ['side', 'all', ['side']],
    // The spectrogram is of the middle.
    ['mix', 'all', ['left', 'right', 'mid']],
    ['left', 'percussive', ['left', 'mid', 'right', 'side']],
    ['mix', 'harmonic', ['left', 'right', 'mid', 'side']],
  ])('of an ear of %s that listens to %s does %s', async (channel, part, signals) => {
    const { sounds, names } = soundsNoting();
    await sounds.separateAhead(sourceOf({ channel, part }), length, always, alone);
    expect(names()).toEqual(signals.flatMap((signal) => [0, 1, 2].map((block) => `${signal} ${block}`)));
  });

  it('is what is then read, whichever worker has done it', async () => {
    const source = sourceOf({ channel: 'left', part: 'percussive' });
    const other = soundsNoting();
    const expected = new Float32Array(length);
    await other.sounds.reader(source)('left', 0, expected);
    expect(other.names()).toEqual(['left 0', 'left 1', 'left 2']);
    expect(expected.some((value) => Math.abs(value) > 0.01)).toBe(true);

    const { sounds, blocks } = soundsNoting();
    for (const [name, block] of other.blocks) sounds.putSeparated(name, block);
    await sounds.separateAhead(sourceOf({ channel: 'left' }), length, always, alone);
    const known = requests;
    const samples = new Float32Array(length);
    await sounds.reader(source)('left', 0, samples);
    expect(samples).toEqual(expected);
    expect(requests).toBe(known);
    // The spectrogram is of the left, too: there was nothing to separate.
    expect(blocks.size).toBe(0);
  });

  it('is shared among workers', async () => {
    const { sounds, names } = soundsNoting();
    await sounds.separateAhead(sourceOf({ channel: 'left' }), length, always, { first: 1, of: 2 });
    expect(names()).toEqual(['left 1']);
  });

  it('ends when there is something else to do', async () => {
    const { sounds, names } = soundsNoting();
    await sounds.separateAhead(sourceOf({ channel: 'left' }), length, () => names().length < 2, alone);
    expect(names()).toEqual(['left 0', 'left 1']);
  });

  it('is not begun for more signals than can be kept', async () => {
    const { sounds, names } = soundsNoting();
    const hour = 3600 * 48000;
    const long = sourceOf({ channel: 'left' }, [{ ...track, placement: { start: 0, first: 0, last: hour } }]);
    await sounds.separateAhead(long, hour, always, alone);
    expect(names()).toEqual([]);
  });

  it('is forgotten with the tracks', async () => {
    const { sounds, blocks } = soundsNoting();
    const source = sourceOf({ channel: 'left', part: 'percussive' });
    await sounds.separateAhead(source, length, always, alone);
    const again = async () => {
      blocks.clear();
      await sounds.reader(source)('left', 0, new Float32Array(length));
      return blocks.size;
    };
    sounds.keepOnly([source]);
    expect(await again()).toBe(0);
    sounds.keepOnly([sourceOf({}, [{ ...track, gain: -6 }])]);
    expect(await again()).toBe(3);
  });
});
