import {
  listenToAll,
  maxSections,
  sectionListener,
  songChanges,
  suggestSections,
  usualCount,
  type ReadSignal,
  type SongChanges,
} from '@cyclogram/core';
import { beforeAll, describe, expect, it } from 'vitest';
import { createStem, type Stem } from '../synth/stem';
import { addBell, addDrum, addHeldNote, addNoise, wavetable } from '../synth/voices';
import { breakwater } from './breakwater';
import { dryDock } from './dryDock';
import { mixDown, noteHz } from './song';

async function changesOf(stems: Stem[]): Promise<SongChanges> {
  const { left, right } = mixDown(stems);
  const read: ReadSignal = (_signal, start, out) => {
    for (let n = Math.max(0, -start); n < out.length && start + n < left.length; n++)
      out[n] = (left[start + n]! + right[start + n]!) / 2;
  };
  const listener = sectionListener(left.length);
  await listenToAll(listener, read);
  return songChanges(listener, left.length / 48000);
}

const beatsOf = (bpm: number) => ({ bpm, first: 0, perBar: 4 });

describe('sections suggested for the demo’s songs', () => {
  it('of Breakwater Lamps begin with the kick, the break and the drop, within a beat', async () => {
    const song = await changesOf(breakwater.play());
    const starts = suggestSections(song, beatsOf(124)).map(({ from }) => from);
    const bar = (4 * 60) / 124;
    for (const known of [4, 20, 26]) {
      const away = Math.min(...starts.map((start) => Math.abs(start - known * bar)));
      expect(
        away,
        `bar ${known} of ${starts.map((start) => (start / bar).toFixed(2)).join(', ')}`,
      ).toBeLessThanOrEqual(60 / 124);
    }
    expect(starts[0]).toBe(0);
    expect(starts.length).toBeLessThan(12);
  });

  it('of Dry Dock begin on beats', async () => {
    const starts = suggestSections(await changesOf(dryDock.play()), beatsOf(96)).map(({ from }) => from);
    expect(starts.length).toBeGreaterThan(1);
    for (const start of starts)
      expect(Math.abs(start / (60 / 96) - Math.round(start / (60 / 96)))).toBeLessThan(1e-6);
  });
});

/** A song of the form A B A, made up: bars of each part, and what plays in them. */
interface Form {
  bpm: number;
  bars: [number, number, number];
  a: readonly Player[];
  b: readonly Player[];
  /** Every so many bars the last beat has a fill in place of the rest. */
  fills: number;
}

/** Plays a bar. */
type Player = (stem: Stem, start: number, beat: number, bar: number) => void;

const dull = wavetable([1, 0.3, 0.1]);
const bright = wavetable([1, 0.6, 0.5, 0.4, 0.3, 0.2, 0.2, 0.1]);
const quarter = [0, 1, 2, 3];

const kick: Player = (stem, start, beat) =>
  quarter.forEach((q) =>
    addDrum(stem, { start: start + q * beat, seconds: 0.4, hz: 50, gain: 1 }, 180, 0.02),
  );
const hats: Player = (stem, start, beat) =>
  [0.5, 1.5, 2.5, 3.5].forEach((q) =>
    addNoise(
      stem,
      { start: start + q * beat, seconds: 0.06, hz: 8000, gain: 0.3 },
      Math.round(1000 * start) + q,
    ),
  );
const held =
  (number: number, wave: Float32Array, gain: number): Player =>
  (stem, start, beat, bar) =>
    addHeldNote(
      stem,
      wave,
      { start, seconds: 4 * beat, hz: noteHz(number + [0, 5, 3, 7][bar % 4]!), gain },
      0.05,
      0.1,
      4,
    );
const bells: Player = (stem, start, beat, bar) =>
  quarter.forEach((q) =>
    addBell(stem, {
      start: start + q * beat,
      seconds: 1,
      hz: noteHz(84 + [0, 4, 7, 12][(q + bar) % 4]!),
      gain: 0.3,
      pan: 0,
    }),
  );

const forms: readonly Form[] = [
  {
    bpm: 120,
    bars: [12, 12, 12],
    a: [kick, held(36, dull, 0.4)],
    b: [kick, hats, bells, held(48, bright, 0.3)],
    fills: 4,
  },
  { bpm: 96, bars: [10, 14, 8], a: [held(48, bright, 0.4)], b: [kick, held(36, dull, 0.5), hats], fills: 4 },
  {
    bpm: 140,
    bars: [16, 16, 16],
    a: [kick, hats, held(40, dull, 0.3)],
    b: [bells, held(55, bright, 0.2)],
    fills: 8,
  },
  {
    bpm: 84,
    bars: [8, 8, 10],
    a: [bells, held(43, dull, 0.3)],
    b: [kick, hats, held(55, bright, 0.35)],
    fills: 2,
  },
  { bpm: 108, bars: [14, 9, 12], a: [kick, hats], b: [held(50, bright, 0.4), bells], fills: 4 },
];

function play({ bpm, bars, a, b, fills }: Form): { stem: Stem; seams: number[] } {
  const beat = 60 / bpm;
  const stem = createStem(bars.reduce((sum, count) => sum + count, 0) * 4 * beat + 1);
  const seams: number[] = [];
  let at = 0;
  bars.forEach((count, part) => {
    if (part > 0) seams.push(at * 4 * beat);
    for (let bar = 0; bar < count; bar++, at++) {
      const start = at * 4 * beat;
      (part === 1 ? b : a).forEach((player) => player(stem, start, beat, bar));
      if ((bar + 1) % fills === 0)
        for (let n = 0; n < 4; n++)
          addNoise(
            stem,
            { start: start + (3 + n / 4) * beat, seconds: 0.1, hz: 2500, gain: 0.5 },
            31 * at + n,
          );
    }
  });
  return { stem, seams };
}

describe('five songs of the form A B A', () => {
  const songs: { song: SongChanges; seams: number[] }[] = [];
  beforeAll(async () => {
    for (const form of forms) {
      const { stem, seams } = play(form);
      songs.push({ song: await changesOf([stem]), seams });
    }
  });
  const away = (seam: number, starts: readonly number[]) =>
    Math.min(...starts.map((start) => Math.abs(start - seam)));

  it('have their seams found within half a second, and hardly any others offered', () => {
    const found = songs.flatMap(({ song, seams }) => {
      const starts = suggestSections(song, null).map(({ from }) => from);
      return seams.map((seam) => away(seam, starts));
    });
    expect(found.filter((distance) => distance <= 0.5).length, found.join(', ')).toBe(10);
    const more = songs.reduce((sum, { song }) => sum + usualCount(song) - 3, 0);
    expect(more).toBeLessThanOrEqual(2);
  });

  it('are just that when three sections are asked for, and the second A is called A as well', () => {
    for (const { song, seams } of songs) {
      const sections = suggestSections(song, null, 3);
      expect(sections.map(({ name }) => name)).toEqual(['A', 'B', 'A']);
      seams.forEach((seam) =>
        expect(
          away(
            seam,
            sections.map(({ from }) => from),
          ),
        ).toBeLessThanOrEqual(0.5),
      );
    }
  });

  it('from coarse to fine each section more splits one of those before', () => {
    for (const { song } of songs) {
      let before: number[] = [];
      for (let count = 1; count <= maxSections(song); count++) {
        const starts = suggestSections(song, null, count).map(({ from }) => from);
        expect(starts).toHaveLength(count);
        expect(starts).toEqual(expect.arrayContaining(before));
        before = starts;
      }
    }
  });
});
