import type { RenderFormat } from './renderFormat';
import { colorTags, video } from './video';

const shared = {
  ...video,
  // Browsers do not play it.
  player: null,
  extension: 'mov',
  mimeType: 'video/quicktime',
  sound: 'PCM, 24 bit',
  soundBytes: 288_000,
  bitsPerPixel: 2,
  segment: 'mov',
  fileArguments: () => ['-c:v', 'copy', '-c:a', 'pcm_s24le', '-movflags', '+write_colr', '-f', 'mov'],
} as const;

const encoder = (profile: string, form: string): string[] => [
  ...['-c:v', 'prores_ks', '-profile:v', profile, '-pix_fmt', form, '-vendor', 'apl0', '-threads', '2'],
  ...[...colorTags, '-f', 'mov'],
];

/** ProRes wants whole pairs of pixels only where colour is halved. */
const evenWidth = (width: number): string | undefined =>
  width % 2 === 0 ? undefined : `ProRes 422 needs an even width: ${width + 1} would work.`;

/** ProRes 422 HQ: 10 bits, for editing. */
export const movProres422: RenderFormat = {
  ...shared,
  id: 'prores-mov',
  label: 'MOV, ProRes 422 HQ',
  about: 'For editing: large, 10 bit',
  transparent: false,
  problem: ({ width }) => evenWidth(width),
  pixels: () => 'yuv444p10',
  pictureArguments: () => encoder('3', 'yuv422p10le'),
};

/**
 * ProRes 4444: what is clear stays so. It can hold 12 bits, as which readers name it (yuva444p12); its encoder takes 10, and
 * the opacity of 8 bits is kept in 16.
 */
export const movProres4444: RenderFormat = {
  ...shared,
  id: 'prores4444-mov',
  label: 'MOV, ProRes 4444',
  about: 'For editing, with transparency: very large, 10 bit',
  transparent: true,
  problem: () => undefined,
  pixels: ({ transparent }) => (transparent ? 'yuva444p10' : 'yuv444p10'),
  pictureArguments: (plan) =>
    plan.transparent ? ['-alpha_bits', '16', ...encoder('4', 'yuva444p10le')] : encoder('4', 'yuv444p10le'),
};
