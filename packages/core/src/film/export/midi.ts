import { writeMidi, type MidiData, type MidiEvent } from 'midi-file';

/** A note to be written: onsets and beats become short notes. */
export interface MidiNote {
  /** Seconds. */
  time: number;
  /** 0..127; 36 is the kick of General MIDI's drum map. */
  note: number;
  /** 1..127 */
  velocity: number;
}

const ticksPerBeat = 960;
/** Channel 10, counted from 0: percussion in General MIDI. */
const drumChannel = 9;
const noteSeconds = 0.05;

/**
 * Notes as a Standard MIDI File, format 0, at a steady tempo.
 * @param perBar beats in a bar, for its time signature
 */
export function toMidi(name: string, notes: readonly MidiNote[], bpm: number, perBar = 4): Uint8Array {
  const tick = (seconds: number) => Math.round(((Math.max(seconds, 0) * bpm) / 60) * ticksPerBeat);
  const timed = notes
    .flatMap(({ time, note, velocity }) => [
      { at: tick(time), order: 1, type: 'noteOn' as const, noteNumber: note, velocity },
      { at: tick(time + noteSeconds), order: 0, type: 'noteOff' as const, noteNumber: note, velocity: 0 },
    ])
    .sort((a, b) => a.at - b.at || a.order - b.order);
  let last = 0;
  const events = timed.map(({ at, type, noteNumber, velocity }): MidiEvent => {
    const deltaTime = at - last;
    last = at;
    return { deltaTime, channel: drumChannel, type, noteNumber, velocity };
  });
  const data: MidiData = {
    header: { format: 0, numTracks: 1, ticksPerBeat },
    tracks: [
      [
        { deltaTime: 0, meta: true, type: 'trackName', text: name },
        { deltaTime: 0, meta: true, type: 'setTempo', microsecondsPerBeat: Math.round(6e7 / bpm) },
        {
          deltaTime: 0,
          meta: true,
          type: 'timeSignature',
          numerator: perBar,
          denominator: 4,
          metronome: 24,
          thirtyseconds: 8,
        },
        ...events,
        { deltaTime: 0, meta: true, type: 'endOfTrack' },
      ],
    ],
  };
  return Uint8Array.from(writeMidi(data));
}
