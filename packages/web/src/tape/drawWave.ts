import { pcmSampleRate, type Track } from '@cyclogram/core';
import { colours } from './colours';
import type { Lane } from './lanes';
import type { TapeView } from './tapeView';

const secondsPerPoint = 0.01;

/** A stretch of a track's samples, for a view so close that its points are too coarse. */
export interface WaveDetail {
  /** First sample in the track's file, and how many channels are interleaved. */
  first: number;
  channels: 1 | 2;
  samples: Int16Array;
}

/** The part of a film's time that a track covers, as file times. */
const fileTime = ({ start, in: from }: Pick<Track, 'start' | 'in'>, t: number) => t - start + from;

/** Draws a track's waveform: its overview, or its samples where they have been read. */
export function drawWave(
  context: CanvasRenderingContext2D,
  lane: Lane,
  view: TapeView,
  width: number,
  track: Track,
  overview: Int16Array | undefined,
  detail: WaveDetail | undefined,
): void {
  const middle = lane.top + lane.height / 2;
  context.fillStyle = colours.waveMiddle;
  context.fillRect(0, Math.round(middle), width, 1);
  if (detail) drawSamples(context, lane, view, width, track, detail);
  else if (overview) drawOverview(context, lane, view, width, track, overview);
}

function drawOverview(
  context: CanvasRenderingContext2D,
  { top, height }: Lane,
  view: TapeView,
  width: number,
  track: Track,
  overview: Int16Array,
): void {
  const middle = top + height / 2;
  const scale = height / 2 / 32768;
  const points = overview.length / 3;
  const secondsPerPixel = (view.to - view.from) / width;
  const firstPoint = Math.floor(track.in / secondsPerPoint);
  const lastPoint = Math.min(points, track.out === null ? points : Math.ceil(track.out / secondsPerPoint));
  const peaks = new Path2D();
  const bodies = new Path2D();
  for (let px = 0; px < width; px++) {
    const from = Math.floor(fileTime(track, view.from + px * secondsPerPixel) / secondsPerPoint);
    const to = Math.max(
      from + 1,
      Math.floor(fileTime(track, view.from + (px + 1) * secondsPerPixel) / secondsPerPoint),
    );
    let low = 0;
    let high = 0;
    let body = 0;
    for (let p = Math.max(from, firstPoint); p < Math.min(to, lastPoint); p++) {
      low = Math.min(low, overview[3 * p]!);
      high = Math.max(high, overview[3 * p + 1]!);
      body = Math.max(body, overview[3 * p + 2]!);
    }
    peaks.rect(px, middle - high * scale, 1, (high - low) * scale);
    bodies.rect(px, middle - body * scale, 1, 2 * body * scale);
  }
  context.fillStyle = colours.wavePeak;
  context.fill(peaks);
  context.fillStyle = colours.waveBody;
  context.fill(bodies);
}

function drawSamples(
  context: CanvasRenderingContext2D,
  { top, height }: Lane,
  view: TapeView,
  width: number,
  track: Track,
  { first, channels, samples }: WaveDetail,
): void {
  const middle = top + height / 2;
  const scale = height / 2 / 32768;
  const count = samples.length / channels;
  const pixelsPerSample = width / ((view.to - view.from) * pcmSampleRate);
  const start = fileTime(track, view.from) * pcmSampleRate;
  const valueAt = (n: number) => (channels === 1 ? samples[n]! : (samples[2 * n]! + samples[2 * n + 1]!) / 2);
  const from = Math.max(0, Math.floor(start - first));
  const to = Math.min(count, Math.ceil(start - first + width / pixelsPerSample) + 1);
  if (pixelsPerSample < 0.5) {
    // A line through so many points is slow, and looks the same as columns from the lowest to the highest.
    const columns = new Path2D();
    for (let px = 0; px < width; px++) {
      const firstSample = Math.max(from, Math.floor(start - first + px / pixelsPerSample));
      const lastSample = Math.min(to, Math.ceil(start - first + (px + 1) / pixelsPerSample));
      if (lastSample <= firstSample) continue;
      let low = Infinity;
      let high = -Infinity;
      for (let n = firstSample; n < lastSample; n++) {
        const value = valueAt(n);
        if (value < low) low = value;
        if (value > high) high = value;
      }
      columns.rect(px, middle - high * scale - 0.5, 1, (high - low) * scale + 1);
    }
    context.fillStyle = colours.waveBody;
    context.fill(columns);
    return;
  }
  context.strokeStyle = colours.waveBody;
  context.lineWidth = 1;
  context.beginPath();
  for (let n = from; n < to; n++) {
    context.lineTo((first + n - start) * pixelsPerSample, middle - valueAt(n) * scale);
  }
  context.stroke();
}
