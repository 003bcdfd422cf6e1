import { riseLead, type FollowerHearing } from '@cyclogram/core';
import type { FollowerReport } from './messages';

const histogramBins = 48;

/** What a follower has heard, for drawing. @param hearing settled */
export function reportFollower(hearing: FollowerHearing): FollowerReport {
  const { rate, raw, values, gate, ceiling, distribution, fires, firesPerMinute, kind } = hearing;
  const isFlux = kind.pulses;
  // What lies far below the gate would only squeeze the rest together.
  const low = isFlux ? 0 : Math.min(Math.max(distribution.percentile(2), gate - 30), gate - 6) - 1;
  const high = (isFlux ? 1.05 : 1) * Math.max(distribution.percentile(100), ceiling) + (isFlux ? 0 : 2);
  return {
    rate,
    raw: raw.slice(),
    values: values.slice(),
    gate,
    ceiling,
    low,
    high,
    histogram: distribution.histogram(low, high, histogramBins),
    fires,
    firesPerMinute,
    lead: isFlux ? undefined : riseLead(raw, values, rate, fires),
    percentiles: Array.from({ length: 101 }, (_, percent) => distribution.percentile(percent)),
    wholeSong: kind.wholeSong?.of(raw),
  };
}
