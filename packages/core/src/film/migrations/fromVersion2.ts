import { type Json, fieldsOf, mapList, changed } from './json';

const stand3: Json = {
  bandFrom: 1,
  bandTo: 512,
  order: 'mirrored',
  side: 'outward',
  direction: 'normal',
  angle: 0,
};

const area3: Json = { ...stand3, smooth: true, ends: 'round', soft: 0, rest: 0, reach: 173 };

/** What version 3 gave each kind of figure that version 2 did not have. */
const figures3: Record<string, Json> = {
  bars: {
    ...stand3,
    form: 'rounded',
    pivot: 'base',
    caps: false,
    least: 0,
    soft: 0,
    reach: 216,
    rest: 5,
    width: 0.55,
    gap: 0,
    taper: 0,
    segment: 10,
    segmentGap: 5,
  },
  dots: { ...stand3, least: 0, soft: 0, rest: 0, reach: 173, sizeRest: 5, sizeReach: 19 },
  line: { ...area3, thickness: 5 },
  area: area3,
};

/** Fields that figures did not have are as they were in a new one, but for what changes the look. */
function figureOf2({ color: _color, colorHigh: _high, ends, ...figure }: Json): Json {
  const kind = typeof figure['kind'] === 'string' ? figure['kind'] : '';
  const form = kind === 'bars' ? { form: ends === 'flat' ? 'square' : 'rounded' } : {};
  return Object.hasOwn(figures3, kind) ? { ...figures3[kind], ...figure, ...form } : figure;
}

const color3 = (stops: Json[], by: string, mix: string): Json => ({
  by,
  stops,
  mix,
  palette: null,
  cycle: 20,
  fade: 0,
});

const colorOf2 = ({ color, colorHigh }: Json): Json =>
  colorHigh === undefined
    ? color3([{ at: 0, color }], 'one', 'oklch')
    : color3(
        [
          { at: 0, color },
          { at: 1, color: colorHigh },
        ],
        'band',
        'oklab',
      );

const symmetry3: Json = { kind: 'none', centerX: 0.5, centerY: 0.5, angle: 0, count: 6 };

/** In version 2 each layer had a path of its own, and its colours among the marks' properties. */
export function fromVersion2(film: Json): Json {
  const paths: unknown[] = [];
  const layers = mapList(film['layers'], ({ path, figure, ...layer }, i) => {
    const id = `path-${i + 1}`;
    const lines = fieldsOf(path)['kind'] === 'svg' ? { lines: 'longest' } : {};
    const shape = changed(path, (own) => ({ ...own, offset: 0, join: 'round', ...lines }));
    paths.push({ id, name: layer['name'], shape });
    return {
      ...layer,
      locked: false,
      group: null,
      path: id,
      figure: changed(figure, figureOf2),
      color: colorOf2(fieldsOf(figure)),
      symmetry: symmetry3,
      falloffs: [],
      copies: { ...fieldsOf(layer['copies']), hue: 0, bandStep: 0 },
    };
  });
  const background = changed(film['background'], (own) => ({ ...own, picture: null }));
  return { ...film, version: 3, background, pictures: [], palettes: [], paths, layers };
}
