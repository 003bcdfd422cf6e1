import { readPng, smallCopy, type FootageReader, type PaintImage } from '@cyclogram/painter';
import type { FootageInfo } from '@cyclogram/core';
import { expose } from 'comlink';
import { openFootage } from '../footage/openFootage';
import { sharedBytes } from './sharedBytes';

/** What frames are wanted for: those who play and those who paint in the background read in different places of a video. */
export type Purpose = 'playing' | 'waiting';

/** What of footage has to be known before its frames. */
export interface OpenFootage {
  info: FootageInfo;
  /** The same of its smaller copy, where there is one. */
  small: FootageInfo | undefined;
}

/** What those who paint ask for. */
export interface MediaApi {
  /** Lets someone else ask the same things. */
  connect(port: MessagePort): void;
  /** @throws Error when it cannot be had */
  image(address: string): Promise<PaintImage>;
  /** @throws Error when it cannot be opened */
  footage(address: string): Promise<OpenFootage>;
  /** @param small whether it is that of the smaller copy @throws Error when it cannot be decoded */
  frame(address: string, index: number, small: boolean, purpose: Purpose): Promise<PaintImage>;
  /** Lets go of what is at none of these addresses. */
  keepOnly(addresses: readonly string[]): void;
}

/** Decodes images and footage once for all who paint: their pixels stand in memory that they share. */

const images = new Map<string, Promise<PaintImage>>();
/** Readers of footage, by its address, for each purpose. */
const footage = new Map<string, Map<Purpose, Promise<FootageReader>>>();

const api: MediaApi = {
  connect: (port) => expose(api, port),
  image: (address) => once(images, address, () => readImage(address)),
  async footage(address) {
    const { info, small } = await readerOf(address, 'waiting');
    return { info, small: small?.info };
  },
  async frame(address, index, small, purpose) {
    const whole = await readerOf(address, purpose);
    const reader = small ? (whole.small ?? whole) : whole;
    return reader.ready?.(index) ?? reader.frame(index);
  },
  keepOnly(addresses) {
    const kept = new Set(addresses);
    for (const address of images.keys()) if (!kept.has(address)) images.delete(address);
    for (const [address, readers] of footage) {
      if (kept.has(address)) continue;
      footage.delete(address);
      for (const reader of readers.values())
        reader.then(
          (one) => one.close(),
          () => undefined,
        );
    }
  },
};
expose(api);

/** What is made once; when that fails, it is made again when it is asked for again. */
function once<Key, T>(known: Map<Key, Promise<T>>, key: Key, make: () => Promise<T>): Promise<T> {
  let made = known.get(key);
  if (!made) {
    known.set(key, (made = make()));
    made.catch(() => known.delete(key));
  }
  return made;
}

function readerOf(address: string, purpose: Purpose): Promise<FootageReader> {
  let readers = footage.get(address);
  if (!readers) footage.set(address, (readers = new Map()));
  return once(readers, purpose, () => openFootage(address));
}

/** @throws Error when it cannot be had */
async function readImage(address: string): Promise<PaintImage> {
  const response = await fetch(address);
  if (!response.ok) throw new Error(`the image ${address} cannot be read`);
  const image: PaintImage = readPng(new Uint8Array(await response.arrayBuffer()));
  const small = smallCopy(image);
  const shared: PaintImage = { ...image, rgba: sharedBytes(image.rgba) };
  shared.small = small === image ? shared : { ...small, rgba: sharedBytes(small.rgba) };
  return shared;
}
