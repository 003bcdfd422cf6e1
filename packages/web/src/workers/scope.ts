import type { ScopeData } from './messages';

/** Width of the picture that is looked at, in pixels. */
export const scopeWidth = 256;
/** Steps of brightness of the waveform. */
const levels = 64;

/** How often each value is there, and how bright each column is (the luma of Rec. 709). @param rgba opaque pixels */
export function scopeOf(rgba: Uint8ClampedArray, width: number, bins: number): ScopeData {
  const count = rgba.length / 4;
  const histogram = [0, 1, 2].map(() => new Array<number>(bins).fill(0));
  const waveform = new Float32Array(width * levels);
  const rows = count / width;
  for (let n = 0; n < count; n++) {
    for (let channel = 0; channel < 3; channel++)
      histogram[channel]![Math.floor((rgba[4 * n + channel]! * bins) / 256)]! += 1 / count;
    const luma = 0.2126 * rgba[4 * n]! + 0.7152 * rgba[4 * n + 1]! + 0.0722 * rgba[4 * n + 2]!;
    waveform[Math.min(levels - 1, Math.floor((luma * levels) / 256)) * width + (n % width)]! += 1 / rows;
  }
  return { histogram, waveform, columns: width, levels };
}
