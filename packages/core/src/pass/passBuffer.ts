import { align } from '../compiled/align';
import { reachMemory } from '../compiled/webAssembly';
import { putImageTask, type PassCode, type Pointer } from './passCalls';
import { passEngine, passMemory } from './passEngine';

/** What lies beyond the pixels of a buffer. */
export type Edges = 'clear' | 'repeat' | 'mirror';
const edgeNumbers: Record<Edges, number> = { clear: 0, repeat: 1, mirror: 2 };

/**
 * Pixels on their way through passes, in the memory of the compiled code: red, green, blue, each multiplied by opacity,
 * and opacity, 16 bits each, in sRGB. A thread has one at a time.
 */
export class PassBuffer {
  readonly code: PassCode = passEngine();
  /** Address of the pixels. */
  address: number;
  /** Address of room for as many. */
  private other: number;
  private readonly free: number;
  private taken: number;

  constructor(
    readonly width: number,
    readonly height: number,
  ) {
    const bytes = align(8 * width * height);
    // Pixels of a canvas stand in front: see runPasses.
    this.address = passMemory().end + align(4 * width * height);
    this.other = this.address + bytes;
    this.free = this.taken = this.other + bytes;
    reachMemory(this.code.memory, this.free);
  }

  get count(): number {
    return this.width * this.height;
  }

  /** The pixels as an array: good until memory grows. */
  get pixels(): Uint16Array {
    return new Uint16Array(this.code.memory.buffer, this.address, 4 * this.count);
  }

  /** Room in memory until the next pass. @returns its address */
  take(bytes: number): number {
    const at = this.taken;
    this.taken = align(at + bytes);
    reachMemory(this.code.memory, this.taken);
    return at;
  }

  /** What was taken is free again. */
  release(): void {
    this.taken = this.free;
  }

  /** Tells the code about the pixels, and about where new ones go. */
  image(edges: Edges = 'clear'): Pointer<'ImageTask'> {
    const { width, height, address, other } = this;
    return this.told(address, other, width, height, edges);
  }

  /** Tells the code about pixels elsewhere. */
  told(from: number, to: number, width: number, height: number, edges: Edges): Pointer<'ImageTask'> {
    return putImageTask(this.code.memory.buffer, { from, to, width, height, edges: edgeNumbers[edges] });
  }

  /** New pixels have been written: they are the pixels now. */
  swap(): void {
    [this.address, this.other] = [this.other, this.address];
  }

  /** Pixels that were written in place or into the room for new ones are the pixels now. */
  become({ address }: { address: number }): void {
    if (address === this.other) this.swap();
  }

  /** Address of room for new pixels. */
  get spare(): number {
    return this.other;
  }

  /** Puts floats into room of their own. @returns its address */
  floats(values: ArrayLike<number>): number {
    const at = this.take(4 * values.length);
    new Float32Array(this.code.memory.buffer, at, values.length).set(values);
    return at;
  }

  /** Puts whole numbers of 16 bits into room of their own. @returns its address */
  words(values: Uint16Array): number {
    const at = this.take(2 * values.length);
    new Uint16Array(this.code.memory.buffer, at, values.length).set(values);
    return at;
  }
}
