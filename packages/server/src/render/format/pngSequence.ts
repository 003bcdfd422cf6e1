import type { RenderFormat } from './renderFormat';

/** One PNG for each frame, numbered from 1, with the sound beside them. */
export const pngSequence: RenderFormat = {
  id: 'png-sequence',
  heading: 'Sequence',
  pictures: 'all',
  player: null,
  label: 'PNG sequence',
  about: 'Numbered pictures and a WAV; can be transparent',
  extension: 'zip',
  mimeType: 'application/zip',
  sound: 'WAV, 24 bit, beside it',
  soundBytes: 288_000,
  result: 'folder',
  measuredBy: 'segment',
  transparent: true,
  bitsPerPixel: 4,
  problem: () => undefined,
  pixels: () => 'rgba',
  segment: 'frames',
  pictureArguments: (plan) => [
    ...['-c:v', 'png', '-pred', 'mixed', '-pix_fmt', plan.transparent ? 'rgba' : 'rgb24'],
    ...['-start_number', String((plan.firstNumber ?? 0) + 1), '-f', 'image2'],
  ],
  fileArguments: () => ['-vn', '-c:a', 'pcm_s24le', '-f', 'wav'],
};
