import { curveTable, runCurves, TableCache } from '../../pixels';
import { curvePointRecord, curveThrough, type CurvePoint } from './curve';
import { percent } from './passFields';
import { passKind } from './passKind';

/** Points of a curve at most. */
export const maxCurvePoints = 16;

const curve = <const Key extends string>(key: Key, label: string) =>
  ({
    kind: 'list',
    key,
    label,
    of: { kind: 'record', label: 'Point', of: curvePointRecord },
    max: maxCurvePoints,
  }) as const;

const point = (at: number, value: number) => ({ id: `point-${at}`, at, value });

interface Curves {
  all: readonly CurvePoint[];
  red: readonly CurvePoint[];
  green: readonly CurvePoint[];
  blue: readonly CurvePoint[];
  amount: number;
}

const tables = new TableCache<Curves>(({ all, amount, ...channels }) => {
  const common = curveThrough(all);
  return (['red', 'green', 'blue'] as const).map((channel) => {
    const own = curveThrough(channels[channel]);
    return curveTable((value) => value + (common(own(value)) - value) * amount);
  }) as [Uint16Array, Uint16Array, Uint16Array];
});

/** Brightness and each colour through a curve. */
export const curves = passKind({
  kind: 'curves',
  label: 'Curves',
  heading: 'Grade',
  about: 'Brightness and each colour through a curve',
  light: 'encoded',
  form: 'point',
  anySize: true,
  start: {
    all: [point(0, 0), point(0.28, 0.22), point(0.72, 0.78), point(1, 1)],
  },
  fields: [
    curve('all', 'All'),
    curve('red', 'Red'),
    curve('green', 'Green'),
    curve('blue', 'Blue'),
    percent('amount', 'Amount', 1),
  ],
  run(buffer, { all, red, green, blue, amount }) {
    if (all.length + red.length + green.length + blue.length === 0 || amount === 0) return;
    runCurves(buffer, tables.tables({ all, red, green, blue, amount }));
  },
});
