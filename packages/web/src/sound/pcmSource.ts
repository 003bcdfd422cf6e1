import type { Asset } from '../api/assets';

const chunkBytes = 1 << 20;

/**
 * Decoded tracks, read from the server in ranges as they are needed: an hour of
 * music never is in memory as a whole.
 */
export class PcmSource {
  private readonly chunks = new Map<string, Promise<ArrayBuffer>>();

  /** @param keptChunks how many pieces of 1 MB are kept */
  constructor(private readonly keptChunks = 24) {}

  /**
   * Interleaved samples [start, end) of a track, per channel; the range must lie within it.
   * @throws Error when the server does not answer
   */
  async read(
    { sha256, channels, length }: Pick<Asset, 'sha256' | 'channels' | 'length'>,
    start: number,
    end: number,
  ) {
    const frameBytes = 2 * channels;
    const from = start * frameBytes;
    const to = Math.min(end, length) * frameBytes;
    const bytes = new Uint8Array(Math.max(0, to - from));
    const firstChunk = Math.floor(from / chunkBytes);
    const lastChunk = Math.floor(Math.max(to - 1, from) / chunkBytes);
    const wanted = [];
    for (let i = firstChunk; i <= lastChunk; i++) wanted.push(this.chunk(sha256, i));
    const chunks = await Promise.all(wanted);
    chunks.forEach((chunk, n) => {
      const chunkStart = (firstChunk + n) * chunkBytes;
      const copyFrom = Math.max(from, chunkStart);
      const copyTo = Math.min(to, chunkStart + chunk.byteLength);
      if (copyTo > copyFrom) {
        bytes.set(new Uint8Array(chunk, copyFrom - chunkStart, copyTo - copyFrom), copyFrom - from);
      }
    });
    return new Int16Array(bytes.buffer);
  }

  private chunk(sha256: string, index: number): Promise<ArrayBuffer> {
    const key = `${sha256}:${index}`;
    let chunk = this.chunks.get(key);
    if (chunk) this.chunks.delete(key);
    else {
      chunk = fetchRange(`/api/assets/${sha256}/pcm`, index * chunkBytes, (index + 1) * chunkBytes - 1);
      chunk.catch(() => this.chunks.delete(key));
    }
    // Last used goes last; the one used longest ago is dropped.
    this.chunks.set(key, chunk);
    if (this.chunks.size > this.keptChunks) this.chunks.delete(this.chunks.keys().next().value!);
    return chunk;
  }
}

async function fetchRange(url: string, first: number, last: number): Promise<ArrayBuffer> {
  const response = await fetch(url, { headers: { Range: `bytes=${first}-${last}` } });
  if (response.status !== 206) throw new Error(`the server answered ${response.status} for ${url}`);
  return response.arrayBuffer();
}
