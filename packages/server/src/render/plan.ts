import {
  draftSize,
  fadeLevel,
  fpsOf,
  frameAt,
  frameMoment,
  frameRange,
  type Film,
  type FrameRate,
  withheldOf,
  withheldText,
} from '@cyclogram/core';
import type { PictureFit } from '@cyclogram/painter';
import { Problem } from '../http/problem';
import { defaultFormat, formatOf, renderFormats } from './format/registry';
import type { EncodePlan, EncodeSettings } from './format/renderFormat';

/** How a render is made of a film, beside its size, its rate and its range. */
export interface RenderSettings extends EncodeSettings {
  /** How the film's picture lies in one of another shape. */
  fit: PictureFit;
  /** Seconds at the ends of the range in which picture and sound come and go. */
  fadeIn: number;
  fadeOut: number;
  /** Of a sheet: the range that its moments are spread over, in seconds. */
  spread?: [number, number];
  /** Frames of a segment: kept with the render, so that whoever goes on with it finds the same pieces. */
  segmentFrames?: number;
}

export const settingsStandard: Omit<RenderSettings, 'spread' | 'segmentFrames'> = {
  fit: 'extend',
  quality: 'high',
  crf: null,
  speed: 'fast',
  transparent: false,
  fadeIn: 0,
  fadeOut: 0,
};

/** What is asked for: size and rate default to the film's, the part to all of it. */
export interface RenderRequest extends Partial<Omit<RenderSettings, 'spread' | 'segmentFrames'>> {
  /** Id of the format. */
  format?: string | undefined;
  width?: number | undefined;
  height?: number | undefined;
  fps?: FrameRate | undefined;
  /** Seconds. */
  from?: number | undefined;
  to?: number | undefined;
  /** Of a still: its moment, in seconds. */
  at?: number | undefined;
  /** Of a sheet: how many moments. */
  moments?: number | undefined;
}

/** What will be made. */
export interface RenderPlan {
  format: string;
  width: number;
  height: number;
  fps: FrameRate;
  firstFrame: number;
  frameCount: number;
  settings: RenderSettings;
}

/** Seconds in a segment: as long as there are so many that short films keep every processor busy to the end. */
const shortestSegment = 0.5;
const longestSegment = 4;
const minSegments = 16;
/** Longest side of a picture, in pixels, and most moments of a sheet. */
const longestSide = 8192;
const maxMoments = 400;

const refuse = (detail: string): never => {
  throw new Problem('bad-request', detail);
};

/** What a format has to know of a plan. */
export const encodePlanOf = ({ settings, ...plan }: RenderPlan): EncodePlan => ({ ...plan, ...settings });

/**
 * @param filmSeconds length of the film
 * @throws Problem when format, size, rate or part cannot be rendered, saying what would work
 */
export function planRender(film: Film, filmSeconds: number, request: RenderRequest): RenderPlan {
  const { fps = film.fps } = request;
  const asked = { width: request.width ?? film.width, height: request.height ?? film.height };
  const { width, height } = request.quality === 'draft' ? draftSize(asked) : asked;
  const format = formatOf(request.format ?? defaultFormat.id);
  const isSide = (n: number) => Number.isInteger(n) && n >= 16 && n <= longestSide;
  if (!isSide(asked.width) || !isSide(asked.height))
    refuse(
      `Width and height are whole numbers from 16 to ${longestSide}, not ${asked.width} x ${asked.height}.`,
    );
  const rate = fpsOf(fps);
  if (!(rate >= 1 && rate <= 120)) refuse(`A video has 1 to 120 frames per second, not ${rate}.`);
  const [dear] = withheldOf(film);
  if (dear)
    throw new Problem(
      'too-much-to-draw',
      `${withheldText(film, dear)} Hide it, or use fewer copies, masks or passes.`,
    );
  if (filmSeconds <= 0) refuse('The film has no song yet. Add one, then render.');
  const { pictures, label, transparent } = format;
  const settings: RenderSettings = { ...settingsStandard, ...settingsOf(request) };
  if (settings.transparent && !transparent)
    refuse(`${label} cannot be transparent. These can: ${transparentFormats()}.`);
  // Only what goes on for a while comes and goes.
  if (pictures === 'moment' || pictures === 'spread') Object.assign(settings, { fadeIn: 0, fadeOut: 0 });
  const frames =
    pictures === 'moment' ? stillFrame(request, filmSeconds, rate) : rangeFrames(request, filmSeconds, rate);
  settings.segmentFrames = segmentFramesOf(frames.frameCount, rate);
  const plan = { format: format.id, width, height, fps, settings, ...frames };
  if (pictures === 'spread') Object.assign(plan, sheetFrames(request, plan));
  const wrong = format.problem(encodePlanOf(plan));
  if (wrong) refuse(wrong);
  return plan;
}

