import { beatsBetween, kindOfFollower, type Beats, type Follower, type Track } from '@cyclogram/core';
import { scaleLinear } from 'd3-scale';
import type { FollowerReport } from '../workers/messages';
import { chartFont } from '../controls/tokens';
import { colours } from './colours';
import { drawFades } from './drawFades';
import { drawTrace } from './drawTrace';
import { drawWave, type WaveDetail } from './drawWave';
import { namedFrequencies, yOfHz } from './frequencyAxis';
import type { FadeGrip, FadeRow } from './fadeRows';
import type { Lane, Lanes } from './lanes';
import { rulerMarks, textOffset } from './rulerMarks';
import { xOf, type TapeView } from './tapeView';

/** A part of the spectrogram as it can be drawn. */
export interface SpectrogramTile {
  /** Seconds. */
  from: number;
  to: number;
  canvas: HTMLCanvasElement;
}

export interface TapeContents {
  width: number;
  height: number;
  /** Pixels at the right end of the ruler that lie under tools. */
  covered: number;
  view: TapeView;
  /** Length of the film in seconds. */
  end: number;
  /** The track whose waveform is shown. */
  track: Track | undefined;
  /** Lowest, highest and mean level of every 10 ms of it, 16 bit. */
  overview: Int16Array | undefined;
  detail: WaveDetail | undefined;
  /** Coarse ones first. */
  tiles: readonly SpectrogramTile[];
  loop: readonly [number, number] | undefined;
  /** Where frames of the loop are painted in advance, in seconds. */
  cached: readonly (readonly [number, number])[];
  beats: Beats | null;
  /** Followers whose ranges are shown on the spectrogram, and the one of them that is open. */
  followers: readonly Follower[];
  follower: Follower | undefined;
  report: FollowerReport | undefined;
  lanes: Lanes;
  fades: readonly FadeRow[];
  /** What of the fades is held, or under the pointer. */
  held: FadeGrip | undefined;
}

/** Draws the Tape: ruler, waveform, spectrogram, the open follower, fades, beats, loop. */
export function drawTape(canvas: HTMLCanvasElement, contents: TapeContents): void {
  const { width, height, view, end, track, loop, follower, report, lanes } = contents;
  const ratio = window.devicePixelRatio || 1;
  const [pixelWidth, pixelHeight] = [Math.round(width * ratio), Math.round(height * ratio)];
  if (canvas.width !== pixelWidth || canvas.height !== pixelHeight) {
    canvas.width = pixelWidth;
    canvas.height = pixelHeight;
  }
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.setTransform(ratio, 0, 0, ratio, 0, 0);
  context.clearRect(0, 0, width, height);
  if (end === 0) return;
  drawRuler(context, contents);
  if (track) drawWave(context, lanes.wave, view, width, track, contents.overview, contents.detail);
  drawSpectrogram(context, lanes.spectrogram, contents);
  if (follower && report) drawTrace(context, lanes.trace, view, width, follower, report);
  drawFades(context, contents.fades, view, width, contents.held);
  if (!loop) return;
  drawLoop(context, view, width, height, loop);
  drawCached(context, view, width, height, loop, contents.cached);
}

function drawRuler(
  context: CanvasRenderingContext2D,
  { view, width, height, beats, covered }: TapeContents,
): void {
  const x = scaleLinear([view.from, view.to], [0, width]);
  context.font = chartFont;
  context.textBaseline = 'middle';
  const widthOf = (text: string) => context.measureText(text).width;
  for (const mark of rulerMarks(view, width, widthOf)) {
    const at = Math.round(mark.x);
    context.fillStyle = colours.rule;
    context.fillRect(at, 0, 1, height);
    // A text of which a part would be covered says something else.
    if (at + textOffset + widthOf(mark.text) > width - covered) continue;
    context.fillStyle = colours.ruler;
    context.fillText(mark.text, at + textOffset, 8);
  }
  if (!beats) return;
  // Beats too close together to be told apart are left to the bars.
  const spacing = ((60 / beats.bpm) * width) / (view.to - view.from);
  if (spacing * beats.perBar < 4) return;
  for (const { time, bar } of beatsBetween(beats, view.from, view.to)) {
    if (!bar && spacing < 5) continue;
    context.fillStyle = bar ? colours.waveBody : colours.wavePeak;
    context.fillRect(Math.round(x(time)), bar ? 13 : 16, 1, bar ? 7 : 4);
  }
}

