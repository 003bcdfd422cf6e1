import { choicesOf, cos, fieldGroups, ofHeight, pow, sin } from '../../contract';
import { markBands, orderField } from '../figure/order';
import type { Path } from '../path/path';
import type { BodyShape } from '../scene/dress';
import { bandFields, levelsWithin, responseCurve } from './bands';
import { evenStops } from '../palette/palette';
import { bodyKind, type BodyContext } from './bodyKind';
import { addMark, ShapeBuilder } from './shapes';

const onPath = { key: 'layout', is: ['path'] } as const;
const onCircle = { key: 'layout', is: ['outward', 'inward'] } as const;
const size = { kind: 'number', min: 1, max: 100000, step: 20, unit: 'px' } as const;

const groups = fieldGroups([
  {
    heading: 'Terrain',
    fields: [
      ...bandFields,
      { ...orderField, default: 'middle' },
      {
        kind: 'choice',
        key: 'form',
        label: 'Form',
        choices: choicesOf({ surface: 'Surface', ridges: 'Ridge lines', bars: 'Bars' }),
        default: 'surface',
      },
      {
        kind: 'number',
        key: 'rows',
        label: 'Rows',
        help: 'How many moments stand behind one another.',
        min: 1,
        max: 400,
        step: 5,
        unit: '',
        whole: true,
        default: 60,
        driven: false,
      },
      {
        kind: 'number',
        key: 'interval',
        label: 'Row interval',
        help: 'Time from one row to the next. Each row has the highest levels since the row before.',
        min: 0.005,
        max: 5,
        step: 5,
        unit: 'ms',
        shownPer: 1000,
        default: 0.06,
        driven: false,
      },
      {
        kind: 'choice',
        key: 'travel',
        label: 'Direction of travel',
        choices: choicesOf({ away: 'Away from the viewer', towards: 'Towards the viewer' }),
        default: 'away',
        driven: false,
      },
      {
        kind: 'choice',
        key: 'layout',
        label: 'Layout',
        choices: choicesOf({
          straight: 'Straight',
          path: 'Along a path',
          outward: 'Rings, outward',
          inward: 'Rings, inward',
        }),
        default: 'straight',
      },
      {
        kind: 'reference',
        key: 'path',
        label: 'Path',
        help: 'Seen from above.',
        to: 'paths',
        nullable: true,
        driven: false,
        shownWhen: onPath,
      },
    ],
  },
  {
    heading: 'Size',
    fields: [
      {
        ...size,
        key: 'width',
        label: 'Width',
        default: ({ width }) => Math.max(1, Math.round(width * 1.15)),
        shownWhen: { key: 'layout', is: ['straight', 'path'] },
      },
      {
        ...size,
        key: 'spacing',
        label: 'Row spacing',
        step: 2,
        min: 0.1,
        default: ({ height }) => Math.max(0.1, Math.round(height * 0.032)),
      },
      { ...size, key: 'radius', label: 'Radius', min: 0, default: ofHeight(0.15), shownWhen: onCircle },
      { ...size, key: 'height', label: 'Height', min: -100000, default: ofHeight(0.3) },
      { ...responseCurve, default: 1.4 },
      {
        kind: 'number',
        key: 'smoothBands',
        label: 'Band smoothing',
        min: 0,
        max: 16,
        step: 0.5,
        unit: 'bands',
        default: 1,
      },
      {
        kind: 'number',
        key: 'smoothRows',
        label: 'Row smoothing',
        min: 0,
        max: 16,
        step: 0.5,
        unit: 'rows',
        default: 0.5,
      },
      {
        kind: 'number',
        key: 'gap',
        label: 'Gap',
        help: 'Between bars.',
        min: 0,
        max: 0.95,
        step: 5,
        unit: '%',
        shownPer: 100,
        default: 0.3,
        shownWhen: { key: 'form', is: ['bars'] },
      },
    ],
  },
]);

/** Each value as the mean of those around it: the nearer the heavier, up to a distance. */
export function smoothed(values: Float32Array, width: number): Float32Array {
  if (width <= 0) return values;
  const reach = Math.ceil(width);
  return values.map((_, i) => {
    let [sum, weights] = [0, 0];
    for (let offset = -reach; offset <= reach; offset++) {
      const at = i + offset;
      if (at < 0 || at >= values.length) continue;
      const weight = 1 - Math.abs(offset) / (width + 1);
      if (weight <= 0) continue;
      sum += weight * values[at]!;
      weights += weight;
    }
    return sum / weights;
  });
}

