import type { PixelForm } from '@cyclogram/core';
import type { RenderFormat } from './renderFormat';

const one = ['-frames:v', '1', '-update', '1', '-f', 'image2'];

const still = {
  heading: 'Still',
  pictures: 'moment',
  player: 'image',
  result: 'copied',
  measuredBy: 'segment',
  bitsPerPixel: 4,
  sound: null,
  soundBytes: 0,
  problem: () => undefined,
  pixels: (): PixelForm => 'rgba',
  fileArguments: () => ['-c:v', 'copy', ...one],
} as const;

/** One moment as PNG. */
export const pngStill: RenderFormat = {
  ...still,
  id: 'png',
  label: 'PNG',
  about: 'One moment; can be transparent',
  extension: 'png',
  mimeType: 'image/png',
  transparent: true,
  segment: 'png',
  pictureArguments: ({ transparent }) => ['-c:v', 'png', '-pix_fmt', transparent ? 'rgba' : 'rgb24', ...one],
};

/** One moment as JPEG. */
export const jpegStill: RenderFormat = {
  ...still,
  id: 'jpeg',
  label: 'JPEG',
  about: 'One moment, small',
  extension: 'jpg',
  mimeType: 'image/jpeg',
  transparent: false,
  crf: { high: 1, medium: 3, low: 7, draft: 7, min: 1, max: 31 },
  segment: 'jpg',
  pictureArguments: (plan) => [
    // Full resolution of colour, full range, and the matrix of JFIF.
    ...[
      '-vf',
      'scale=out_color_matrix=bt601:out_range=pc:flags=accurate_rnd+full_chroma_int,format=yuvj444p',
    ],
    ...['-c:v', 'mjpeg', '-q:v', String(plan.crf ?? jpegStill.crf![plan.quality]), ...one],
  ],
};

/** Moments of a film side by side as one PNG. */
export const pngSheet: RenderFormat = {
  ...still,
  id: 'sheet',
  pictures: 'spread',
  result: 'joined',
  label: 'Contact sheet',
  about: 'Moments side by side',
  extension: 'png',
  mimeType: 'image/png',
  transparent: true,
  problem: ({ width, height, frameCount }) => {
    const columns = sheetColumns(frameCount);
    const [wide, high] = [columns * width, Math.ceil(frameCount / columns) * height];
    if (wide <= 16384 && high <= 16384) return undefined;
    const share = Math.min(16384 / wide, 16384 / high);
    return `The sheet would be ${wide} x ${high} pixels, and can be 16,384 wide and high: moments of ${Math.floor(share * width)} x ${Math.floor(share * height)} would work.`;
  },
  segment: 'mkv',
  pictureArguments: () => ['-c:v', 'ffv1', '-level', '3', '-g', '1', '-pix_fmt', 'bgra', '-f', 'matroska'],
  fileArguments: ({ frameCount, width, transparent }) => {
    const columns = sheetColumns(frameCount);
    const gap = Math.max(2, Math.round(width / 60));
    const tile = `tile=${columns}x${Math.ceil(frameCount / columns)}:padding=${gap}:margin=${gap}`;
    const color = transparent ? 'black@0' : 'black';
    return [
      '-vf',
      `${tile}:color=${color}`,
      '-c:v',
      'png',
      '-pix_fmt',
      transparent ? 'rgba' : 'rgb24',
      ...one,
    ];
  },
};

/** Columns of a sheet: about as many as rows. */
export const sheetColumns = (count: number): number => Math.ceil(Math.sqrt(count));
