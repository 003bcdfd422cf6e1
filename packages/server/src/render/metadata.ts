import { fpsOf, sectionSpans, type Film } from '@cyclogram/core';
import type { RenderPlan } from './plan';

/** What a file says of itself, as ffmpeg reads it: title, artist, and the song's sections as chapters. */
export function metadataOf(film: Film, plan: RenderPlan, filmSeconds: number): string {
  const rate = fpsOf(plan.fps);
  const [from, to] = [plan.firstFrame / rate, (plan.firstFrame + plan.frameCount) / rate];
  const chapters = sectionSpans(film.sections, filmSeconds).flatMap((span) => {
    const [start, end] = [Math.max(span.from, from), Math.min(span.to, to)];
    // A chapter that is hardly there is none.
    if (end - start < 0.1) return [];
    const name = film.sections.find(({ id }) => id === span.id)?.name ?? '';
    const milliseconds = (seconds: number) => Math.round(1000 * (seconds - from));
    return [
      '[CHAPTER]',
      'TIMEBASE=1/1000',
      `START=${milliseconds(start)}`,
      `END=${milliseconds(end)}`,
      `title=${escaped(name)}`,
    ];
  });
  const own = [
    ['title', film.title],
    ['artist', film.artist],
  ].flatMap(([key, value]) => (value ? [`${key}=${escaped(value)}`] : []));
  return [';FFMETADATA1', ...own, ...chapters, ''].join('\n');
}

/** Characters that mean something in such a file are marked (ffmpeg's documentation, "Metadata"). */
const escaped = (text: string): string => text.replace(/[=;#\\\n]/g, (character) => `\\${character}`);
