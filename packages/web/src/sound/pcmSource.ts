import { LastUsed } from '@cyclogram/core';
import type { Asset } from '../api/assets';

const chunkBytes = 1 << 20;

/**
 * Decoded tracks, read from the server in ranges as they are needed: an hour of
 * music never is in memory as a whole.
 */
export class PcmSource {
  private readonly chunks: LastUsed<Promise<ArrayBuffer>>;

  /** @param keptChunks how many pieces of 1 MB are kept */
  constructor(keptChunks = 24) {
    this.chunks = new LastUsed(keptChunks);
  }

  /**
   * Interleaved samples [start, end) of a track, per channel; the range must lie within it.
   * @throws Error when the server does not answer
   */
  async read(
    { sha256, channels, length }: Pick<Asset, 'sha256' | 'channels' | 'length'>,
    start: number,
    end: number,
  ) {
    const samples = new Int16Array(Math.max(0, Math.min(end, length) - start) * channels);
    for (const piece of await this.pieces({ sha256, channels, length }, start, end)) {
      samples.set(piece.samples, piece.offset * channels);
    }
    return samples;
  }

  /**
   * The same as it lies in memory, not to be written to: pieces of interleaved samples that follow one another.
   * @returns of each its first sample too, per channel, counted from `start`
   */
  async pieces(
    { sha256, channels, length }: Pick<Asset, 'sha256' | 'channels' | 'length'>,
    start: number,
    end: number,
  ): Promise<{ samples: Int16Array; offset: number }[]> {
    const frameBytes = 2 * channels;
    const from = start * frameBytes;
    const to = Math.min(end, length) * frameBytes;
    if (to <= from) return [];
    const firstChunk = Math.floor(from / chunkBytes);
    const lastChunk = Math.floor((to - 1) / chunkBytes);
    const wanted = [];
    for (let i = firstChunk; i <= lastChunk; i++) wanted.push(this.chunk(sha256, i));
    const chunks = await Promise.all(wanted);
    // Chunks hold whole samples of all channels: their size is a multiple of theirs.
    return chunks.map((chunk, n) => {
      const chunkStart = (firstChunk + n) * chunkBytes;
      const pieceFrom = Math.max(from, chunkStart);
      const bytes = Math.min(to, chunkStart + chunk.byteLength) - pieceFrom;
      return {
        samples: new Int16Array(chunk, pieceFrom - chunkStart, Math.max(0, bytes) / 2),
        offset: (pieceFrom - from) / frameBytes,
      };
    });
  }

  /**
   * Reads what is not kept yet of tracks, one piece after the other, if all of them can be kept.
   * @param goesOn asked before each piece
   * @throws Error when the server does not answer
   */
  async readAhead(
    tracks: readonly Pick<Asset, 'sha256' | 'channels' | 'length'>[],
    goesOn: () => boolean,
  ): Promise<void> {
    const lengths = new Map(tracks.map(({ sha256, channels, length }) => [sha256, 2 * channels * length]));
    const wanted = [...lengths].flatMap(([sha256, bytes]) =>
      Array.from({ length: Math.ceil(bytes / chunkBytes) }, (_, index) => ({ sha256, index })),
    );
    if (wanted.length > this.chunks.max) return;
    for (const { sha256, index } of wanted) {
      if (!goesOn()) return;
      await this.chunk(sha256, index);
    }
  }

  private chunk(sha256: string, index: number): Promise<ArrayBuffer> {
    const key = `${sha256}:${index}`;
    const known = this.chunks.get(key);
    if (known) return known;
    const chunk = fetchRange(`/api/assets/${sha256}/pcm`, index * chunkBytes, (index + 1) * chunkBytes - 1);
    chunk.catch(() => this.chunks.delete(key));
    this.chunks.set(key, chunk);
    return chunk;
  }
}

async function fetchRange(url: string, first: number, last: number): Promise<ArrayBuffer> {
  const response = await fetch(url, { headers: { Range: `bytes=${first}-${last}` } });
  if (response.status !== 206) throw new Error(`the server answered ${response.status} for ${url}`);
  return response.arrayBuffer();
}
