import { addRoom } from '../synth/room';
import { createStem } from '../synth/stem';
import { addBell, addHeldNote, addNoise, wavetable } from '../synth/voices';
import { noteHz, type Song } from './song';

/** Chords of eight seconds: a low note, a held middle, a voice above. */
const swells = [
  { low: 38, middle: [50, 57, 62], high: 69, gain: 0.5 },
  { low: 34, middle: [50, 53, 58], high: 70, gain: 0.65 },
  { low: 41, middle: [48, 57, 60], high: 72, gain: 0.8 },
  { low: 36, middle: [48, 55, 64], high: 74, gain: 0.9 },
  { low: 38, middle: [50, 57, 65], high: 77, gain: 1 },
  { low: 31, middle: [50, 55, 58], high: 74, gain: 0.85 },
  { low: 33, middle: [49, 52, 57], high: 69, gain: 0.6 },
];
const swellSeconds = 8;

/** A slow song without drums: chords that rise and fall like a tide, glass on every second: 60 beats a minute. */
export const slowTide: Song = {
  id: 'slow-tide',
  title: 'Slow Tide, Low Lanterns',
  artist: 'The Mooring Choir',
  seconds: swells.length * swellSeconds + 4,
  instruments: ['Low pipes', 'Strings', 'Voice', 'Glass'],
  play() {
    const stems = this.instruments.map(() => createStem(this.seconds));
    const [pipes, strings, voice, glass] = stems as [(typeof stems)[0], ...typeof stems];
    const pipeWave = wavetable([1, 0.6, 0.25, 0.3, 0.08, 0.12]);
    const stringWave = wavetable([1, 0.7, 0.55, 0.42, 0.33, 0.26, 0.2, 0.15, 0.12, 0.09, 0.07, 0.05]);
    const voiceWave = wavetable([0.8, 1, 0.6, 0.16, 0.1, 0.14, 0.08]);
    swells.forEach(({ low, middle, high, gain }, i) => {
      const start = i * swellSeconds;
      addHeldNote(pipes, pipeWave, { start, seconds: 7, hz: noteHz(low), gain: 0.42 * gain }, 3, 2.5, 3);
      middle.forEach((number, m) => {
        const note = {
          start: start + 0.4 * m,
          seconds: 6,
          hz: noteHz(number),
          gain: 0.2 * gain,
          pan: m * 0.7 - 0.7,
        };
        addHeldNote(strings!, stringWave, note, 3.4, 3, 16);
      });
      addHeldNote(
        voice!,
        voiceWave,
        { start: start + 2, seconds: 3.5, hz: noteHz(high), gain: 0.2 * gain, pan: 0.15 },
        1.6,
        2.4,
        10,
      );
      for (let n = 0; n < 6; n++) {
        const number = [...middle, high][(n * 3 + i) % 4]! + 24;
        const pan = ((n * 5) % 7) / 3.5 - 1;
        addBell(glass!, {
          start: start + 2 + n,
          seconds: 2.6,
          hz: noteHz(number),
          gain: 0.07 * gain,
          pan,
        });
      }
      addNoise(glass!, { start: start + 0.5, seconds: 5, hz: 2500, gain: 0.035 * gain }, 300 + i, 3.2);
    });
    addRoom(strings!, 0.5, 3.5);
    addRoom(voice!, 0.6, 3.5);
    addRoom(glass!, 0.7, 4);
    return stems;
  },
};
