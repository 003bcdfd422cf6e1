import {
  draftSize,
  readRate,
  sectionSpans,
  type Film,
  type FrameRate,
  type Quality,
  type Speed,
} from '@cyclogram/core';
import type { PictureFit, RenderFormat, RenderWish } from '../api/renders';

/** What is chosen for a file that a film is rendered to. */
export interface Output {
  format: string;
  /** One of the sizes by name, `film`, or `own` for width and height. */
  size: string;
  width: number;
  height: number;
  fit: PictureFit;
  /** Frames per second as a fraction; `film` for the film's. */
  fps: string;
  /** `all`, `loop`, `times`, or the id of a section after a colon. */
  range: string;
  from: number;
  to: number;
  fadeIn: number;
  fadeOut: number;
  /** A named quality, or `crf` for the number. */
  quality: Quality | 'crf';
  crf: number;
  speed: Speed;
  transparent: boolean;
  moments: number;
  /** Name of the file, with marks such as {title}. */
  name: string;
}

export const outputStandard: Output = {
  ...{ format: 'h264-mp4', size: 'film', width: 1920, height: 1080, fit: 'extend', fps: 'film' },
  ...{ range: 'all', from: 0, to: 10, fadeIn: 0, fadeOut: 0 },
  ...{ quality: 'high', crf: 18, speed: 'fast', transparent: false, moments: 12, name: '{title}' },
};

/** Sizes by name: wide, upright and square (common practice). */
export const sizes: Record<string, { label: string; width: number; height: number }> = {
  '720p': { label: '720p, 1280 × 720', width: 1280, height: 720 },
  '1080p': { label: '1080p, 1920 × 1080', width: 1920, height: 1080 },
  '1440p': { label: '1440p, 2560 × 1440', width: 2560, height: 1440 },
  '2160p': { label: '2160p, 3840 × 2160', width: 3840, height: 2160 },
  'upright-720': { label: 'Upright, 720 × 1280', width: 720, height: 1280 },
  'upright-1080': { label: 'Upright, 1080 × 1920', width: 1080, height: 1920 },
  'upright-2160': { label: 'Upright, 2160 × 3840', width: 2160, height: 3840 },
  'square-1080': { label: 'Square, 1080 × 1080', width: 1080, height: 1080 },
  'square-2160': { label: 'Square, 2160 × 2160', width: 2160, height: 2160 },
};

/** What the film and its workspace say. */
export interface OutputContext {
  film: Film;
  filmId: string;
  /** Seconds of the film. */
  seconds: number;
  loop: readonly [number, number] | undefined;
  /** Where the film stands now. */
  time: number;
}

export function sizeOf({ size, width, height }: Output, film: Pick<Film, 'width' | 'height'>) {
  if (size === 'own') return { width, height };
  return sizes[size] ?? { width: film.width, height: film.height };
}

/** The size of the file: of a draft half of what is chosen. */
export const renderedSize = (output: Output, film: Pick<Film, 'width' | 'height'>) =>
  output.quality === 'draft' ? draftSize(sizeOf(output, film)) : sizeOf(output, film);

export const rateOf = ({ fps }: Output, film: Pick<Film, 'fps'>): FrameRate => readRate(fps) ?? film.fps;

/** The seconds that an output is of. */
export function rangeOf(
  { range, from, to }: Output,
  { film, seconds, loop }: Pick<OutputContext, 'film' | 'seconds' | 'loop'>,
): [number, number] {
  if (range === 'loop' && loop) return [...loop];
  if (range === 'times') return [Math.min(from, to), Math.min(Math.max(from, to), seconds)];
  const section = sectionSpans(film.sections, seconds).find(({ id }) => range === `section:${id}`);
  return section ? [section.from, section.to] : [0, seconds];
}

/** What the server is asked for. */
export function wishOf(output: Output, format: RenderFormat, context: OutputContext): RenderWish {
  const { film, filmId, time } = context;
  const [from, to] = rangeOf(output, context);
  const { width, height } = sizeOf(output, film);
  const { pictures } = format;
  const part = pictures === 'moment' ? { at: time } : { from, to };
  // What the dialog does not show for a format has no effect on it.
  const fades = pictures === 'all' || pictures === 'none';
  return {
    filmId,
    document: film,
    ...{ format: format.id, width, height, fit: output.fit, fps: rateOf(output, film) },
    ...part,
    ...(pictures === 'spread' ? { moments: output.moments } : {}),
    quality: output.quality === 'crf' || !format.crf ? 'high' : output.quality,
    crf: output.quality === 'crf' && format.crf ? output.crf : null,
    speed: output.speed,
    transparent: output.transparent && format.transparent,
    ...{ fadeIn: fades ? output.fadeIn : 0, fadeOut: fades ? output.fadeOut : 0, name: output.name },
  };
}

/** Outputs that are kept under a name. */
export interface OutputPreset {
  name: string;
  outputs: Output[];
}

const own = (part: Partial<Output>): Output => ({ ...outputStandard, ...part });

/** Presets to begin with. */
export const shippedPresets: readonly OutputPreset[] = [
  { name: 'Video, 1080p', outputs: [own({ size: '1080p' })] },
  { name: 'Draft', outputs: [own({ quality: 'draft', name: '{title} draft' })] },
  {
    name: 'Wide and upright',
    outputs: [own({ size: '1080p' }), own({ size: 'upright-1080', name: '{title} {size}' })],
  },
  { name: 'Overlay for editing', outputs: [own({ format: 'prores4444-mov', transparent: true })] },
  {
    name: 'Short loop',
    outputs: [
      own({
        format: 'webp',
        size: 'own',
        width: 640,
        height: 360,
        range: 'loop',
        fps: '25',
        quality: 'medium',
      }),
    ],
  },
];

const presetsKey = 'render presets';
const lastKey = 'render outputs';

function kept<T>(key: string, otherwise: T): T {
  try {
    const text = localStorage.getItem(key);
    return text === null ? otherwise : (JSON.parse(text) as T);
  } catch {
    return otherwise;
  }
}

/** Outputs as they were kept, whatever version kept them. */
const repaired = (outputs: unknown): Output[] =>
  Array.isArray(outputs) && outputs.length > 0
    ? outputs.map((output) => ({ ...outputStandard, ...(output as Partial<Output>) }))
    : [outputStandard];

export const keptPresets = (): OutputPreset[] =>
  kept<OutputPreset[]>(presetsKey, []).map(({ name, outputs }) => ({ name, outputs: repaired(outputs) }));
export const keepPresets = (presets: readonly OutputPreset[]): void =>
  localStorage.setItem(presetsKey, JSON.stringify(presets));
/** What was rendered last. */
export const lastOutputs = (): Output[] => repaired(kept<unknown>(lastKey, undefined));
export const keepLastOutputs = (outputs: readonly Output[]): void =>
  localStorage.setItem(lastKey, JSON.stringify(outputs));
