import type { Operation } from '../picture/displayList';
import { partsOf } from '../path/path';
import { curveOperations } from './curves';
import { figureKind } from './kind';
import { thicknessField } from './line';
import { keptPlaces } from './places';
import type { MarkScene } from './scene';
import {
  directionFields,
  endsField,
  sideField,
  softField,
  standStandard,
  type Ends,
  type Stand,
} from './standing';
import { triggered, waveAround } from './waveSamples';

export interface WaveFigure extends Pick<Stand, 'direction' | 'angle' | 'side'> {
  /** How far full scale extends, to either side. */
  reach: number;
  /** dB added before. */
  gain: number;
  points: number;
  /** Seconds of sound that the path shows. */
  span: number;
  /** Seconds over which the shape is averaged. */
  settle: number;
  steady: boolean;
  /** Share of the path over which the wave sinks to nothing at both ends. */
  calm: number;
  ends: Ends;
  thickness: number;
  soft: number;
}

/** Picture units from one point to the next, at least: nearer ones would make the line rough. */
const leastStep = 2.5;
const leastPoints = 16;

/**
 * The waveform around the present moment along the path. Its mean distance is the
 * path itself; with both sides, a mirrored twin is drawn.
 */
export function waveMarks(figure: WaveFigure, scene: MarkScene): Operation[] {
  const { path, t, wave, weigh, ink } = scene;
  const { span } = figure;
  if (path.length <= 0) return [];
  const count = Math.max(leastPoints, Math.min(figure.points, Math.round(path.length / leastStep)));
  const values = wave ? settled({ ...figure, points: count }, wave, t) : new Float32Array(count);
  const gain = 10 ** (figure.gain / 20);
  const parts = partsOf(path);
  const closed = parts.length === 1 && path.closed;
  const places = keptPlaces(path, `wave ${count} ${span > 0}`, () =>
    Array.from({ length: count }, (_, i) => (closed ? i / count : i / (count - 1)) * path.length),
  );
  const heights = places.map(({ x, y }, i) => {
    const along = i / (count - 1);
    // A closed path is shown without a jump where the ends of the wave meet: they sink there.
    const edge = Math.max(figure.calm, closed ? 0.04 : 0);
    const window = edge > 0 ? Math.min(1, Math.min(along, 1 - along) / edge) : 1;
    const value = Math.min(Math.max(values[i]! * gain, -1), 1) * Math.sin((window * Math.PI) / 2) ** 2;
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
      places.flatMap(({ x, y, normalX, normalY }, i) => {
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
  { points, span, settle, steady }: WaveFigure,
  wave: NonNullable<MarkScene['wave']>,
  t: number,
) {
  const out = new Float32Array(points);
  let total = 0;
  const taps = settle > 0 ? settleMoments : 1;
  for (let tap = 0; tap < taps; tap++) {
    const moment = t - (tap * 2 * settle) / settleMoments;
    const weight = Math.exp((-tap * 2) / settleMoments);
    const middle = steady ? triggered(wave, moment) : moment;
    waveAround(wave, middle, span, points).forEach((value, i) => (out[i]! += weight * value));
    total += weight;
  }
  return out.map((value) => value / total);
}

export const wave = figureKind<'wave', WaveFigure>(
  'wave',
  { label: 'Waveform', about: 'The sound itself around this moment' },
  [
    {
      ...sideField,
      help: 'Inward turns the wave over; both draws its mirror image too.',
      choices: sideField.choices.slice(0, 3),
    },
    ...directionFields,
    { kind: 'number', key: 'points', label: 'Points', min: 16, max: 2000, step: 16, unit: '', whole: true },
    {
      ...({ kind: 'number', key: 'span', label: 'Shows', unit: 'ms', shownPer: 1000 } as const),
      ...{ help: 'Time that the path shows.', min: 0.002, max: 1, step: 5 },
    },
    {
      kind: 'switch',
      key: 'steady',
      label: 'Steady',
      help: 'Begins where the wave rises most, so that a tone stands still.',
    },
    {
      ...({ kind: 'number', key: 'settle', label: 'Settles in', unit: 'ms', shownPer: 1000 } as const),
      ...{ help: 'Time over which the shape is averaged.', min: 0, max: 1, step: 10 },
    },
    {
      ...({ kind: 'number', key: 'calm', label: 'Calm ends', unit: '%', shownPer: 100 } as const),
      ...{
        help: 'Share of the path over which the wave sinks to nothing at both ends.',
        min: 0,
        max: 0.5,
        step: 2,
      },
    },
    endsField,
  ],
  [
    {
      kind: 'number',
      key: 'reach',
      label: 'Reach',
      help: 'How far full scale extends.',
      min: 0,
      max: 10000,
      step: 10,
      unit: 'px',
    },
    { kind: 'number', key: 'gain', label: 'Gain', min: -24, max: 48, step: 1, unit: 'dB' },
    thicknessField,
    softField,
  ],
  (_width, height) => ({
    ...{ direction: standStandard.direction, angle: 0, side: 'outward' },
    ...{ points: 400, span: 0.03, steady: true, settle: 0, calm: 0.1, ends: 'round', gain: 0, soft: 0 },
    reach: Math.round(height * 0.2),
    thickness: Math.max(2, Math.round(height * 0.003)),
  }),
  waveMarks,
);
