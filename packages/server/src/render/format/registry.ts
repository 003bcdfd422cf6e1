import { Problem } from '../../http/problem';
import { gifLoop, webpLoop } from './loops';
import { movProres422, movProres4444 } from './movProres';
import { mp4H264 } from './mp4H264';
import { mp4Hevc } from './mp4Hevc';
import { pngSequence } from './pngSequence';
import type { RenderFormat } from './renderFormat';
import { flacSound, wavSound } from './sounds';
import { jpegStill, pngSheet, pngStill } from './stills';
import { webmAv1 } from './webmAv1';
import { webmVp9 } from './webmVp9';

/** Every format that films are rendered to. A new one is a file beside mp4H264.ts and a line here. */
export const renderFormats: readonly RenderFormat[] = [
  mp4H264,
  mp4Hevc,
  webmVp9,
  webmAv1,
  movProres422,
  movProres4444,
  pngSequence,
  gifLoop,
  webpLoop,
  pngStill,
  jpegStill,
  pngSheet,
  wavSound,
  flacSound,
];

export const defaultFormat = mp4H264;

/** @throws Problem when there is no such format */
export function formatOf(id: string): RenderFormat {
  const format = renderFormats.find((other) => other.id === id);
  if (format) return format;
  const known = renderFormats.map((other) => other.id).join(', ');
  throw new Problem('bad-request', `There is no format "${id}". There are: ${known}.`);
}
