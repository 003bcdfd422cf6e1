import { align, growMemory } from '../contract';
import { passEngine, passMemory } from './passEngine';

/** The average of several pictures of the same size, with 16 bits a value in between. */
export class PixelSum {
  private readonly sums: Float32Array;
  private count = 0;

  constructor(
    private readonly width: number,
    private readonly height: number,
  ) {
    this.sums = new Float32Array(4 * width * height);
  }

  /** @param rgba four values of 8 bits a pixel, as `getImageData` gives them */
  add(rgba: Uint8ClampedArray): void {
    const { pixels, wide, sums, count, buffer, code } = this.work();
    new Uint8Array(buffer, pixels, rgba.length).set(rgba);
    new Float32Array(buffer, sums, this.sums.length).set(this.sums);
    code.premultiply(pixels, wide, count);
    code.accumulate(wide, sums, count, 1);
    this.sums.set(new Float32Array(buffer, sums, this.sums.length));
    this.count++;
  }

  /** Writes the average in place of pixels. */
  settle(rgba: Uint8ClampedArray): void {
    const { pixels, wide, sums, count, buffer, code } = this.work();
    const share = 1 / Math.max(1, this.count);
    new Float32Array(buffer, sums, this.sums.length).set(this.sums.map((value) => value * share));
    code.settleSums(sums, wide, count);
    code.unpremultiply(wide, pixels, count);
    rgba.set(new Uint8Array(buffer, pixels, rgba.length));
  }

  private work() {
    const code = passEngine();
    const count = this.width * this.height;
    const wide = passMemory().end + align(4 * count);
    const sums = wide + align(8 * count);
    const buffer = growMemory(code.memory, sums + 16 * count);
    return { code, pixels: passMemory().end, wide, sums, count, buffer };
  }
}
