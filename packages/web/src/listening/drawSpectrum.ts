import { noteName, weightDb, type Ear } from '@cyclogram/core';
import { format } from 'd3-format';
import type { EarReport } from '../workers/messages';
import { margin, weightZero, type SpectrumScales } from './spectrumScales';
import { chartFont, tokens } from '../controls/tokens';

const colours = {
  rule: tokens.rule,
  text: tokens.dim,
  raw: tokens.paper,
  bar: tokens.amber,
  muted: 'rgba(111, 102, 91, 0.35)',
  full: tokens.alarm,
  edge: 'rgba(240, 172, 72, 0.35)',
  held: tokens.paper,
  limit: tokens.paper,
  weight: tokens.glass,
};

export interface SpectrumContents {
  scales: SpectrumScales;
  ear: Ear;
  report: EarReport;
  /** Indices of the bands that give a mark, and their levels now. */
  shown: readonly number[];
  levels: Float32Array | undefined;
  peaks: Float32Array | undefined;
  /** Level now in dB at places equally far apart from `rawFrom` to `rawTo` Hz, weighted as the bands are. */
  raw: Float32Array | undefined;
  noteNames: boolean;
  /** Index of the edge that is taken hold of or pointed at. */
  heldEdge: number | undefined;
  showWeights: boolean;
}

/** Draws one ear's spectrum now: the raw curve, the bars that come of it, floor, ceiling, edges, weights. */
export function drawSpectrum(context: CanvasRenderingContext2D, contents: SpectrumContents): void {
  const { scales } = contents;
  context.clearRect(0, 0, scales.width, scales.height);
  drawAxes(context, contents);
  drawBars(context, contents);
  drawEdges(context, contents);
  drawRaw(context, contents);
  drawLimits(context, contents);
  if (contents.showWeights) drawWeights(context, contents);
}

function drawAxes(context: CanvasRenderingContext2D, { scales, ear, noteNames }: SpectrumContents): void {
  const { x, y, width, height } = scales;
  context.font = chartFont;
  context.textBaseline = 'middle';
  context.textAlign = 'right';
  for (const db of y.ticks(Math.floor(height / 36))) {
    context.fillStyle = colours.rule;
    context.fillRect(margin.left, Math.round(y(db)), width - margin.left - margin.right, 1);
    context.fillStyle = colours.text;
    context.fillText(`${db}`, margin.left - 5, y(db));
  }
  context.textAlign = 'center';
  const bottom = height - margin.bottom;
  const positions = noteNames
    ? Array.from({ length: 10 }, (_, octave) => (ear.a4 / 16) * 2 ** (octave + 0.25 - 1))
    : [20, 50, 100, 200, 500, 1000, 2000, 5000, 10000, 20000];
  for (const hz of positions) {
    const at = x(hz);
    if (at < margin.left || at > width - margin.right) continue;
    context.fillStyle = colours.rule;
    context.fillRect(Math.round(at), margin.top, 1, bottom - margin.top);
    context.fillStyle = colours.text;
    context.fillText(noteNames ? noteName(hz, ear.a4) : format('~s')(hz), at, bottom + 11);
  }
  context.textAlign = 'left';
}

function drawBars(context: CanvasRenderingContext2D, contents: SpectrumContents): void {
  const { scales, ear, report, shown, levels, peaks } = contents;
  const { x, y } = scales;
  const { edges, limits } = report;
  const bottom = y(limits.floorDb);
  const top = y(limits.ceilingDb);
  const span = bottom - top;
  const place = (band: number): [number, number] => {
    const left = x(Math.max(edges[band]!, 1));
    return [left + 0.5, Math.max(x(edges[band + 1]!) - left - 1, 0.5)];
  };
  context.fillStyle = colours.muted;
  for (const band of ear.mutes) {
    if (band >= edges.length - 1) continue;
    const [left, wide] = place(band);
    context.fillRect(left, top, wide, span);
  }
  shown.forEach((band, i) => {
    const [left, wide] = place(band);
    const level = Math.min(Math.max(levels?.[i] ?? 0, 0), 1);
    context.fillStyle = colours.bar;
    context.globalAlpha = 0.75;
    context.fillRect(left, bottom - level * span, wide, level * span);
    context.globalAlpha = 1;
    if (level >= 1) {
      context.fillStyle = colours.full;
      context.fillRect(left, top, wide, 2);
    }
    if (peaks) {
      context.fillStyle = colours.held;
      context.fillRect(left, bottom - Math.min(Math.max(peaks[i] ?? 0, 0), 1) * span - 1, wide, 1);
    }
  });
}

function drawEdges(context: CanvasRenderingContext2D, { scales, report, heldEdge }: SpectrumContents): void {
  const { x, height } = scales;
  const { edges } = report;
  // So many edges that they touch say nothing.
  const crowded = edges.length > 160;
  edges.forEach((hz, i) => {
    const outer = i === 0 || i === edges.length - 1;
    if (crowded && !outer && i !== heldEdge) return;
    context.fillStyle = i === heldEdge ? colours.held : outer ? colours.bar : colours.edge;
    context.fillRect(
      Math.round(x(Math.max(hz, 1))),
      margin.top,
      i === heldEdge ? 2 : 1,
      height - margin.top - margin.bottom,
    );
  });
}

function drawRaw(context: CanvasRenderingContext2D, { scales, raw }: SpectrumContents): void {
  if (!raw) return;
  const { x, y, width, height } = scales;
  const [from, to] = x.range() as [number, number];
  context.save();
  context.beginPath();
  context.rect(
    margin.left,
    margin.top,
    width - margin.left - margin.right,
    height - margin.top - margin.bottom,
  );
  context.clip();
  context.beginPath();
  raw.forEach((db, i) => context.lineTo(from + ((to - from) * i) / (raw.length - 1), y(db)));
  context.strokeStyle = colours.raw;
  context.lineWidth = 1;
  context.stroke();
  context.restore();
}

function drawLimits(context: CanvasRenderingContext2D, { scales, report, ear }: SpectrumContents): void {
  const { y, width } = scales;
  const { floorDb, ceilingDb } = report.limits;
  const names =
    ear.limits === 'set' ? ['floor', 'ceiling'] : ['floor, from the song', 'ceiling, from the song'];
  [floorDb, ceilingDb].forEach((db, i) => {
    const at = Math.round(y(db));
    context.fillStyle = colours.limit;
    context.fillRect(margin.left, at, width - margin.left - margin.right, 1);
    context.textAlign = 'right';
    context.fillText(`${names[i]} ${db.toFixed(1)} dB`, width - margin.right - 4, at + (i === 0 ? 9 : -8));
    context.textAlign = 'left';
  });
}

function drawWeights(context: CanvasRenderingContext2D, { scales, ear }: SpectrumContents): void {
  const { x, y } = scales;
  const zero = weightZero(scales);
  const [from, to] = x.range() as [number, number];
  context.beginPath();
  for (let px = from; px <= to; px += 2) {
    context.lineTo(px, y(zero + weightDb(ear.weights, x.invert(px))));
  }
  context.strokeStyle = colours.weight;
  context.lineWidth = 1.5;
  context.stroke();
}
