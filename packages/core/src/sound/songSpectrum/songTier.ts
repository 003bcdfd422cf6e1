import { exact } from '../../contract';
import { bandSources, type BandRun } from './bandReading';
import { bandTable } from './bandTable';
import { cutWindow } from './cutSegments';
import { bandTransform, levelsOfSong, type BandTransform, type RowAddress } from './segmentLevels';
import { segmentWindow, type SegmentShape } from '../spectrum/segmentWindow';
import type { SongCopies } from './songCopies';
import { stepOf } from '../spectrum/windows';

/** Levels of some bands in many segments of a song, or of a copy of it at a lower rate: the fast way, in floats. */
export class SongTier {
  private readonly transform: BandTransform;
  /** First windowed sample at this tier's rate, counted from a segment's centre. */
  private readonly firstOffset: number = 0;

  /**
   * @param edges edges of all bands in Hz, one more than there are bands
   * @param run the bands this tier serves
   */
  constructor(
    shape: SegmentShape,
    edges: Float64Array,
    private readonly run: BandRun,
  ) {
    const { fftSize, sampleRate } = shape;
    const sources = bandSources(run, edges, sampleRate);
    const tableFor = (window: ArrayLike<number>) => bandTable(sources, window.length / fftSize);
    if (run.decimation > 1 && stepOf(shape.windowShape) > 0) {
      const cut = cutWindow(shape);
      this.transform = bandTransform(cut.smooth, fftSize, tableFor(cut.smooth), cut.levelScale, cut);
    } else {
      const { window, firstOffset, levelScale } = segmentWindow(shape);
      this.firstOffset = firstOffset;
      this.transform = bandTransform(window, fftSize, tableFor(window), levelScale);
    }
  }

  /** Indices of this tier's bands. */
  get bands(): readonly number[] {
    return this.run.bands;
  }

  /**
   * Levels in dBFS of this tier's bands at moments equally far apart.
   * @param song with copies down to this tier's rate
   * @param centre sample of the song that is the centre of the first moment's segment
   * @param hop samples of the song from one centre to the next
   * @param count how many moments
   * @param place where rows of this tier's bands go, see {@link levelsOfSong}
   * @returns the address of the first of them
   */
  levels(song: SongCopies, centre: number, hop: number, count: number, place?: RowAddress): number {
    const { transform, firstOffset } = this;
    const { cut } = transform;
    if (cut) return levelsOfSong(song, 0, transform, centre - cut.before, hop, count, place);
    const { decimation } = this.run;
    const start = centre / decimation + firstOffset;
    return levelsOfSong(song, exact.log2(decimation), transform, start, hop / decimation, count, place);
  }
}
