import { edgePlaces, type BandPlace } from './bandPlaces';
import { noBins, type BandSource } from './bandReader';
import { bandCovers } from '../spectrum/bands';
import { coverWeights, insideWeights } from './binWeights';
import type { BandRun } from './divideBands';

/**
 * What the bands of a run are read from: the bins of the definition, where the transform has them; else places between
 * its bins, all over narrow bands and near the edges of wide ones, whose inside is a sum of bins.
 * @param edges of all bands in Hz, one more than bands
 * @param sampleRate of the copy that is transformed, in Hz
 */
export function bandSources(
  { bands, finer, ramp, betweenBins, decimation, fftSize }: BandRun,
  edges: Float64Array,
  sampleRate: number,
): BandSource[] {
  const binHz = sampleRate / fftSize;
  const pointsAt = (places: readonly BandPlace[]) =>
    places.map(({ hz, weight }) => ({ at: hz / binHz, weight: weight / binHz }));
  if (finer <= 1) {
    const covers = bandCovers(edges, binHz / finer, (fftSize * decimation * finer) / 2 + 1);
    return bands.map((band) => ({ points: [], bins: coverWeights(covers[band]!, 1 / finer) }));
  }
  const between = new Map(betweenBins.map(({ band, places }) => [band, places]));
  const nyquist = (sampleRate * decimation) / 2;
  return bands.map((band) => {
    const places = between.get(band);
    if (places) return { points: pointsAt(places), bins: noBins };
    const [low, high] = [edges[band]!, Math.min(edges[band + 1]!, nyquist)];
    return {
      points: pointsAt(edgePlaces(low, high, binHz, ramp)),
      bins: insideWeights(low / binHz, high / binHz, ramp),
    };
  });
}
