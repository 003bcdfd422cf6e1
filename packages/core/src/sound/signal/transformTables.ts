import { exact } from '../../contract';
import { keep } from './signalEngine';

/**
 * Tables of the transforms of assembly/transform.ts.
 */

/** Values that are worked on at a time: floats, or doubles. */
const lanesOf = { single: 4, double: 2 } as const;
export type Precision = keyof typeof lanesOf;

/** Addresses of the tables for transforms of one size. */
export interface Tables {
  twiddles: number;
  order: number;
}

/** Sizes that can be transformed: powers of two of at least 16. */
export const isTransformSize = (size: number): boolean => size >= 16 && Number.isInteger(exact.log2(size));

/** @throws RangeError when segments of so many samples cannot be transformed by that size */
export function checkTransform(length: number, size: number): void {
  if (!isTransformSize(size) || length > size) {
    throw new RangeError(`a segment of ${length} samples cannot be transformed by ${size}`);
  }
}

const isOfFours = (size: number) => Number.isInteger(exact.log2(size) / 2);

/** Cosines and sines for all stages: for values worked on together those of their multiples, one in a stage of two, three in one of four. */
function twiddlesOf(size: number, lanes: number): Float64Array {
  // A stage of n values has n of them for two, 3 n / 2 for four; the stages of four are quarters of one another.
  const values = new Float64Array(3 * size);
  let at = 0;
  const stage = (n: number, parts: number) => {
    for (let j = 0; j < n / parts; j += lanes) {
      for (let multiple = 1; multiple < parts; multiple++, at += 2 * lanes) {
        for (let i = 0; i < lanes; i++) {
          const angle = (-2 * Math.PI * (j + i) * multiple) / n;
          values[at + i] = exact.cos(angle);
          values[at + lanes + i] = exact.sin(angle);
        }
      }
    }
  };
  if (!isOfFours(size)) stage(size, 2);
  for (let n = isOfFours(size) ? size : size / 2; n > 4; n /= 4) stage(n, 4);
  return values.subarray(0, at);
}

/**
 * Where each bin stands after the transform: in the order of reversed digits, but that the last
 * fours, which were transformed several at a time, alternate.
 */
export function binOrder(size: number, precision: Precision): Uint32Array {
  const lanes = lanesOf[precision];
  const order = new Uint32Array(size);
  const place = (start: number, length: number, bin: number, step: number): void => {
    const parts = isOfFours(length) ? 4 : 2;
    for (let part = 0; part < parts; part++) {
      const partBin = bin + part * step;
      if (length > 4) place(start + (part * length) / parts, length / parts, partBin, step * parts);
      else {
        const group = start - (start % (4 * lanes));
        order[partBin] = group + lanes * part + (start - group) / 4;
      }
    }
  };
  place(0, size, 0, 1);
  return order;
}

const tables = new Map<string, Tables>();

/** Tables for transforms of a size, kept once they are made. */
export function tablesFor(size: number, precision: Precision): Tables {
  const key = `${precision} ${size}`;
  let known = tables.get(key);
  if (!known) {
    const values = twiddlesOf(size, lanesOf[precision]);
    const twiddles = keep(precision === 'single' ? new Float32Array(values) : values);
    known = { twiddles, order: keep(binOrder(size, precision)) };
    tables.set(key, known);
  }
  return known;
}
