import { seeded } from '@cyclogram/core';

/** Pixels along a side of the noise, which is repeated. */
const side = 256;

let noise: Float32Array | undefined;

/** Noise between -1 and 1, evenly distributed: every two pixels beside each other add up to nothing, so that any area keeps its mean. */
function noiseTile(): Float32Array {
  if (noise) return noise;
  noise = new Float32Array(side * side);
  for (let i = 0; i < noise.length; i += 2) {
    const value = 2 * seeded(11, i) - 1;
    noise.set([value, -value], i);
  }
  return noise;
}

/**
 * Lays grain over pixels, in place, so that slow gradients show no bands. It goes as far up as down, and no farther than the
 * nearer of black and white: the mean of an area stays what it was.
 * @param rgba four values of 8 bits a pixel
 * @param grain 0 to 1: how far it goes, of half the way from black to white
 */
export function layGrain(rgba: Uint8ClampedArray, width: number, grain: number): void {
  const tile = noiseTile();
  const amount = 127.5 * grain;
  for (let at = 0, x = 0, y = 0; at < rgba.length; at += 4) {
    const added = amount * tile[(y % side) * side + (x % side)]!;
    for (let channel = at; channel < at + 3; channel++) {
      const value = rgba[channel]!;
      const room = value < 128 ? value : 255 - value;
      rgba[channel] = value + (added > room ? room : added < -room ? -room : added);
    }
    if (++x === width) {
      x = 0;
      y++;
    }
  }
}
