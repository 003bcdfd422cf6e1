import { addRoom } from '../synth/room';
import { createStem } from '../synth/stem';
import { addBell, addDrum, addHeldNote, addNoise, wavetable } from '../synth/voices';
import { noteHz, type Song } from './song';

const beat = 60 / 124;
const bar = 4 * beat;
const bars = 38;

/** Bars in which each instrument plays: an intro, two verses, a break, a drop, an end. */
const plays = {
  kick: (b: number) => (b >= 4 && b < 20) || (b >= 26 && b < 37),
  bass: (b: number) => (b >= 8 && b < 20) || (b >= 26 && b < 36),
  bells: (b: number) => b < 4 || (b >= 12 && b < 36),
  hats: (b: number) => (b >= 2 && b < 20) || (b >= 26 && b < 36),
  pad: (b: number) => b >= 16,
};

/** Four chords of the song: roots and notes. */
const chords = [
  { root: 33, notes: [57, 60, 64, 69] },
  { root: 29, notes: [53, 57, 60, 69] },
  { root: 36, notes: [55, 60, 64, 67] },
  { root: 31, notes: [55, 59, 62, 67] },
];
const chordOf = (b: number) => chords[Math.floor(b / 2) % 4]!;

/** Sixteenths of a bar in which the bass and the bells strike, and which note of the chord. */
const bassSteps = [2, 6, 7, 10, 14];
const bellSteps = [
  [0, 3],
  [3, 1],
  [6, 2],
  [9, 3],
  [11, 0],
  [14, 2],
] as const;

/** A four-on-the-floor song with a break and a drop. The kick ends at 47 Hz. */
export const breakwater: Song = {
  id: 'breakwater',
  title: 'Breakwater Lamps',
  artist: 'Marlo Fenwright',
  seconds: bars * bar + 1.5,
  instruments: ['Kick', 'Bass', 'Bells', 'Hats', 'Pad'],
  play() {
    const stems = this.instruments.map(() => createStem(this.seconds));
    const [kick, bass, bells, hats, pad] = stems as [(typeof stems)[0], ...typeof stems];
    const bassWave = wavetable([1, 0.5, 0.33, 0.22, 0.15, 0.1, 0.06]);
    const padWave = wavetable([1, 0.4, 0.5, 0.2, 0.22, 0.1, 0.12, 0.05, 0.06]);
    for (let b = 0; b < bars; b++) {
      const start = b * bar;
      const { root, notes } = chordOf(b);
      if (plays.kick(b)) {
        for (let q = 0; q < 4; q++) {
          addDrum(kick, { start: start + q * beat, seconds: 0.42, hz: 47, gain: 1 }, 190, 0.022);
        }
      }
      if (plays.bass(b)) {
        for (const step of bassSteps) {
          const note = {
            start: start + (step * beat) / 4,
            // The note before a repeated one is cut short, so that both are heard.
            seconds: step === 6 ? 0.07 : 0.16,
            hz: noteHz(root + (step === 14 ? 12 : 0)),
            gain: 0.5,
          };
          addHeldNote(bass!, bassWave, note, 0.006, step === 6 ? 0.03 : 0.06, 4);
        }
      }
      if (plays.bells(b)) {
        for (const [step, n] of bellSteps) {
          const pan = step % 2 === 0 ? -0.45 : 0.45;
          addBell(bells!, {
            start: start + (step * beat) / 4,
            seconds: 1.5,
            hz: noteHz(notes[n]! + 24),
            gain: 0.16,
            pan,
          });
        }
      }
      if (plays.hats(b)) {
        for (let step = 0; step < 16; step += 2) {
          const open = step % 4 === 2;
          const note = {
            start: start + (step * beat) / 4,
            seconds: open ? 0.16 : 0.05,
            hz: 7000,
            gain: open ? 0.3 : 0.2,
            pan: 0.2,
          };
          addNoise(hats!, note, 1000 + b * 16 + step);
        }
        if (b >= 8) {
          for (const q of [1, 3])
            addNoise(
              hats!,
              { start: start + q * beat, seconds: 0.22, hz: 1400, gain: 0.34 },
              5000 + b * 4 + q,
            );
        }
      }
      if (plays.pad(b) && b % 2 === 0) {
        notes.forEach((number, i) => {
          const note = { start, seconds: 2 * bar - 0.1, hz: noteHz(number), gain: 0.11, pan: i * 0.4 - 0.6 };
          addHeldNote(pad!, padWave, note, 0.35, 0.5, 14);
        });
      }
    }
    // Spray that swells through the break and ends on the drop.
    addNoise(pad!, { start: 22 * bar, seconds: 0.5, hz: 1800, gain: 0.34 }, 77, 4 * bar - 0.05);
    addNoise(hats!, { start: 26 * bar, seconds: 2.4, hz: 3000, gain: 0.4 }, 78);
    addRoom(bells!, 0.5, 2.2);
    addRoom(pad!, 0.35, 2.6);
    return stems;
  },
};
