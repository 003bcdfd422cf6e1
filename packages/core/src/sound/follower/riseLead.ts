import { exact } from '../../contract';

/** A hit reaches its height within so many seconds of the gate opening, and began no more than so many before that. */
const within = 0.15;
const before = 0.3;
/** Half of an amplitude, in dB. */
const half = 20 * exact.log10(2);

/** Place at which rows last rise through a level up to a row; between two rows in proportion. */
function lastRise(rows: Float32Array, level: number, from: number, to: number): number | undefined {
  for (let n = to; n > from; n--) {
    const [low, high] = [rows[n - 1]!, rows[n]!];
    if (low < level && high >= level) return n - 1 + (level - low) / (high - low);
  }
  return undefined;
}

function highest(rows: Float32Array, from: number, to: number): number {
  let best = from;
  for (let n = from; n <= to; n++) if (rows[n]! > rows[best]!) best = n;
  return best;
}

/**
 * By how many seconds a follower's rise leads the hits that it follows: from where its value comes to half of its height to
 * where the amplitude does. A spectrum is that of a stretch around its moment (the ear's window), and half of its amplitude is
 * there when the hit stands in the middle; a gate far below opens earlier. Less than 0 where it comes later. The median of all hits.
 * @param raw levels in dB
 * @param values 0 to 1, before any delay
 * @param rate of both, per second
 * @param fires seconds at which the gate opens
 * @returns undefined where there are no hits to tell by
 */
export function riseLead(
  raw: Float32Array,
  values: Float32Array,
  rate: number,
  fires: readonly number[],
): number | undefined {
  const last = Math.min(raw.length, values.length) - 1;
  const leads = fires.flatMap((fire, i) => {
    const opens = Math.min(Math.round(fire * rate), last);
    const next = i + 1 < fires.length ? Math.floor(fires[i + 1]! * rate) : last;
    const end = Math.min(opens + Math.round(within * rate), next, last);
    const first = Math.max(0, opens - Math.round(before * rate));
    const peak = highest(raw, opens, end);
    const hit = lastRise(raw, raw[peak]! - half, first, peak);
    const top = highest(values, opens, end);
    const rise = lastRise(values, values[top]! / 2, first, top);
    return hit === undefined || rise === undefined ? [] : [(hit - rise) / rate];
  });
  if (leads.length === 0) return undefined;
  return leads.sort((a, b) => a - b)[Math.floor(leads.length / 2)];
}
