/** What is used of WebAssembly (W3C), which browsers and Node both have, and no library of types by itself. */
interface WebAssemblyLike {
  Module: new (code: Uint8Array) => object;
  Instance: new (module: object) => { exports: unknown };
}

/** Memory of compiled code. */
export interface CodeMemory {
  buffer: ArrayBuffer;
  grow: (pages: number) => number;
}

const pageBytes = 65536;

/**
 * Starts compiled code.
 * @param code in hex
 * @throws Error where WebAssembly is missing, or is older than its 128-bit operations
 */
export function startCode<Exports>(code: string): Exports {
  const { WebAssembly } = globalThis as unknown as { WebAssembly?: WebAssemblyLike };
  if (!WebAssembly) throw new Error('WebAssembly is missing: use a newer browser');
  const bytes = Uint8Array.from({ length: code.length / 2 }, (_, i) =>
    Number.parseInt(code.slice(2 * i, 2 * i + 2), 16),
  );
  return new WebAssembly.Instance(new WebAssembly.Module(bytes)).exports as Exports;
}

/** Memory that reaches up to an address. Arrays on it that were made before are lost when it grows. */
export function growMemory(memory: CodeMemory, end: number): ArrayBuffer {
  const missing = end - memory.buffer.byteLength;
  if (missing > 0) memory.grow(Math.ceil(missing / pageBytes));
  return memory.buffer;
}
