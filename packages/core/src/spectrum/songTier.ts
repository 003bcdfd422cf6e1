import { bandReader, type BandReader } from './bandReader';
import { bandCovers } from './bands';
import type { BandRun } from './divideBands';
import { levelsOfSegments } from './segmentLevels';
import { segmentWindow, type SegmentShape, type SegmentWindow } from './segmentWindow';

/** Levels of some bands in many segments of a song, or of a copy of it at a lower rate: the fast way, in floats. */
export class SongTier {
  private readonly fftSize: number;
  private readonly shape: SegmentWindow;
  private readonly reader: BandReader;

  /**
   * @param edges edges of all bands in Hz, one more than there are bands
   * @param run the bands this tier serves
   */
  constructor(
    shape: SegmentShape,
    edges: Float64Array,
    private readonly run: BandRun,
  ) {
    const { fftSize } = shape;
    this.fftSize = fftSize;
    this.shape = segmentWindow(shape);
    const { binHz, window } = this.shape;
    const covers = bandCovers(edges, binHz, fftSize / 2 + 1);
    const between = new Map(run.betweenBins.map(({ band, places }) => [band, places]));
    const filled = window.length / fftSize;
    this.reader = bandReader(
      run.bands.map(
        (band) =>
          between.get(band)?.map(({ hz, weight }) => ({ at: hz / binHz, weight: weight / binHz })) ??
          covers[band]!,
      ),
      filled,
    );
  }

  /** Indices of this tier's bands. */
  get bands(): readonly number[] {
    return this.run.bands;
  }

  /**
   * Levels in dBFS of this tier's bands at moments equally far apart.
   * @param signals as for `SongAnalyser.levels`, at this tier's rate
   * @param centre of the first moment's segment
   * @param hop samples from one centre to the next
   * @param count how many moments
   * @returns `count` rows of this tier's bands, good until this or the like is called again
   */
  levels(signals: readonly Float32Array[], centre: number, hop: number, count: number): Float32Array {
    const { window, firstOffset, levelScale } = this.shape;
    const start = centre + firstOffset;
    return levelsOfSegments(signals, window, this.fftSize, this.reader, levelScale, start, hop, count);
  }
}
