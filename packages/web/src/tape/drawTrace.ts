import { kindOfFollower, type Follower } from '@cyclogram/core';
import type { FollowerReport } from '../workers/messages';
import { chartFont } from '../controls/tokens';
import { colours } from './colours';
import type { Lane } from './lanes';
import type { TapeView } from './tapeView';

/** Width of the histogram at the right of a trace, in pixels. */
export const histogramWidth = 64;
/** Room for the label of the gate, in pixels. */
const labelWidth = 104;

/** Height of a level on a follower's trace, in pixels from the top of the Tape. */
export const yOfLevel = ({ top, height }: Lane, { low, high }: FollowerReport, level: number) =>
  top + 2 + (height - 4) * (1 - (level - low) / Math.max(high - low, 1e-9));

/** The level at a height. */
export const levelOfY = ({ top, height }: Lane, { low, high }: FollowerReport, y: number) =>
  low + (high - low) * (1 - (y - top - 2) / Math.max(height - 4, 1));

/** Greatest value of each pixel's stretch of a row of values. */
function eachPixel(
  values: Float32Array,
  rate: number,
  view: TapeView,
  width: number,
  visit: (px: number, low: number, high: number) => void,
): void {
  const perPixel = ((view.to - view.from) * rate) / width;
  const start = view.from * rate;
  for (let px = 0; px < width; px++) {
    const from = Math.floor(start + px * perPixel);
    if (perPixel < 1) {
      const at = start + px * perPixel;
      const share = at - from;
      const value = (values[from] ?? 0) * (1 - share) + (values[from + 1] ?? values[from] ?? 0) * share;
      if (from >= 0 && from < values.length) visit(px, value, value);
      continue;
    }
    const to = Math.max(from + 1, Math.floor(start + (px + 1) * perPixel));
    let low = Infinity;
    let high = -Infinity;
    for (let n = Math.max(from, 0); n < Math.min(to, values.length); n++) {
      low = Math.min(low, values[n]!);
      high = Math.max(high, values[n]!);
    }
    if (high >= low) visit(px, low, high);
  }
}

/** Draws what a follower hears over the song: level, value, gate, ceiling, when it fires, and a histogram of levels. */
export function drawTrace(
  context: CanvasRenderingContext2D,
  lane: Lane,
  view: TapeView,
  width: number,
  follower: Follower,
  report: FollowerReport,
): void {
  const { top, height } = lane;
  const bottom = top + height;
  context.fillStyle = colours.rule;
  context.fillRect(0, top - 1, width, 1);
  context.save();
  context.beginPath();
  context.rect(0, top, width, height);
  context.clip();

  const values = new Path2D();
  eachPixel(report.values, report.rate, view, width, (px, _low, high) =>
    values.rect(px, bottom - high * height, 1, high * height),
  );
  context.fillStyle = colours.value;
  context.fill(values);

  const raw = new Path2D();
  eachPixel(report.raw, report.rate, view, width, (px, low, high) => {
    const y = yOfLevel(lane, report, high);
    raw.lineTo(px, y);
    if (low < high) raw.lineTo(px + 0.5, Math.min(yOfLevel(lane, report, low), bottom + 50));
  });
  context.strokeStyle = colours.raw;
  context.lineWidth = 1;
  context.stroke(raw);

  drawFires(context, lane, view, width, report);
  drawHistogram(context, lane, width, report);
  const { pulses, unit } = kindOfFollower(follower);
  if (!pulses && unit) {
    drawLimit(context, lane, width, report, 'gate', report.gate, unit);
    drawLimit(context, lane, width, report, 'ceiling', report.ceiling, unit);
  }
  context.restore();
}

function drawFires(
  context: CanvasRenderingContext2D,
  { top }: Lane,
  view: TapeView,
  width: number,
  { fires }: FollowerReport,
): void {
  context.fillStyle = colours.pick;
  for (const time of fires) {
    if (time < view.from || time > view.to) continue;
    context.fillRect(Math.round(((time - view.from) / (view.to - view.from)) * width), top, 1, 5);
  }
}

function drawHistogram(
  context: CanvasRenderingContext2D,
  lane: Lane,
  width: number,
  report: FollowerReport,
): void {
  const { histogram, low, high } = report;
  context.fillStyle = colours.histogram;
  histogram.forEach((share, i) => {
    const y = yOfLevel(lane, report, low + ((i + 1) / histogram.length) * (high - low));
    const next = yOfLevel(lane, report, low + (i / histogram.length) * (high - low));
    const long = share * histogramWidth;
    context.fillRect(width - long, y, long, Math.max(next - y - 0.5, 0.5));
  });
}

function drawLimit(
  context: CanvasRenderingContext2D,
  lane: Lane,
  width: number,
  report: FollowerReport,
  name: string,
  level: number,
  unit: string,
): void {
  const y = Math.min(
    Math.max(Math.round(yOfLevel(lane, report, level)), lane.top + 1),
    lane.top + lane.height - 2,
  );
  context.strokeStyle = colours.pick;
  context.lineWidth = 1;
  context.setLineDash(name === 'gate' ? [] : [4, 3]);
  context.beginPath();
  context.moveTo(0, y + 0.5);
  context.lineTo(width, y + 0.5);
  context.stroke();
  context.setLineDash([]);
  const text = `${name} ${level.toFixed(1)} ${unit}`;
  context.font = chartFont;
  context.textBaseline = 'middle';
  // Beside each other, for the two lines may lie close together.
  const x = name === 'gate' ? 2 : 2 + labelWidth;
  const labelY = Math.min(Math.max(y + (name === 'gate' ? 8 : -7), lane.top + 6), lane.top + lane.height - 6);
  context.fillStyle = colours.label;
  context.fillRect(x, labelY - 6, context.measureText(text).width + 6, 12);
  context.fillStyle = colours.pick;
  context.fillText(text, x + 3, labelY);
}
