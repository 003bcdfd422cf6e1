import type { FootageReader } from '@cyclogram/painter';
import { copyAddress, type FootageStatus, type StoredFootage } from '../api/footage';
import { StillReader } from './stillReader';
import { VideoReader } from './videoReader';

/** Milliseconds between two questions whether a copy is ready. */
const askEvery = 700;

const wait = (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, ms));

async function infoOf(address: string): Promise<StoredFootage> {
  for (;;) {
    const response = await fetch(address);
    if (!response.ok) throw new Error(`the footage ${address} cannot be read`);
    const status = (await response.json()) as FootageStatus;
    if (status.state === 'ready') return status.info;
    if (status.state === 'failed') throw new Error(status.detail);
    await wait(askEvery);
  }
}

/** Opens footage when its copy is ready: decoded here, or as stills where the browser cannot decode. */
export async function openFootage(address: string): Promise<FootageReader> {
  const info = await infoOf(address);
  if (!canDecode()) return new StillReader(address, info);
  const [whole, small] = await Promise.all([
    VideoReader.open(copyAddress(address, 'copy', info), info),
    // Without it, it plays from the copy of its own size.
    info.small &&
      VideoReader.open(copyAddress(address, 'small', info), { ...info, ...info.small }).catch(
        () => undefined,
      ),
  ]);
  whole.small = small;
  return whole;
}

/** Whether this browser decodes video frame by frame (WebCodecs). */
export const canDecode = (): boolean => 'VideoDecoder' in globalThis;
