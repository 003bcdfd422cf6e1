import { parseMidi } from 'midi-file';
import { describe, expect, it } from 'vitest';
import { toMidi } from './midi';
import { beatTable, tableOverTime, toCsv, toJson } from './tables';

describe('tables', () => {
  it('have a row for every moment at any rate, the time first', () => {
    const table = tableOverTime(['x'], 1, 24, (t) => [t * 2]);
    expect(table.rows).toHaveLength(25);
    expect(table.rows[6]).toEqual([0.25, 0.5]);
    expect(toCsv(tableOverTime(['a', 'b,c'], 0.5, 2, () => [1, 0.25]))).toBe(
      'time,a,"b,c"\n0,1,0.25\n0.5,1,0.25\n',
    );
    expect(JSON.parse(toJson(table))).toEqual(table);
  });

  it('count beats within their bars', () => {
    const { rows } = beatTable({ bpm: 60, first: 2, perBar: 3 }, 4);
    expect(rows).toEqual([
      [0, 1, 2],
      [1, 2, 3],
      [2, 3, 1],
      [3, 4, 2],
      [4, 5, 3],
    ]);
  });
});

describe('a Standard MIDI File', () => {
  const bytes = toMidi('Lamps', [{ time: 1, note: 36, velocity: 100 }], 124, 3);

  it('begins as the Standard MIDI Files 1.0 specification says: MThd, length 6, format 0, one track', () => {
    expect(Array.from(bytes.subarray(0, 14))).toEqual([
      ...[0x4d, 0x54, 0x68, 0x64, 0, 0, 0, 6],
      ...[0, 0, 0, 1, 960 >> 8, 960 & 255],
    ]);
    expect(String.fromCharCode(...bytes.subarray(14, 18))).toBe('MTrk');
    expect(Array.from(bytes.subarray(-4))).toEqual([0, 0xff, 0x2f, 0]);
  });

  it('holds tempo, metre, and notes at their times', () => {
    const [events] = parseMidi(bytes).tracks;
    expect(events).toContainEqual(
      expect.objectContaining({ type: 'setTempo', microsecondsPerBeat: Math.round(6e7 / 124) }),
    );
    expect(events).toContainEqual(expect.objectContaining({ type: 'timeSignature', numerator: 3 }));
    const note = events!.find(({ type }) => type === 'noteOn')!;
    // A second at 124 beats a minute is 124 / 60 beats of 960 ticks.
    expect(note).toMatchObject({ deltaTime: Math.round((124 / 60) * 960), noteNumber: 36, channel: 9 });
  });
});