/** A row of the terrain: how far it has come, in rows, and its levels. */
interface Row {
  position: number;
  levels: Float32Array;
}

type Settings = Parameters<Parameters<typeof bodyKind<'terrain', typeof groups>>[0]['shapes']>[0];

/**
 * Rows at a moment: the present one, those at whole multiples of the interval, each as far as it has come since, and the
 * last one, which stands where they end. Each row has the highest levels since the one before it: nothing that is shorter than
 * an interval is lost. The present one looks back as far, so that it goes over into a row without a jump.
 */
export function rowsAt(body: Settings, context: BodyContext): Row[] {
  const { rows, interval } = body;
  const { t } = context.moment;
  // A moment that lies on a multiple, up to rounding, is that row's.
  const newest = Math.floor(t / interval + 1e-9);
  const share = Math.max(0, t / interval - newest);
  const level = (time: number) =>
    smoothed(levelsWithin(body, context, time - interval, time), body.smoothBands);
  const all: Row[] = [{ position: 0, levels: level(t) }];
  for (let k = 0; k <= rows; k++) all.push({ position: k + share, levels: level((newest - k) * interval) });
  const [before, last] = [all.at(-2)!, all.at(-1)!];
  // Where the last whole row would be seen to vanish, the way to it is cut.
  last.levels = before.levels.map((value, i) => value + (last.levels[i]! - value) * (1 - share));
  last.position = rows;
  return all;
}

/** Levels of rows that are next to each other, mixed: weights fall with the distance. */
function smoothRows(rows: Row[], width: number): Row[] {
  if (width <= 0) return rows;
  return rows.map((row) => {
    let weights = 0;
    const sum = new Float32Array(row.levels.length);
    for (const other of rows) {
      const weight = 1 - Math.abs(other.position - row.position) / (width + 1);
      if (weight <= 0) continue;
      weights += weight;
      for (let i = 0; i < sum.length; i++) sum[i]! += weight * other.levels[i]!;
    }
    return { position: row.position, levels: sum.map((value) => value / weights) };
  });
}

/** Where a place of the terrain lies on the stage: across it -0.5 to 0.5, and how far along in units. */
type Ground = (across: number, along: number) => [x: number, z: number];

function groundOf(body: Settings, { film, moment }: BodyContext): Ground {
  const { layout, width, spacing, rows, radius } = body;
  const length = spacing * rows;
  if (layout === 'outward' || layout === 'inward') {
    return (across, along) => {
      const angle = 2 * Math.PI * across;
      const r = radius + (layout === 'outward' ? along : length - along);
      return [r * sin(angle), -r * cos(angle)];
    };
  }
  const found = layout === 'path' ? film.paths.find(({ id }) => id === body.path) : undefined;
  const path: Path | undefined = found && moment.cache.paths.get(found);
  if (path) {
    return (across, along) => {
      const s = Math.min(along / Math.max(length, 1), 1) * path.length;
      const point = path.at(s);
      return [
        point.x - film.width / 2 + point.normalX * across * width,
        point.y - film.height / 2 + point.normalY * across * width,
      ];
    };
  }
  return (across, along) => [across * width, length / 2 - along];
}

/**
 * How the corners of a terrain are joined: two faces in each of its cells, and lines along its rows.
 * @param ringed whether its rows are closed
 * @param turned which way round its faces are
 * @param crossed whether lines go along its columns, too
 */
function joined(rows: number, columns: number, ringed: boolean, turned: boolean, crossed: boolean) {
  const wraps = ringed ? columns : columns - 1;
  const faces = new Uint32Array(6 * wraps * (rows - 1));
  const lines = new Uint32Array(2 * wraps * rows + (crossed ? 2 * columns * (rows - 1) : 0));
  let [face, line] = [0, 0];
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < wraps; column++) {
      const a = row * columns + column;
      const b = row * columns + ((column + 1) % columns);
      lines[line++] = a;
      lines[line++] = b;
      if (row + 1 === rows) continue;
      const [second, third] = turned ? [b, b + columns] : [a + columns, b + columns];
      const fourth = turned ? a + columns : b;
      for (const corner of [a, second, third, a, third, fourth]) faces[face++] = corner;
    }
  }
  if (crossed)
    for (let corner = 0; corner < columns * (rows - 1); corner++) {
      lines[line++] = corner;
      lines[line++] = corner + columns;
    }
  return { faces, lines };
}

/** The last of them, which a terrain asks for again on each frame. */
let lastNet: { key: string; made: ReturnType<typeof joined> } | undefined;

