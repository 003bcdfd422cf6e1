import { exact } from '../../contract';
import { halveInto, halvingTaps, workToHalve } from '../signal/halve';
import { align, growTo, scratch } from '../signal/signalEngine';

/** A song in the memory of the compiled code, with copies of it, each at half the rate of the one before. */
export interface SongCopies {
  /** Samples of the song. */
  length: number;
  /** Of each signal the addresses of its samples and of those of its copies. */
  addresses: number[][];
  /** Where room begins beyond them. */
  end: number;
}

/**
 * Loads a song. It stands in scratch room, and is gone when another one is loaded or a table is kept.
 * @param signals one, or two of the same length
 * @param halvings how many copies are made
 */
export function loadSong(signals: readonly Float32Array[], halvings = 0): SongCopies {
  const { length } = signals[0]!;
  const lengths = Array.from({ length: halvings + 1 }, (_, k) => Math.ceil(length / exact.pow(2, k)));
  // Kept first: it moves scratch room.
  halvingTaps();
  let end = scratch();
  const addresses = signals.map(() =>
    lengths.map((count) => {
      const at = end;
      // Samples are read and written four at a time.
      end = align(at + 4 * count + 16);
      return at;
    }),
  );
  const buffer = growTo(end + workToHalve(length));
  signals.forEach((samples, i) => {
    const copies = addresses[i]!;
    new Float32Array(buffer, copies[0], length).set(samples);
    for (let k = 0; k < halvings; k++) halveInto(copies[k]!, lengths[k]!, copies[k + 1]!, end);
  });
  return { length, addresses, end };
}
