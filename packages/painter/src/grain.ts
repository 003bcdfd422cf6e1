import { seeded } from '@cyclogram/core';

/** Pixels along a side of the noise, which is repeated. */
const side = 256;

/** Pixels along a side of a block of it, whose noise adds up to nothing: so any area keeps its mean. */
const block = 8;

let noise: Float32Array | undefined;

/** Noise that is evenly distributed between about -1 and 1. */
function noiseTile(): Float32Array {
  if (noise) return noise;
  noise = Float32Array.from({ length: side * side }, (_, i) => 2 * seeded(11, i) - 1);
  for (let top = 0; top < side; top += block) {
    for (let left = 0; left < side; left += block) {
      const positions = Array.from(
        { length: block * block },
        (_, n) => (top + Math.floor(n / block)) * side + left + (n % block),
      );
      const mean = positions.reduce((sum, position) => sum + noise![position]!, 0) / positions.length;
      for (const position of positions) noise[position]! -= mean;
    }
  }
  return noise;
}

/**
 * Lays grain over pixels, in place, so that slow gradients show no bands. It goes as far up as down, and no farther than the
 * nearer of black and white: the mean of an area stays what it was.
 * @param rgba four values of 8 bits a pixel, multiplied by opacity
 * @param grain 0 to 1: how far it goes, of half the way from black to white
 */
export function layGrain(rgba: Uint8ClampedArray, width: number, grain: number): void {
  const tile = noiseTile();
  const amount = 127.5 * grain;
  for (let at = 0, x = 0, y = 0; at < rgba.length; at += 4) {
    const added = amount * tile[(y % side) * side + (x % side)]!;
    for (let channel = at; channel < at + 3; channel++) {
      const value = rgba[channel]!;
      const headroom = Math.min(value, rgba[at + 3]! - value);
      rgba[channel] = value + (added > headroom ? headroom : added < -headroom ? -headroom : added);
    }
    if (++x === width) {
      x = 0;
      y++;
    }
  }
}
