import { frequencyScales, type Ear } from '@cyclogram/core';
import { ticks } from 'd3-array';
import { scaleLinear } from 'd3-scale';
import { clock } from '../controls/time';
import type { TapeView } from './tapeView';

export const rulerHeight = 20;

const colour = {
  ruler: '#aca294',
  rule: '#37312b',
  peak: '#8a642c',
  body: '#f0ac48',
  middle: '#5c4a2c',
  loop: '#efe8dc',
};
const secondsPerPoint = 0.01;

export interface TapeContents {
  width: number;
  height: number;
  view: TapeView;
  /** Length of the song in seconds. */
  end: number;
  /** Lowest, highest and mean level of every 10 ms, 16 bit. */
  overview: Int16Array | undefined;
  /** What the open ear hears, over the whole song. */
  bitmap: HTMLCanvasElement | undefined;
  loop: readonly [number, number] | undefined;
  ear: Ear | undefined;
}

/** Draws the Tape: ruler, waveform, spectrogram, loop. */
export function drawTape(canvas: HTMLCanvasElement, contents: TapeContents): void {
  const { width, height, view, end, overview, bitmap, loop, ear } = contents;
  const ratio = window.devicePixelRatio || 1;
  canvas.width = Math.round(width * ratio);
  canvas.height = Math.round(height * ratio);
  const context = canvas.getContext('2d')!;
  context.scale(ratio, ratio);
  if (end === 0) return;
  const x = scaleLinear([view.from, view.to], [0, width]);
  const waveHeight = Math.max(20, Math.round((height - rulerHeight) * 0.45));
  const waveTop = rulerHeight;
  drawRuler(context, x, width, height);
  if (overview) drawWave(context, overview, view, width, waveTop, waveHeight);
  const top = waveTop + waveHeight + 1;
  const room = height - top;
  if (bitmap && room > 8) {
    const from = (view.from / end) * bitmap.width;
    const span = ((view.to - view.from) / end) * bitmap.width;
    context.imageSmoothingEnabled = true;
    context.drawImage(bitmap, from, 0, span, bitmap.height, 0, top, width, room);
    if (ear && room > 40) drawFrequencies(context, ear, top, room);
  }
  if (loop) {
    context.fillStyle = 'rgba(239, 232, 220, 0.10)';
    context.fillRect(x(loop[0]), 0, x(loop[1]) - x(loop[0]), height);
    context.fillStyle = colour.loop;
    context.fillRect(x(loop[0]), 0, x(loop[1]) - x(loop[0]), 2);
    context.fillRect(x(loop[0]), 0, 1, height);
    context.fillRect(x(loop[1]) - 1, 0, 1, height);
  }
}

function drawRuler(
  context: CanvasRenderingContext2D,
  x: (t: number) => number,
  width: number,
  height: number,
): void {
  context.font = '10px "Martian Mono Variable", monospace';
  context.textBaseline = 'middle';
  const marks = ticks(x2t(x, 0), x2t(x, width), Math.max(2, Math.floor(width / 90)));
  const fine = (marks[1] ?? 1) - (marks[0] ?? 0) < 1;
  for (const time of marks) {
    const at = Math.round(x(time));
    context.fillStyle = colour.rule;
    context.fillRect(at, 0, 1, height);
    context.fillStyle = colour.ruler;
    context.fillText(clock(time, fine), at + 4, rulerHeight / 2);
  }
}

const x2t = (x: (t: number) => number, px: number) => {
  const zero = x(0);
  return (px - zero) / (x(1) - zero);
};

function drawWave(
  context: CanvasRenderingContext2D,
  overview: Int16Array,
  view: TapeView,
  width: number,
  top: number,
  height: number,
): void {
  const middle = top + height / 2;
  const scale = height / 2 / 32768;
  const points = overview.length / 3;
  context.fillStyle = colour.middle;
  context.fillRect(0, Math.round(middle), width, 1);
  for (let px = 0; px < width; px++) {
    const from = Math.floor((view.from + (px / width) * (view.to - view.from)) / secondsPerPoint);
    const to = Math.max(
      from + 1,
      Math.floor((view.from + ((px + 1) / width) * (view.to - view.from)) / secondsPerPoint),
    );
    let low = 0;
    let high = 0;
    let body = 0;
    for (let p = Math.max(from, 0); p < Math.min(to, points); p++) {
      low = Math.min(low, overview[3 * p]!);
      high = Math.max(high, overview[3 * p + 1]!);
      body = Math.max(body, overview[3 * p + 2]!);
    }
    context.fillStyle = colour.peak;
    context.fillRect(px, middle - high * scale, 1, (high - low) * scale);
    context.fillStyle = colour.body;
    context.fillRect(px, middle - body * scale, 1, 2 * body * scale);
  }
}

/** Names a few frequencies at the left of the spectrogram. */
function drawFrequencies(context: CanvasRenderingContext2D, ear: Ear, top: number, height: number): void {
  const { toUnits } = frequencyScales[ear.scale];
  const low = toUnits(Math.max(ear.fromHz, 1));
  const high = toUnits(ear.toHz);
  let last = Infinity;
  for (const hz of [50, 100, 200, 500, 1000, 2000, 5000, 10000, 20000]) {
    const y = top + height * (1 - (toUnits(hz) - low) / (high - low));
    if (hz < ear.fromHz || hz > ear.toHz || last - y < 14 || y < top + 7 || y > top + height - 7) continue;
    last = y;
    const text = hz < 1000 ? `${hz}` : `${hz / 1000}k`;
    context.fillStyle = 'rgba(18, 16, 14, 0.7)';
    context.fillRect(0, y - 6, context.measureText(text).width + 8, 12);
    context.fillStyle = colour.ruler;
    context.fillText(text, 4, y);
  }
}