function netOf(...of: Parameters<typeof joined>): ReturnType<typeof joined> {
  const key = of.join();
  if (lastNet?.key !== key) lastNet = { key, made: joined(...of) };
  return lastNet.made;
}

/** Levels of the spectrum, row behind row: a landscape that travels. */
export const terrain = bodyKind({
  kind: 'terrain',
  label: 'Terrain',
  about: 'The spectrum of each moment as a row of a landscape that travels on.',
  groups,
  material: {
    roughness: 0.35,
    metal: 0.5,
  },
  lookBack: ({ rows, interval }) => (rows + 3) * interval,
  shapes(body, context): BodyShape[] {
    const rows = smoothRows(rowsAt(body, context), body.smoothRows);
    const bands = rows[0]!.levels.length;
    if (bands === 0) return [];
    const columns = markBands(bands, body.order);
    const ringed = body.layout === 'outward' || body.layout === 'inward';
    const ground = groundOf(body, context);
    const length = body.spacing * body.rows;
    const along = (position: number) =>
      body.travel === 'away' ? position * body.spacing : length - position * body.spacing;
    const bandShare = (band: number) => (bands > 1 ? band / (bands - 1) : 0);
    if (body.form === 'bars') {
      const shape = new ShapeBuilder();
      const wide = (body.width / columns.length) * (1 - body.gap);
      // Whole rows only: a bar does not change while it travels.
      for (const { position, levels } of rows.slice(1, -1)) {
        columns.forEach((band, column) => {
          const level = levels[band]!;
          const [x, z] = ground((column + 0.5) / columns.length - 0.5, along(position));
          const height = pow(Math.max(level, 0), body.curve);
          const mark = {
            foot: [x, 0, z],
            up: [0, 1, 0],
            length: Math.max(body.height * height, 0.5),
            width: Math.min(wide, body.spacing * (1 - body.gap)),
          } as const;
          addMark(
            shape,
            'box',
            { ...mark, level, band: bandShare(band), height, depth: position / body.rows },
            0,
          );
        });
      }
      return [{ ...shape.build(), closed: true, faceted: true }];
    }
    const across = ringed ? columns.length : Math.max(columns.length - 1, 1);
    const corners = rows.length * columns.length;
    const positions = new Float32Array(3 * corners);
    const [level, band, height, depth] = [0, 1, 2, 3].map(() => new Float32Array(corners)) as [
      Float32Array,
      Float32Array,
      Float32Array,
      Float32Array,
    ];
    const shares = columns.map(bandShare);
    let at = 0;
    for (const { position, levels } of rows) {
      const far = along(position);
      const behind = position / body.rows;
      for (let column = 0; column < columns.length; column++, at++) {
        const own = levels[columns[column]!]!;
        const raised = pow(Math.max(own, 0), body.curve);
        const [x, z] = ground(column / across - 0.5, far);
        positions[3 * at] = x;
        positions[3 * at + 1] = body.height * raised;
        positions[3 * at + 2] = z;
        level[at] = own;
        band[at] = shares[column]!;
        height[at] = raised;
        depth[at] = behind;
      }
    }
    // Towards the viewer, and inward, rows follow each other the other way round.
    const turned = (body.travel === 'away') !== (body.layout === 'inward');
    return [
      {
        ...{ positions, level, band, height, depth },
        ...netOf(rows.length, columns.length, ringed, turned, body.form === 'surface'),
        closed: false,
      },
    ];
  },
  offers: [
    {
      name: 'Terrain',
      about: 'The spectrum of each moment as a row of a landscape',
      light: { fade: 1, fadeFrom: 0.7, fadeTo: 1.7 },
      camera: { tilt: 16 },
      cameraHeights: { targetY: 0.05 },
    },
    {
      name: 'Ridge lines',
      about: 'Rows of lines that hide each other',
      body: { form: 'ridges', rows: 34, interval: 0.09, smoothRows: 0, curve: 1.8 },
      material: { drawn: 'hidden', by: 'one', stops: evenStops('#f2e6cf'), lineWidth: 2 },
      camera: { tilt: 28 },
      cameraHeights: { targetY: 0.03 },
    },
    {
      name: 'Rings',
      about: 'Rows that run outwards in rings',
      body: { layout: 'outward', order: 'mirrored', rows: 48 },
      heights: { radius: 0.05, spacing: 0.012 },
      material: { stops: evenStops('#16343a', '#59b7b0', '#f6e3b0') },
      camera: { tilt: 48 },
    },
  ],
});
