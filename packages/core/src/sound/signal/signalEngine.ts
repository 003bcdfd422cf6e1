import { align, growMemory, startCode } from '../../contract';
import { tasksEnd, type SignalCode } from './signalCalls';
import { signalCode } from './signalCode';

/**
 * The compiled code of assembly/signal.ts and its memory, one for each thread:
 * tables that are kept from the bottom up, and scratch room above them that whoever
 * calls the code has for itself until the next one does.
 */

export { align };

let loaded: SignalCode | undefined;
/** Below stand the structures that functions are told by. */
let kept = align(tasksEnd);

/** The code. @throws Error where WebAssembly is missing, or is older than its 128-bit operations */
export const signal = (): SignalCode => (loaded ??= startCode<SignalCode>(signalCode));

/** Where scratch room began when somebody last asked for it. */
let scratchFrom = kept;

/**
 * Memory that reaches up to an address. Arrays on it that were made before are lost when it grows.
 * @throws Error when a table has been kept since scratch room was asked for: it stands where that began
 */
export function growTo(end: number): ArrayBuffer {
  if (scratchFrom !== kept) throw new Error('a table was kept while scratch room was in use');
  return growMemory(signal().memory, end);
}

/** Floats that stand there: good until memory grows, or others are put there. */
export const floatsAt = (address: number, count: number): Float32Array =>
  new Float32Array(growTo(address + 4 * count), address, count);

/** Where scratch room begins: to be asked for when all tables are kept. */
export const scratch = (): number => (scratchFrom = kept);

/** Keeps a table for good. Gives its address; what stood in scratch room is lost. */
export function keep(table: Float64Array | Float32Array | Uint32Array): number {
  const address = kept;
  kept = align(address + table.byteLength);
  new Uint8Array(growMemory(signal().memory, kept), address, table.byteLength).set(
    new Uint8Array(table.buffer, table.byteOffset, table.byteLength),
  );
  return address;
}
