import { exact } from '../../contract';
import type { Follower } from './follower';
import { earStandard } from '../ear/ear';
import { smooth } from '../levels/settleRows';

/** Greatest value of the last `time` seconds, in place. */
export function holdValues(values: Float32Array, time: number, step: number): void {
  const span = Math.round(time / step);
  if (span < 1) return;
  const raw = values.slice();
  // Indices of values that may still become the greatest, falling in value.
  const waiting: number[] = [];
  for (let n = 0; n < raw.length; n++) {
    while (waiting.length > 0 && raw[waiting.at(-1)!]! <= raw[n]!) waiting.pop();
    waiting.push(n);
    if (waiting[0]! < n - span) waiting.shift();
    values[n] = raw[waiting[0]!]!;
  }
}

/** Curve, hold, attack and release, and inversion, in place. @param values 0..1 */
export function shapeValues(values: Float32Array, follower: Follower, step: number): void {
  const { curve, hold, attack, release, invert } = follower;
  if (curve !== 1) for (let n = 0; n < values.length; n++) values[n] = exact.pow(values[n]!, curve);
  holdValues(values, hold, step);
  smooth(values, 1, step, { ...earStandard, smoothing: 'attackRelease', attack, release });
  if (invert) for (let n = 0; n < values.length; n++) values[n] = 1 - values[n]!;
}

/** Below the gate by this many dB, a gate that has opened may open anew. */
const rearmDb = 1.5;

/** Times in seconds at which a level rises through the gate; small wavering around it counts once. */
export function gateOpenings(raw: Float32Array, rate: number, gate: number): number[] {
  const times: number[] = [];
  let armed = true;
  for (let n = 0; n < raw.length; n++) {
    if (armed && raw[n]! > gate) {
      const before = n > 0 ? raw[n - 1]! : raw[n]!;
      const share = raw[n]! > before ? (gate - before) / (raw[n]! - before) : 1;
      times.push((n - 1 + Math.min(Math.max(share, 0), 1)) / rate);
      armed = false;
    } else if (!armed && raw[n]! < gate - rearmDb) armed = true;
  }
  return times.map((time) => Math.max(time, 0));
}
