import { readPng, type FootageReader, type PaintImage } from '@cyclogram/painter';
import type { StoredFootage } from '../api/footage';

/** Frames as pictures that the server sends: slow, but there where the browser cannot decode video. */
export class StillReader implements FootageReader {
  constructor(
    private readonly address: string,
    readonly info: StoredFootage,
  ) {}

  async frame(index: number): Promise<PaintImage> {
    const response = await fetch(`${this.address}/frames/${index}`);
    if (!response.ok) throw new Error(`frame ${index} cannot be read`);
    return readPng(new Uint8Array(await response.arrayBuffer()));
  }

  close(): void {}
}
