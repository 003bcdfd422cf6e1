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

  /**
   * Levels in dBFS of this tier's bands at moments equally far apart.
   * @param signals as for `SongAnalyser.levels`, at this tier's rate
   * @param centre of the first moment's segment
   * @param hop samples from one centre to the next
   * @param count how many moments
   * @param out rows of `width` values, from `offset` on; only those of this tier's bands are written
   */
  levels(
    signals: readonly Float32Array[],
    centre: number,
    hop: number,
    count: number,
    out: Float32Array,
    offset: number,
    width: number,
  ): void {
    const { bands } = this.run;
    const { window, firstOffset, levelScale } = this.shape;
    const start = centre + firstOffset;
    const rows = levelsOfSegments(signals, window, this.fftSize, this.reader, levelScale, start, hop, count);
    if (bands.length === width) {
      out.set(rows, offset);
      return;
    }
    const contiguous = bands.at(-1)! - bands[0]! === bands.length - 1;
    for (let i = 0; i < count; i++) {
      const row = rows.subarray(i * bands.length, (i + 1) * bands.length);
      const at = offset + i * width;
      if (contiguous) out.set(row, at + bands[0]!);
      else bands.forEach((band, j) => (out[at + band] = row[j]!));
    }
  }
}
