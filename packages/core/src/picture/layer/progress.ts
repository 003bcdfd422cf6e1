import { choicesOf, fieldGroups, ofHeight, type ValueOf } from '../../contract';
import { maxSeconds } from '../../sound';
import { boxOf } from '../../pixels';
import type { Operation } from '../display/displayList';
import { trimPath } from '../path/trim';
import { paintIn, paintRecord } from '../palette/paintRecord';
import { noNeeds, type LayerKind } from './layerKind';
import { layerRecord } from './layerRecord';
import { endsChoice, pathField } from './pathField';
import { outlinesOf } from '../path/outlines';

const byTime = { key: 'by', is: ['time'] } as const;
const seconds = {
  kind: 'number',
  min: 0,
  max: maxSeconds,
  step: 0.5,
  unit: 's',
  shownWhen: byTime,
} as const;

export const progressLayerRecord = layerRecord(
  'progress',
  fieldGroups([
    {
      heading: 'Progress',
      fields: [
        pathField,
        {
          kind: 'choice',
          key: 'by',
          label: 'Driven by',
          choices: choicesOf({ time: 'Time', value: 'A value' }),
          default: 'time',
          driven: false,
        },
        { ...seconds, key: 'from', label: 'From', default: 0 },
        { ...seconds, key: 'to', label: 'To', help: 'Unless set, the end of the film.', nullable: true },
        {
          kind: 'number',
          key: 'value',
          label: 'Value',
          min: 0,
          max: 1,
          step: 5,
          unit: '%',
          shownPer: 100,
          default: 0.5,
          shownWhen: { key: 'by', is: ['value'] },
        },
      ],
    },
    {
      heading: 'Line',
      fields: [
        {
          kind: 'number',
          key: 'width',
          label: 'Width',
          min: 0.1,
          max: 2000,
          step: 1,
          unit: 'px',
          default: ofHeight(0.007, 2),
        },
        endsChoice,
        { kind: 'record', key: 'paint', label: 'Paint', of: paintRecord },
        {
          kind: 'number',
          key: 'knob',
          label: 'Playhead size',
          help: 'Diameter of a dot where it has come to; 0 for none.',
          min: 0,
          max: 2000,
          step: 1,
          unit: 'px',
          default: ofHeight(0.02, 2),
        },
        { kind: 'color', key: 'trackColor', label: 'Track colour', default: '#5a4d40' },
        {
          kind: 'number',
          key: 'trackOpacity',
          label: 'Track opacity',
          help: 'Of what is still to come.',
          min: 0,
          max: 1,
          step: 5,
          unit: '%',
          shownPer: 100,
          default: 0.6,
        },
      ],
    },
  ]),
);
export type ProgressLayer = { kind: 'progress' } & ValueOf<typeof progressLayerRecord>;

/** How much has gone at a moment. @param end of the film in seconds */
export function progressAt(
  { by, from, to, value }: Pick<ProgressLayer, 'by' | 'from' | 'to' | 'value'>,
  t: number,
  end: number,
): number {
  if (by === 'value') return value;
  const last = to ?? end;
  if (!Number.isFinite(last) || last <= from) return t >= from && Number.isFinite(last) ? 1 : 0;
  return Math.min(Math.max((t - from) / (last - from), 0), 1);
}

const alpha = (opacity: number) =>
  Math.round(opacity * 255)
    .toString(16)
    .padStart(2, '0');

/** A path that fills with time. */
export const progressLayer: LayerKind<'progress', typeof progressLayerRecord> = {
  kind: 'progress',
  label: 'Progress',
  icon: 'timer',
  offers: [
    {
      heading: 'Layers',
      name: 'Progress line',
      about: 'A path that fills with time',
      icon: 'timer',
      path({ width, height }) {
        const half = Math.round(width * 0.42);
        return {
          kind: 'line',
          shape: { start: { x: -half, y: 0 }, end: { x: half, y: 0 } },
          place: { position: { x: width / 2, y: Math.round(height * 0.95) } },
        };
      },
      part: () => ({}),
    },
  ],
  record: progressLayerRecord,
  content(layer, { film, cache, t, hearing }) {
    const found = film.paths.find(({ id }) => id === layer.path);
    if (!found) return { operations: [] };
    const path = cache.paths.get(found);
    const share = progressAt(layer, t, hearing.end);
    const { width, ends, knob, trackColor, trackOpacity } = layer;
    const all = outlinesOf(path);
    const line = {
      op: 'shape',
      fill: null,
      rule: 'nonzero',
      width,
      ends,
      corners: 'round',
      dashes: [],
      dashOffset: 0,
    } as const;
    const operations: Operation[] = [];
    if (trackOpacity > 0) {
      operations.push({
        ...line,
        outlines: all,
        closed: path.closed,
        stroke: trackColor + alpha(trackOpacity),
      });
    }
    const stroke = paintIn(layer.paint, boxOf(all), cache.ramps);
    if (share > 0) {
      const gone =
        share >= 1 ? path : trimPath(path, { trimStart: 0, trimEnd: share, startOffset: 0, reverse: false });
      operations.push({ ...line, outlines: outlinesOf(gone), closed: share >= 1 && path.closed, stroke });
    }
    if (knob > 0) {
      const { x, y } = path.at(path.length * share);
      operations.push({
        ...line,
        outlines: [Float32Array.of(x, y, x + 0.001, y)],
        closed: false,
        ends: 'round',
        width: knob,
        stroke,
      });
    }
    return { operations };
  },
  needs: () => noNeeds,
  shows: () => [],
  figures: () => 0,
};
