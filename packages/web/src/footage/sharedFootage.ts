import type { FootageInfo } from '@cyclogram/core';
import type { FootageReader, PaintImage } from '@cyclogram/painter';
import type { Remote } from 'comlink';
import type { MediaApi, Purpose } from '../workers/media.worker';

/** Footage that a worker of its own decodes: its frames stand in memory that all who paint share. */
class SharedFootage implements FootageReader {
  small: FootageReader | undefined;

  /** @param purpose what frames are wanted for now */
  constructor(
    readonly info: FootageInfo,
    private readonly media: Remote<MediaApi>,
    private readonly address: string,
    private readonly isSmall: boolean,
    private readonly purpose: () => Purpose,
  ) {}

  frame(index: number): Promise<PaintImage> {
    return this.media.frame(this.address, index, this.isSmall, this.purpose());
  }

  /** Who decodes is told when nobody wants it any more. */
  close(): void {}
}

/** @throws Error when it cannot be opened */
export async function openSharedFootage(
  media: Remote<MediaApi>,
  address: string,
  purpose: () => Purpose,
): Promise<FootageReader> {
  const { info, small } = await media.footage(address);
  const whole = new SharedFootage(info, media, address, false, purpose);
  if (small) whole.small = new SharedFootage(small, media, address, true, purpose);
  return whole;
}
