import { reachMemory, startCode, type CodeMemory } from '../compiled/webAssembly';
import { signalCode } from './signalCode';

/**
 * The compiled code of assembly/signal.ts and its memory, one for each thread:
 * tables that are kept from the bottom up, and scratch room above them that whoever
 * calls the code has for itself until the next one does.
 */

interface SignalCode {
  memory: CodeMemory;
  loadSignal: (...numbers: number[]) => void;
  powers: (...numbers: number[]) => void;
  bandLevels: (...numbers: number[]) => void;
  addPcm: (...numbers: number[]) => void;
  putRows: (...numbers: number[]) => void;
  mapRows: (...numbers: number[]) => void;
  spreadRows: (...numbers: number[]) => void;
  averageRows: (...numbers: number[]) => void;
  followRows: (...numbers: number[]) => void;
  swingRows: (...numbers: number[]) => void;
  holdRows: (...numbers: number[]) => void;
  halve: (...numbers: number[]) => void;
  loadCut: (...numbers: number[]) => void;
  loadSeparation: (...numbers: number[]) => void;
  separate: (...numbers: number[]) => void;
}

/** Below, the code may keep something itself. */
const firstFree = 1024;

/** The next address at which any value can stand. */
export const align = (address: number) => (address + 15) & ~15;

let loaded: SignalCode | undefined;
let kept = firstFree;

/** The code. @throws Error where WebAssembly is missing, or is older than its 128-bit operations */
export const signal = (): SignalCode => (loaded ??= startCode<SignalCode>(signalCode));

/** Memory that reaches up to an address. Arrays on it that were made before are lost when it grows. */
export const reach = (end: number): ArrayBuffer => reachMemory(signal().memory, end);

/** Floats that stand there: good until memory grows, or others are put there. */
export const floatsAt = (address: number, count: number): Float32Array =>
  new Float32Array(reach(address + 4 * count), address, count);

/** Where scratch room begins. */
export const scratch = (): number => kept;

/** Keeps a table for good. Gives its address; what stood in scratch room is lost. */
export function keep(table: Float64Array | Float32Array | Uint32Array): number {
  const address = kept;
  kept = align(address + table.byteLength);
  new Uint8Array(reach(kept), address, table.byteLength).set(
    new Uint8Array(table.buffer, table.byteOffset, table.byteLength),
  );
  return address;
}
