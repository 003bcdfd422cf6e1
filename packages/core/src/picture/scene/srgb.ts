import { pow } from '../../contract';

/** Between sRGB (IEC 61966-2-1) and light in proportion to energy. */

export type Rgb = readonly [number, number, number];

/** @param value 0..1 as encoded */
export const toLinear = (value: number): number =>
  value <= 0.04045 ? value / 12.92 : pow((value + 0.055) / 1.055, 2.4);

/** @param value 0..1 in proportion to energy */
export const toEncoded = (value: number): number =>
  value <= 0.0031308 ? value * 12.92 : 1.055 * pow(value, 1 / 2.4) - 0.055;

let decoded: Float64Array | undefined;

/** A colour #rrggbb as light. */
export function linearOf(color: string): Rgb {
  decoded ??= Float64Array.from({ length: 256 }, (_, value) => toLinear(value / 255));
  const all = parseInt(color.slice(1, 7), 16);
  return [decoded[(all >> 16) & 255]!, decoded[(all >> 8) & 255]!, decoded[all & 255]!];
}

const steps = 8192;
let encoded: Uint8Array | undefined;

/** Light as it is encoded, 0..255: what is brighter than 1 is 255. */
export function byteOf(light: number): number {
  encoded ??= Uint8Array.from({ length: steps + 1 }, (_, i) => Math.round(255 * toEncoded(i / steps)));
  return encoded[light <= 0 ? 0 : light >= 1 ? steps : Math.round(light * steps)]!;
}
