import { bytesOfSurfaceInfo, putLayTask, putSurfaceInfo, type Pointer } from '../passCalls';
import type { RowsLeft } from '../passBuffer';
import { passEngine, passMemory } from '../passEngine';
import { blendModes, type BlendMode } from '../blend';

const modes = Object.keys(blendModes) as BlendMode[];

/** The number by which compiled code knows a blend mode: see assembly/blend.ts. */
export const blendNumber = (mode: BlendMode): number => modes.indexOf(mode);

/** Pixels of a tile along a side: see assembly/surfaces.ts. */
const tileSide = 64;

/** Counts surfaces, for benchmarks: how many were made, their pixels, and those in tiles in which something is, of those laid on. */
export const surfaceCount = { surfaces: 0, pixels: 0, touched: 0 };

/**
 * Pixels to paint on, in the memory of the compiled code: red, green and blue, multiplied by opacity, and opacity, 8 bits
 * each, in sRGB. They stand there until what was taken of memory since then is given back: see MemoryStack.
 */
export class Surface {
  /** Address of the pixels, row by row without gaps. */
  readonly pixels: number;
  readonly info: Pointer<'SurfaceInfo'>;
  private readonly tiles: number;
  private readonly tileCount: number;
  private left: RowsLeft | undefined;

  /**
   * A clear surface.
   * @param position what works out pixels elsewhere in memory, of which nothing may be taken then, and says where they are
   */
  constructor(
    readonly width: number,
    readonly height: number,
    position?: () => number,
  ) {
    const stack = passMemory();
    this.tileCount = Math.ceil(width / tileSide) * Math.ceil(height / tileSide);
    this.tiles = stack.take(this.tileCount);
    this.info = stack.take(bytesOfSurfaceInfo) as Pointer<'SurfaceInfo'>;
    // What compiled code reads together may reach beyond the last pixel.
    this.pixels = position ? position() : stack.take(4 * width * height + 16);
    surfaceCount.surfaces++;
    surfaceCount.pixels += width * height;
    const { pixels, tiles, info } = this;
    putSurfaceInfo(stack.memory.buffer, info, { pixels, width, height, tiles });
    if (position) this.touchAll();
    else this.clear();
  }

  /** Leaves something to be done to its rows. */
  leave(rows: RowsLeft): void {
    this.left = rows;
  }

  /** What is left to be done to its rows, which whoever takes it has to do. */
  takeLeft(): RowsLeft | undefined {
    const { left } = this;
    this.left = undefined;
    return left;
  }

  get count(): number {
    return this.width * this.height;
  }

  /** The pixels as an array: good until memory grows. */
  get bytes(): Uint8ClampedArray<ArrayBuffer> {
    this.takeLeft()?.run(0, this.height);
    return new Uint8ClampedArray(passMemory().memory.buffer, this.pixels, 4 * this.count);
  }

  clear(): void {
    this.bytes.fill(0);
    this.tileBytes.fill(0);
  }

  /** Something may be anywhere. */
  touchAll(): void {
    this.tileBytes.fill(1);
  }

  /** Something may be in some rows, and nothing anywhere else. @param rows from one to before another */
  touchRows(rows: readonly (readonly [number, number])[]): void {
    const { tileBytes, width } = this;
    const across = Math.ceil(width / tileSide);
    tileBytes.fill(0);
    for (const [first, end] of rows)
      if (end > first)
        tileBytes.fill(1, Math.floor(first / tileSide) * across, Math.ceil(end / tileSide) * across);
  }

  /** Lays this one on another one: what of it lies there. */
  layOn(to: Surface, x: number, y: number, opacity: number, blend: BlendMode): void {
    for (const isTouched of this.tileBytes) if (isTouched !== 0) surfaceCount.touched += tileSide * tileSide;
    const task = putLay({ x, y, opacity, mode: blendNumber(blend), mask: 0 });
    passEngine().laySurface(this.info, to.info, task);
  }

  /** Puts this one in the place of what lies on another one. @param mask how much of each pixel, by its opacity */
  replaceOn(to: Surface, x: number, y: number, opacity: number, mask: Surface | undefined): void {
    const task = putLay({ x, y, opacity, mode: 0, mask: mask?.pixels ?? 0 });
    passEngine().replaceSurface(this.info, to.info, task);
  }

  /** Takes the pixels of a part of another one. */
  takeFrom(other: Surface, x: number, y: number): void {
    passEngine().takeSurface(other.info, this.info, x, y);
  }

  /** Keeps what a mask of the same size lets through by its opacity. */
  keepWithin(mask: Surface): void {
    passEngine().maskSurface(this.info, mask.info);
  }

  /** Copies pixels that are already multiplied by opacity. */
  set(pixels: Uint8Array | Uint8ClampedArray): void {
    this.bytes.set(pixels);
    this.touchAll();
  }

  private get tileBytes(): Uint8Array {
    return new Uint8Array(passMemory().memory.buffer, this.tiles, this.tileCount);
  }
}

const putLay = (values: Parameters<typeof putLayTask>[1]) => putLayTask(passMemory().memory.buffer, values);
