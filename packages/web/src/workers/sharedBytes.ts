/** Whether memory can be shared: the page is isolated from others then. */
export const canShare = typeof SharedArrayBuffer !== 'undefined';

/** So many bytes that others can see too, where that is possible. */
export const sharedMemory = (bytes: number): ArrayBufferLike =>
  canShare ? new SharedArrayBuffer(bytes) : new ArrayBuffer(bytes);

/** A copy that is not copied again when others are told of it, where that is possible. */
export function sharedBytes(bytes: Uint8Array | Uint8ClampedArray): Uint8ClampedArray {
  const copy = new Uint8ClampedArray(sharedMemory(bytes.length));
  copy.set(bytes);
  return copy;
}

/** The same of other arrays. */
export function sharedCopy<T extends Float32Array | Int16Array>(array: T): T {
  if (!canShare) return array;
  const Kind = array.constructor as new (memory: ArrayBufferLike, from: number, length: number) => T;
  const copy = new Kind(sharedMemory(array.byteLength), 0, array.length);
  copy.set(array);
  return copy;
}

/** What of some memory has to be given away for others to have it: what is shared they have already. */
export const movable = (memory: readonly ArrayBufferLike[]): ArrayBuffer[] =>
  memory.filter((one): one is ArrayBuffer => one instanceof ArrayBuffer);
