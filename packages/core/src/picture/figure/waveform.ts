import { choicesOf, exact, fieldGroups, type ValueOfGroups } from '../../contract';
import { middleLine } from './figureOffer';
import type { Operation } from '../display/displayList';
import { partsOf } from '../path/path';
import { curveOperations } from './curves';
import { figureKind } from './figureKind';
import { keptPositions } from './positions';
import type { MarkScene } from './scene';
import { directionFields, endsField, reachField, softField, thicknessField } from './standing';
import { triggered, waveformAround } from './waveformSamples';

const ms = { kind: 'number', unit: 'ms', shownPer: 1000, max: 1 } as const;

const groups = fieldGroups([
  {
    heading: 'Marks',
    fields: [
      {
        kind: 'choice',
        key: 'side',
        label: 'Side',
        help: 'Inward inverts the waveform; both draws its mirror image too.',
        choices: choicesOf({ outward: 'Outward', inward: 'Inward', both: 'Both' }),
        default: 'outward',
      },
      ...directionFields,
      {
        kind: 'number',
        key: 'points',
        label: 'Points',
        min: 16,
        max: 2000,
        step: 16,
        unit: '',
        whole: true,
        default: 400,
      },
      {
        ...ms,
        key: 'span',
        label: 'Time span',
        help: 'Time that the path shows.',
        min: 0.002,
        step: 5,
        default: 0.03,
        // How much is heard must not move.
        driven: false,
      },
      {
        kind: 'switch',
        key: 'steady',
        label: 'Trigger',
        help: 'Begins where the waveform rises most, so that a tone stands still.',
        default: true,
      },
      {
        ...ms,
        key: 'settle',
        rare: true,
        label: 'Averaging',
        help: 'Time over which the shape is averaged.',
        min: 0,
        step: 10,
        default: 0,
        driven: false,
      },
      {
        kind: 'number',
        key: 'calm',
        rare: true,
        label: 'End taper',
        help: 'Share of the path over which the waveform sinks to nothing at both ends.',
        min: 0,
        max: 0.5,
        step: 2,
        unit: '%',
        shownPer: 100,
        default: 0.1,
      },
      endsField('round'),
    ],
  },
  {
    heading: 'Size',
    fields: [
      { ...reachField(0.2), help: 'How far full scale extends.' },
      { kind: 'number', key: 'gain', label: 'Gain', min: -24, max: 48, step: 1, unit: 'dB', default: 0 },
      thicknessField(0.003),
      softField,
    ],
  },
]);

export type Waveform = ValueOfGroups<typeof groups>;

/** Picture units from one point to the next, at least: nearer ones would make the line rough. */
const minStep = 2.5;
const minPoints = 16;

/**
 * The waveform around the present moment along the path. Its mean distance is the
 * path itself; with both sides, a mirrored twin is drawn.
 */
export function waveformMarks(figure: Waveform, scene: MarkScene): Operation[] {
  const { path, t, waveform, weigh, ink } = scene;
  const { span } = figure;
  if (path.length <= 0) return [];
  const count = Math.max(minPoints, Math.min(figure.points, Math.round(path.length / minStep)));
  const values = waveform ? settled({ ...figure, points: count }, waveform, t) : new Float32Array(count);
  const gain = exact.pow(10, figure.gain / 20);
  const parts = partsOf(path);
  const closed = parts.length === 1 && path.closed;
  const positions = keptPositions(path, `waveform ${count} ${span > 0}`, () =>
    Array.from({ length: count }, (_, i) => (closed ? i / count : i / (count - 1)) * path.length),
  );
  const heights = positions.map(({ x, y }, i) => {
    const along = i / (count - 1);
    // A closed path is shown without a jump where the ends of the wave meet: they sink there.
    const edge = Math.max(figure.calm, closed ? 0.04 : 0);
    const window = edge > 0 ? Math.min(1, Math.min(along, 1 - along) / edge) : 1;
    const value =
      Math.min(Math.max(values[i]! * gain, -1), 1) * exact.square(exact.sin((window * Math.PI) / 2));
    return Math.sign(value) * weigh(Math.abs(value), x, y, along);
  });
  const level = Math.min(
    1,
    heights.reduce((most, h) => Math.max(most, Math.abs(h)), 0),
  );
  const marks = {
    bands: new Float32Array(count),
    along: heights.map((_, n) => n / (count - 1)),
    levels: heights.map(Math.abs),
  };
  const ways = figure.side === 'inward' ? [-1] : figure.side === 'outward' ? [1] : [1, -1];
  const lines = ways.map((way) => ({
    closed,
    marks,
    points: Float32Array.from(
      positions.flatMap(({ x, y, normalX, normalY }, i) => {
        const distance = way * figure.reach * heights[i]!;
        return [x + normalX * distance, y + normalY * distance];
      }),
    ),
  }));
  return curveOperations(lines, { ...figure, width: figure.thickness, smooth: true }, ink, level);
}

/** Moments that are averaged while the shape settles. */
const settleMoments = 6;

/** The wave around t, averaged with those just before it, each as its trigger places it. */
function settled(
  { points, span, settle, steady }: Waveform,
  sound: NonNullable<MarkScene['waveform']>,
  t: number,
) {
  const out = new Float32Array(points);
  let total = 0;
  const taps = settle > 0 ? settleMoments : 1;
  for (let tap = 0; tap < taps; tap++) {
    const moment = t - (tap * 2 * settle) / settleMoments;
    const weight = exact.exp((-tap * 2) / settleMoments);
    const middle = steady ? triggered(sound, moment) : moment;
    waveformAround(sound, middle, span, points).forEach((value, i) => (out[i]! += weight * value));
    total += weight;
  }
  return out.map((value) => value / total);
}

export const waveform = figureKind({
  kind: 'waveform',
  label: 'Waveform',
  about: 'The sound itself around this moment',
  bands: false,
  fields: groups,
  marks: waveformMarks,
  // The trigger looks for its place a little further on.
  needs: ({ span, settle }) => ({
    waveform: true,
    lookBack: span + 2 * settle + 0.05,
    lookAhead: span + 0.05,
  }),
  offers: [
    { name: 'Waveform', path: 'line', along: middleLine },
    { name: 'Waveform ring', path: 'circle', heights: { reach: 0.12 } },
  ],
});