/** The labels of formats that can be transparent. */
const transparentFormats = (): string =>
  renderFormats
    .filter(({ transparent }) => transparent)
    .map(({ label }) => label)
    .join('; ');

/** What was said of the settings. */
function settingsOf(request: RenderRequest): Partial<RenderSettings> {
  const keys = Object.keys(settingsStandard) as (keyof typeof settingsStandard)[];
  const said = keys.filter((key) => request[key] !== undefined);
  return Object.fromEntries(said.map((key) => [key, request[key]]));
}

type Frames = Pick<RenderPlan, 'firstFrame' | 'frameCount'>;

/** The frame of a still. */
function stillFrame({ at, from = 0 }: RenderRequest, filmSeconds: number, rate: number): Frames {
  const moment = at ?? from;
  if (!(moment >= 0 && moment <= filmSeconds))
    refuse(`The moment must lie within the film (0 to ${filmSeconds.toFixed(2)} s), not at ${moment} s.`);
  return { firstFrame: frameAt(Math.min(moment, filmSeconds - 0.5 / rate), rate), frameCount: 1 };
}

/** The frames of a range. */
function rangeFrames(request: RenderRequest, filmSeconds: number, rate: number): Frames {
  const { from = 0 } = request;
  const to = Math.min(request.to ?? filmSeconds, filmSeconds);
  if (!(from >= 0 && to > from)) {
    refuse(
      `The part to render must lie within the song (0 to ${filmSeconds.toFixed(2)} s), not ${from} to ${request.to ?? filmSeconds} s.`,
    );
  }
  const { first, count } = frameRange(from, to, rate);
  return { firstFrame: first, frameCount: count };
}

/** The moments of a sheet, spread over the frames of a range. */
function sheetFrames({ moments = 12 }: RenderRequest, plan: RenderPlan): Partial<RenderPlan> {
  if (!(Number.isInteger(moments) && moments >= 1 && moments <= maxMoments))
    refuse(`A sheet has 1 to ${maxMoments} moments, not ${moments}.`);
  const rate = fpsOf(plan.fps);
  const spread: [number, number] = [plan.firstFrame / rate, (plan.firstFrame + plan.frameCount) / rate];
  return { firstFrame: 0, frameCount: moments, settings: { ...plan.settings, spread } };
}

/** The moment of a frame in the film, in seconds. @param frame of the film; of a sheet among its moments */
export function momentOfFrame({ fps, frameCount, settings }: RenderPlan, frame: number): number {
  const rate = fpsOf(fps);
  if (!settings.spread) return frameMoment(frame, rate);
  const [from, to] = settings.spread;
  return frameMoment(frameAt(from + ((frame + 0.5) / frameCount) * (to - from), rate), rate);
}

/** How much of the picture is there at a moment, where the range comes and goes: 0 to 1. */
export function rangeLevel({ fps, firstFrame, frameCount, settings }: RenderPlan, t: number): number {
  const { fadeIn, fadeOut } = settings;
  if (fadeIn === 0 && fadeOut === 0) return 1;
  const [start, end] = [firstFrame / fpsOf(fps), (firstFrame + frameCount) / fpsOf(fps)];
  return fadeLevel({ fadeIn, fadeOut, curve: 'smooth' }, start, end, t);
}

/** How many frames a segment of a render has. @param rate frames a second */
function segmentFramesOf(frameCount: number, rate: number): number {
  const seconds = frameCount / rate / minSegments;
  return Math.max(1, Math.round(Math.min(longestSegment, Math.max(shortestSegment, seconds)) * rate));
}

/** The parts of a render: index, first frame and number of frames. A sound alone has none. */
export function segmentsOf({ format, firstFrame, frameCount, fps, settings }: RenderPlan) {
  if (formatOf(format).pictures === 'none') return [];
  // Renders of before have no number of their own.
  const size = settings.segmentFrames ?? Math.max(1, Math.round(longestSegment * fpsOf(fps)));
  return Array.from({ length: Math.ceil(frameCount / size) }, (_, index) => ({
    index,
    first: firstFrame + index * size,
    count: Math.min(size, frameCount - index * size),
  }));
}