function drawSpectrogram(context: CanvasRenderingContext2D, lane: Lane, contents: TapeContents): void {
  const { view, width, tiles, follower } = contents;
  const { top, height } = lane;
  if (height < 4) return;
  context.save();
  context.beginPath();
  context.rect(0, top, width, height);
  context.clip();
  context.imageSmoothingEnabled = true;
  for (const { from, to, canvas } of tiles) {
    const left = xOf(view, width, from);
    context.drawImage(canvas, left, top, xOf(view, width, to) - left, height);
  }
  for (const other of contents.followers) drawRange(context, lane, width, other, other.id === follower?.id);
  context.restore();
  if (height < 40) return;
  context.font = chartFont;
  context.textBaseline = 'middle';
  for (const { y, text } of namedFrequencies(lane)) {
    context.fillStyle = colours.label;
    context.fillRect(0, y - 6, context.measureText(text).width + 8, 12);
    context.fillStyle = colours.ruler;
    context.fillText(text, 4, y);
  }
}

/** The range of a follower as a band across the spectrogram: filled when it is open, else only its edges and its name. */
function drawRange(
  context: CanvasRenderingContext2D,
  lane: Lane,
  width: number,
  follower: Follower,
  open: boolean,
): void {
  if (!kindOfFollower(follower).ranged) return;
  const { name, fromHz, toHz } = follower;
  const high = yOfHz(lane, toHz);
  const low = yOfHz(lane, fromHz);
  if (open) {
    context.fillStyle = colours.range;
    context.fillRect(0, high, width, Math.max(low - high, 1));
  }
  context.fillStyle = open ? colours.pick : colours.rangeEdge;
  context.fillRect(0, Math.round(high), width, 1);
  context.fillRect(0, Math.round(low) - 1, width, 1);
  if (lane.height < 60) return;
  context.font = chartFont;
  context.textAlign = 'right';
  context.textBaseline = 'middle';
  const y = Math.min(Math.max((high + low) / 2, lane.top + 6), lane.top + lane.height - 6);
  const textWidth = context.measureText(name).width;
  context.fillStyle = colours.label;
  context.fillRect(width - textWidth - 8, y - 6, textWidth + 8, 12);
  context.fillStyle = open ? colours.pick : colours.ruler;
  context.fillText(name, width - 4, y);
  context.textAlign = 'left';
}

/** The part of the loop that is painted in advance is hatched. */
function drawCached(
  context: CanvasRenderingContext2D,
  view: TapeView,
  width: number,
  height: number,
  [from, to]: readonly [number, number],
  runs: readonly (readonly [number, number])[],
): void {
  context.save();
  context.beginPath();
  for (const [start, end] of runs) {
    const left = xOf(view, width, Math.max(start, from));
    const right = xOf(view, width, Math.min(end, to));
    if (right > left) context.rect(left, 2, right - left, height);
  }
  context.clip();
  context.beginPath();
  const first = Math.max(0, xOf(view, width, from));
  const last = Math.min(width, xOf(view, width, to));
  // Lines of one grid, whatever is cached: they do not move while it grows.
  for (let x = Math.floor((first - height) / hatchStep) * hatchStep; x < last; x += hatchStep) {
    context.moveTo(x, height);
    context.lineTo(x + height, 0);
  }
  context.strokeStyle = colours.cached;
  context.lineWidth = 1;
  context.stroke();
  context.restore();
}

/** Pixels between two lines of the hatching. */
const hatchStep = 6;

function drawLoop(
  context: CanvasRenderingContext2D,
  view: TapeView,
  width: number,
  height: number,
  [from, to]: readonly [number, number],
): void {
  const left = xOf(view, width, from);
  const right = xOf(view, width, to);
  context.fillStyle = colours.loopFill;
  context.fillRect(left, 0, right - left, height);
  context.fillStyle = colours.loop;
  context.fillRect(left, 0, right - left, 2);
  context.fillRect(left, 0, 1, height);
  context.fillRect(right - 1, 0, 1, height);
}
