import { align, growMemory } from '../contract';
import {
  pointNumbers,
  putChainTask,
  putGatherTask,
  putImageTask,
  type PassCode,
  type Pointer,
} from './passCalls';
import { passEngine, passMemory } from './passEngine';

/** What lies beyond the pixels of a buffer. */
export type Edges = 'clear' | 'repeat' | 'mirror';
const edgeNumbers: Record<Edges, number> = { clear: 0, repeat: 1, mirror: 2 };

/** Bytes of what a pass of points is told, at most. */
const tellBytes = 96;
/** Passes of points in a row, at most. */
const maxPoints = 64;

/** Notes how long each pass takes. */
export interface PassClock {
  /** Milliseconds. */
  now(): number;
  note(pass: string, milliseconds: number): void;
}

/** A pass that looks at one pixel alone. */
type PointName = keyof typeof pointNumbers;

/** What is known of such a pass. */
export interface PointTraits {
  /** Nanoseconds that it takes for a pixel, about: by these the time of a chain is shared among its passes. */
  cost: number;
  /** Whether what is clear does not stay clear. */
  fillsClear?: true;
}

/** A pass in the row of those that run together, and whose it is. */
interface QueuedPoint extends PointTraits {
  kind: PointName;
  told: number;
  owner: string;
}

/** Passes that each row of some pixels has still to go through: once each, in any order. */
export interface RowsLeft {
  /** @param end the row behind the last one */
  run(first: number, end: number): void;
  /** Where memory begins that they do not need. */
  free: number;
}

/**
 * Pixels on their way through passes, in the memory of the compiled code. Passes that look at one pixel alone are put in a
 * row first, and run together when another one asks for the pixels, or all have been asked for: until then the pixels may
 * stand in bytes. For all others they are red, green, blue, each multiplied by opacity, and opacity, 16 bits each, in sRGB.
 */
export class PassBuffer {
  readonly code: PassCode = passEngine();
  /** Address of the pixels in 16 bits, and of room for as many. */
  private wide: number;
  private other: number;
  private readonly free: number;
  /** Address of room for pixels in bytes; there is room for as many behind it. */
  private readonly front: number;
  private taken: number;
  /** Address of the pixels in bytes while they stand there. */
  private bytes: number | undefined;
  private points: QueuedPoint[] = [];
  /** Notes how long passes take. */
  clock: PassClock | undefined;
  /** Id of the pass that runs now. */
  owner = '';
  /** Where the first pixel stands in the pattern by which bytes are rounded: it stands still in the picture. */
  origin = { left: 0, top: 0 };
  /** Milliseconds that passes in rows have taken, which have been noted. */
  chainTime = 0;

  /** @param bytes address of pixels of four bytes, multiplied by opacity; those in 16 bits are not set where it is left out */
  constructor(
    readonly width: number,
    readonly height: number,
    bytes?: number,
  ) {
    const size = align(8 * width * height);
    // Pixels of a canvas stand in front: see runPasses. Behind them there is room for as many.
    this.front = passMemory().end;
    this.wide = this.front + 2 * (align(4 * width * height) + 16);
    this.other = this.wide + size;
    this.free = this.taken = this.other + size + 64;
    this.bytes = bytes;
    growMemory(this.code.memory, this.free);
  }

  get count(): number {
    return this.width * this.height;
  }

  /** Address of the pixels in 16 bits. */
  get address(): number {
    this.widen();
    return this.wide;
  }

  /** The pixels as an array: good until memory grows. */
  get pixels(): Uint16Array {
    return new Uint16Array(this.code.memory.buffer, this.address, 4 * this.count);
  }

  /** Room in memory until the next pass. @returns its address */
  take(bytes: number): number {
    const at = this.taken;
    this.taken = align(at + bytes);
    growMemory(this.code.memory, this.taken);
    return at;
  }

