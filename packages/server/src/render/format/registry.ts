import { Problem } from '../../http/problem';
import { h264Mp4 } from './h264Mp4';
import type { RenderFormat } from './renderFormat';

/** Every format that films are rendered to. A new one is a file beside h264Mp4.ts and a line here. */
export const renderFormats: readonly RenderFormat[] = [h264Mp4];

export const defaultFormat = h264Mp4;

/** @throws Problem when there is no such format */
export function formatOf(id: string): RenderFormat {
  const format = renderFormats.find((other) => other.id === id);
  if (format) return format;
  const known = renderFormats.map((other) => other.id).join(', ');
  throw new Problem('bad-request', `There is no format "${id}". There are: ${known}.`);
}
