import { readPng, type FootageReader, type PaintImage } from '@cyclogram/painter';
import { copyAddress, type StoredFootage } from '../api/footage';
import { sharedBytes } from '../workers/sharedBytes';

/** Frames as pictures that the server sends: slow, but there where the browser cannot decode video. */
export class StillReader implements FootageReader {
  constructor(
    private readonly address: string,
    readonly info: StoredFootage,
  ) {}

  async frame(index: number): Promise<PaintImage> {
    const response = await fetch(copyAddress(this.address, `frames/${index}`, this.info));
    if (!response.ok) throw new Error(`frame ${index} cannot be read`);
    const image = readPng(new Uint8Array(await response.arrayBuffer()));
    return { ...image, rgba: sharedBytes(image.rgba) };
  }

  close(): void {}
}
