/**
 * Values between equally spaced ones on a smooth curve that stays between its
 * neighbours: no overshoot, no new peaks.
 *
 * Source: M. Steffen, "A simple method for monotonic interpolation in one
 * dimension", Astronomy and Astrophysics 239 (1990), 443-450.
 * @param values at 0, 1, 2, ...
 * @param round whether the last value is followed by the first
 * @param parts values given back for each step: at 0, 1 / parts, 2 / parts, ...
 * @returns `parts` times as many values when round; else up to and with the last value
 */
export function monotoneCurve(values: ArrayLike<number>, round: boolean, parts: number): Float64Array {
  const count = values.length;
  if (count === 0) return new Float64Array(0);
  const index = (i: number) => (round ? (i + count) % count : Math.min(Math.max(i, 0), count - 1));
  const at = (i: number) => values[index(i)]!;
  const slopes = Float64Array.from({ length: count + 1 }, (_, i) => {
    const before = at(i) - at(i - 1);
    const after = at(i + 1) - at(i);
    const middle = (before + after) / 2;
    return (
      (Math.sign(before) + Math.sign(after)) *
      Math.min(Math.abs(before), Math.abs(after), Math.abs(middle) / 2)
    );
  });
  const steps = round ? count : count - 1;
  const out = new Float64Array(steps * parts + (round ? 0 : 1));
  for (let i = 0; i < steps; i++) {
    const rise = at(i + 1) - at(i);
    const [start, end] = [slopes[i]!, slopes[index(i + 1)]!];
    const a = start + end - 2 * rise;
    const b = 3 * rise - 2 * start - end;
    for (let part = 0; part < parts; part++) {
      const u = part / parts;
      out[i * parts + part] = ((a * u + b) * u + start) * u + at(i);
    }
  }
  if (!round) out[steps * parts] = at(count - 1);
  return out;
}
