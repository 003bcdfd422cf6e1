import { fadeLevel } from '@cyclogram/core';
import { chartFont } from '../controls/tokens';
import { colours } from './colours';
import { handlePositions, type FadeGrip, type FadePart, type FadeRow } from './fadeRows';
import { timeAt, xOf, type TapeView } from './tapeView';

/** Draws when things come and go: the sound's fades over its waveform, the others in rows of their own. */
export function drawFades(
  context: CanvasRenderingContext2D,
  rows: readonly FadeRow[],
  view: TapeView,
  width: number,
  held: FadeGrip | undefined,
): void {
  for (const row of rows) {
    if (row.owner === 'sound') drawSound(context, row, view, width);
    else drawRow(context, row, view, width);
    drawHandles(context, row, view, width, held);
  }
}

/** The row's level over its time, from left to right as far as it is seen. */
function course(row: FadeRow, view: TapeView, width: number): Path2D {
  const { lane, fade, from, to } = row;
  const path = new Path2D();
  const left = Math.max(0, xOf(view, width, from));
  const right = Math.min(width, xOf(view, width, to));
  const [low, high] = [lane.top + lane.height - 1, lane.top + 2];
  path.moveTo(left, low);
  const handles = handlePositions(row, view, width);
  const level = (x: number) =>
    path.lineTo(x, low - (low - high) * fadeLevel(fade, from, to, timeAt(view, width, x)));
  // Between the fades it is level: a straight line there costs next to nothing.
  const seen = (x: number) => Math.min(Math.max(x, left), right);
  const apart = handles.fadeIn <= handles.fadeOut;
  const [flatFrom, flatTo] = apart ? [seen(handles.fadeIn), seen(handles.fadeOut)] : [right, right];
  for (let x = left; x < flatFrom; x++) level(x);
  if (apart) level(flatFrom);
  for (let x = flatTo; x < right; x++) level(x);
  if (apart && flatTo === right) level(right);
  path.lineTo(right, low);
  return path;
}

/** What the sound's fades take away is dimmed. */
function drawSound(context: CanvasRenderingContext2D, row: FadeRow, view: TapeView, width: number): void {
  const { lane, fade } = row;
  if (fade.fadeIn === 0 && fade.fadeOut === 0) return;
  const dim = course(row, view, width);
  dim.rect(0, lane.top, width, lane.height);
  context.save();
  context.beginPath();
  context.rect(0, lane.top, width, lane.height);
  context.clip();
  context.fillStyle = colours.faded;
  context.fill(dim, 'evenodd');
  context.strokeStyle = colours.pick;
  context.lineWidth = 1;
  context.stroke(course(row, view, width));
  context.restore();
}

function drawRow(context: CanvasRenderingContext2D, row: FadeRow, view: TapeView, width: number): void {
  const { name, lane } = row;
  context.fillStyle = colours.ground;
  context.fillRect(0, lane.top, width, lane.height);
  context.fillStyle = colours.rule;
  context.fillRect(0, lane.top, width, 1);
  const shape = course(row, view, width);
  context.fillStyle = colours.span;
  context.fill(shape);
  context.strokeStyle = colours.spanEdge;
  context.lineWidth = 1;
  context.stroke(shape);
  context.save();
  context.beginPath();
  context.rect(0, lane.top, Math.max(width / 2, 200), lane.height);
  context.clip();
  context.font = chartFont;
  context.textBaseline = 'middle';
  const y = lane.top + lane.height / 2 + 1;
  const textWidth = context.measureText(name).width + 8;
  // Beside the handles, not under them.
  const { fadeIn, fadeOut } = handlePositions(row, view, width);
  const x = [fadeIn, fadeOut]
    .sort((a, b) => a - b)
    .reduce((at, handle) => (handle > at - 8 && handle < at + textWidth + 8 ? handle + 9 : at), 10);
  context.fillStyle = colours.label;
  context.fillRect(x, y - 6, textWidth, 12);
  context.fillStyle = colours.picture;
  context.fillText(name, x + 4, y);
  context.restore();
}

function drawHandles(
  context: CanvasRenderingContext2D,
  row: FadeRow,
  view: TapeView,
  width: number,
  held: FadeGrip | undefined,
): void {
  const { owner, lane, fade, from, to } = row;
  if (owner === 'layer' && !row.ends) return;
  const places = handlePositions(row, view, width);
  const y = lane.top + 5;
  for (const part of ['fadeIn', 'fadeOut'] as const) {
    const taken = held?.owner === owner && held.part === part;
    // Handles at the ends of the film are drawn whole.
    const x = Math.abs(places[part]) < 4 ? 4 : Math.abs(places[part] - width) < 4 ? width - 4 : places[part];
    if (x < 0 || x > width) continue;
    context.beginPath();
    context.arc(x, y, taken ? 4.5 : 3.5, 0, 2 * Math.PI);
    context.fillStyle = owner === 'sound' ? colours.waveBody : colours.picture;
    context.fill();
    context.strokeStyle = colours.ground;
    context.lineWidth = 1.5;
    context.stroke();
  }
  if (held?.owner !== owner) return;
  const text = noteOf(held.part, { ...fade, from, to });
  const at = held.part === 'fadeIn' || held.part === 'fadeOut' ? places[held.part] : undefined;
  drawNote(context, text, at ?? xOf(view, width, held.part === 'to' ? to : from), lane.top, width);
}

const seconds = (value: number) => `${value.toFixed(2)} s`;

/** What is said beside a part while it is held. */
function noteOf(
  part: FadePart,
  { fadeIn, fadeOut, from, to }: { fadeIn: number; fadeOut: number; from: number; to: number },
): string {
  switch (part) {
    case 'fadeIn':
      return `fade in ${seconds(fadeIn)}`;
    case 'fadeOut':
      return `fade out ${seconds(fadeOut)}`;
    case 'from':
      return `from ${seconds(from)}`;
    case 'to':
      return `to ${seconds(to)}`;
    case 'whole':
      return `${seconds(from)} to ${seconds(to)}`;
  }
}

function drawNote(
  context: CanvasRenderingContext2D,
  text: string,
  x: number,
  top: number,
  width: number,
): void {
  context.font = chartFont;
  context.textBaseline = 'middle';
  const long = context.measureText(text).width + 8;
  const left = Math.min(Math.max(x + (x + 10 + long > width ? -10 - long : 10), 0), width - long);
  context.fillStyle = colours.ground;
  context.fillRect(left, top + 1, long, 14);
  context.fillStyle = colours.pick;
  context.fillText(text, left + 4, top + 8);
}
