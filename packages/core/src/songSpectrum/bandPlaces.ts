import { coverOf } from '../spectrum/bands';
import { ramp } from './binWeights';
import { gaussLegendre } from './gaussLegendre';

/** Points of Gauss's quadrature that a band needs. @param width in bins of a transform without padding */
function gaussPoints(width: number): number {
  // A power spectrum is made of waves of at most one period in such a bin, of which those near one hardly count.
  const spans = [0, 0.35, 0.9, 1.5, 2.1];
  const enough = spans.findIndex((span) => width <= span);
  return enough >= 0 ? enough + 1 : Math.ceil(spans.length + (width - 2.1) / 0.6);
}

/** Points that it needs beside a ramp. @param width of the ramp in bins */
export const edgePoints = (width: number): number => Math.ceil(width * 1.2);

/** A frequency at which a band's power is read, and how much it counts: both in Hz. */
export interface BandPlace {
  hz: number;
  weight: number;
}

/** What a band covers of the definition's bins, how wide it is in Hz, and how many points of Gauss's quadrature it needs. */
function measureBand(
  lowHz: number,
  highHz: number,
  sampleRate: number,
  fftSize: number,
  segmentLength: number,
) {
  const cover = coverOf(lowHz, highHz, sampleRate / fftSize, fftSize / 2 + 1);
  const { first, last } = cover;
  const width = Math.min(highHz, sampleRate / 2) - lowHz;
  const points = gaussPoints((width * segmentLength) / sampleRate);
  return { cover, width, points, hasFewBins: last - first < Math.max(4, points + 1) };
}

/** How many places {@link bandPlaces} has. Parameters as for it. */
export function placeCount(...band: Parameters<typeof bandPlaces>): number {
  const { cover, points, hasFewBins } = measureBand(...band);
  return hasFewBins ? cover.last - cover.first + 1 : points;
}

/**
 * Where in a band its power is read, and with which weights: at the bins of the definition, where they are few, else where
 * few points give the integral.
 * @param lowHz and `highHz`: its edges
 * @param sampleRate of the song
 * @param fftSize of the definition's transform
 * @param segmentLength in samples of the song
 */
export function bandPlaces(
  lowHz: number,
  highHz: number,
  sampleRate: number,
  fftSize: number,
  segmentLength: number,
): BandPlace[] {
  const binHz = sampleRate / fftSize;
  const { cover, width, points, hasFewBins } = measureBand(lowHz, highHz, sampleRate, fftSize, segmentLength);
  if (hasFewBins) {
    const { first, last, firstShare, lastShare } = cover;
    return Array.from({ length: last - first + 1 }, (_, i) => ({
      hz: (first + i) * binHz,
      weight: binHz * (i === 0 ? firstShare : first + i === last ? lastShare : 1),
    }));
  }
  const { places, weights } = gaussLegendre(points);
  return places.map((place, i) => ({
    hz: lowHz + ((1 + place) * width) / 2,
    weight: (weights[i]! * width) / 2,
  }));
}

/**
 * Where a wide band is read near its edges, beside the bins inside of it: see `insideWeights`.
 * @param binHz width of a bin in Hz
 * @param width of the ramps of the bins inside, in bins
 */
export function edgePlaces(lowHz: number, highHz: number, binHz: number, width: number): BandPlace[] {
  const { places, weights } = gaussLegendre(edgePoints(width));
  const inward = places.map((place, i) => {
    const away = (1 + place) / 2;
    return { away: away * width * binHz, weight: (1 - ramp(away)) * (weights[i]! / 2) * width * binHz };
  });
  return [
    ...inward.map(({ away, weight }) => ({ hz: lowHz + away, weight })),
    ...inward.map(({ away, weight }) => ({ hz: highHz - away, weight })).reverse(),
  ];
}
