import type { PixelForm } from '@cyclogram/core';
import type { RenderFormat } from './renderFormat';

const sound = {
  heading: 'Sound',
  pictures: 'none',
  player: 'audio',
  result: 'joined',
  named: true,
  measuredBy: 'segment',
  bitsPerPixel: 0,
  transparent: false,
  problem: () => undefined,
  pixels: (): PixelForm => 'rgba',
  segment: '',
  pictureArguments: () => [],
} as const;

/** The mix as WAV. */
export const wavSound: RenderFormat = {
  ...sound,
  id: 'wav',
  label: 'WAV',
  about: 'The mix as in the film',
  extension: 'wav',
  mimeType: 'audio/wav',
  sound: 'PCM, 24 bit',
  soundBytes: 288_000,
  fileArguments: () => ['-vn', '-c:a', 'pcm_s24le', '-f', 'wav'],
};

/** The mix as FLAC. */
export const flacSound: RenderFormat = {
  ...sound,
  id: 'flac',
  label: 'FLAC',
  about: 'The mix without loss, about half as large',
  extension: 'flac',
  mimeType: 'audio/flac',
  sound: 'FLAC, 24 bit',
  soundBytes: 190_000,
  fileArguments: () => [
    '-vn',
    '-c:a',
    'flac',
    '-sample_fmt',
    's32',
    '-bits_per_raw_sample',
    '24',
    '-f',
    'flac',
  ],
};
