import { fpsText, type Film } from '@cyclogram/core';
import { formatOf } from './format/registry';
import type { RenderPlan } from './plan';

/** Marks in names of files, and what they stand for. */
const marks: Record<string, (film: Film, plan: RenderPlan) => string> = {
  title: ({ title }) => title,
  artist: ({ artist }) => artist,
  size: (_film, { width, height }) => `${width}x${height}`,
  rate: (_film, { fps }) => fpsText(fps),
  format: (_film, { format }) => formatOf(format).label,
  date: () => new Date().toISOString().slice(0, 10),
};

/** Names of files unless another pattern is given. */
export const namePattern = '{title}';
const longest = 120;

/** The name of a render's file: the pattern filled in, without what file systems do not take, and the ending. */
export function fileNameOf(pattern: string, film: Film, plan: RenderPlan): string {
  const filled = pattern.replace(/\{(\w+)\}/g, (whole, mark: string) =>
    Object.hasOwn(marks, mark) ? marks[mark]!(film, plan) : whole,
  );
  const clean = filled
    .replace(/[^\p{L}\p{N} .,_()+-]+/gu, ' ')
    .replace(/\s+/g, ' ')
    .replace(/^[ .]+|[ .]+$/g, '')
    .slice(0, longest)
    // What a name ends in while it is written.
    .replace(/\.(part|list|segments)$/i, '');
  return `${clean || 'film'}.${formatOf(plan.format).extension}`;
}