  /** What was taken is free again, unless passes that have not run yet need it. */
  release(): void {
    if (this.points.length === 0) this.taken = this.free;
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

  /**
   * A pass that looks at one pixel alone.
   * @param task what the code is told, which stays good until all of them run
   */
  point(kind: PointName, task: number, traits: PointTraits): void {
    const told = this.take(tellBytes);
    const { buffer } = this.code.memory;
    new Uint8Array(buffer, told, tellBytes).set(new Uint8Array(buffer, task, tellBytes));
    this.points.push({ kind, told, ...traits, owner: this.owner });
    if (this.points.length === maxPoints) this.widen();
  }

  /** A pass that finds every pixel elsewhere. @param edges what lies beyond */
  gather(edges: Edges, run: (task: Pointer<'GatherTask'>) => void): void {
    const { width, height, front } = this;
    const from = this.inBytes();
    const to = from === front ? front + align(4 * this.count) + 16 : front;
    const work = this.take(8 * (width + 4));
    run(putGatherTask(this.code.memory.buffer, { from, to, width, height, edges: edgeNumbers[edges], work }));
    this.bytes = to;
  }

  /** New pixels have been written: they are the pixels now. */
  swap(): void {
    [this.wide, this.other] = [this.other, this.wide];
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
    const at = this.take(2 * values.length + 2);
    new Uint16Array(this.code.memory.buffer, at, values.length).set(values);
    return at;
  }

  /** Brings the pixels into bytes, rounded by an ordered pattern. @param to their address, which may be that they came from */
  settle(to: number): void {
    if (this.points.length > 0) this.runPoints(to, false);
    else if (this.bytes === undefined) {
      const { left, top } = this.origin;
      this.code.narrowDithered(this.wide, to, this.width, this.height, left, top);
    } else if (this.bytes !== to) {
      const { buffer } = this.code.memory;
      new Uint8Array(buffer).copyWithin(to, this.bytes, this.bytes + 4 * this.count);
    }
  }

  /**
   * The same of some rows at a time, where passes of points are all that is left to be done: see {@link RowsLeft}. Undefined
   * where it is more.
   */
  settleByRows(to: number): RowsLeft | undefined {
    if (this.points.length === 0) return undefined;
    const run = this.chain(to, false);
    return { run, free: this.taken };
  }

  /** Brings the pixels into bytes. @returns their address */
  inBytes(): number {
    const to = this.bytes ?? this.front;
    this.settle(to);
    return (this.bytes = to);
  }

  /** Brings the pixels into 16 bits. */
  private widen(): void {
    if (this.points.length > 0) this.runPoints(this.wide, true);
    else if (this.bytes !== undefined) this.code.widen(this.bytes, this.wide, this.count);
    this.bytes = undefined;
  }

  private runPoints(to: number, isWide: boolean): void {
    this.chain(to, isWide)(0, this.height);
  }

  /** The passes in a row, which are forgotten here, for rows from one to before another. */
  private chain(to: number, isWide: boolean): RowsLeft['run'] {
    const { code, points, width, bytes, wide } = this;
    const steps = this.take(8 * points.length);
    const work = this.take(4 * 1024);
    new Uint32Array(code.memory.buffer, steps, 2 * points.length).set(
      points.flatMap(({ kind, told }) => [pointNumbers[kind], told]),
    );
    this.points = [];
    const task = {
      from: bytes ?? wide,
      fromWide: bytes === undefined ? 1 : 0,
      to,
      toWide: isWide ? 1 : 0,
      width,
      steps,
      count: points.length,
      keepsClear: points.some(({ fillsClear }) => fillsClear) ? 0 : 1,
      work,
      ...this.origin,
    };
    return (first, end) => {
      const start = this.clock?.now() ?? 0;
      code.runPoints(putChainTask(code.memory.buffer, { ...task, first, end }));
      if (this.clock) this.noteChain(points, this.clock.now() - start);
    };
  }

  /** Passes that run together take each its share of the time, by what it takes alone. */
  private noteChain(points: readonly QueuedPoint[], milliseconds: number): void {
    const all = points.reduce((sum, { cost }) => sum + cost, 0);
    this.chainTime += milliseconds;
    for (const { cost, owner } of points) this.clock?.note(owner, (milliseconds * cost) / all);
  }
}
