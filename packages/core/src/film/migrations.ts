/**
 * Steps from each older version of the format to the next. Values in them are those of their time and never
 * change: a film of an old version keeps looking as it did.
 */

type Json = Record<string, unknown>;

const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** An object's fields; none of what is no object, which the schema refuses later. */
const fieldsOf = (value: unknown): Json => (isObject(value) ? value : {});

/** A list with each item changed; what is no list, or no object in it, stays as it is, for the schema to refuse. */
const mapList = (value: unknown, change: (item: Json, i: number) => unknown): unknown =>
  Array.isArray(value) ? value.map((item: unknown, i) => (isObject(item) ? change(item, i) : item)) : value;

/** An object changed; what is none stays as it is. */
const changed = (value: unknown, change: (item: Json) => Json): unknown =>
  isObject(value) ? change(value) : value;

const clamp = (value: unknown, low: number, high: number) =>
  typeof value === 'number' ? Math.min(Math.max(value, low), high) : value;

/** What version 2 gave ears that version 1 did not have. */
const ear2: Json = {
  tracks: [],
  channel: 'middle',
  fromHz: 40,
  toHz: 14000,
  part: 'all',
  bands: 64,
  scale: 'log',
  exponent: 2,
  fraction: '3',
  a4: 440,
  edges: [],
  bandNames: [],
  mutes: [],
  window: 0.085,
  windowShape: 'hann',
  longWindow: 0,
  limits: 'set',
  floorDb: -62,
  ceilingDb: -22,
  floorPercent: 35,
  ceilingPercent: 99.5,
  law: 'db',
  tiltDbPerOctave: 2,
  weights: [],
  aWeighting: false,
  smoothing: 'attackRelease',
  attack: 0.01,
  release: 0.16,
  averageTime: 0.1,
  springHz: 4,
  springDamping: 0.5,
  acrossBands: 0,
  peaks: false,
  peakHold: 0.3,
  peakFall: 0.6,
};

/** A single copy, as version 2 had it. */
const copies2: Json = {
  count: 1,
  around: 'path',
  moveX: 0,
  moveY: 0,
  turn: 0,
  scale: 1,
  reach: 1,
  opacity: 1,
  delay: 0,
  share: false,
};

/** Bars were mirrored or not; now there are four orders. */
const bars2 = ({ mirrored, ...figure }: Json): Json => ({
  ...figure,
  order: mirrored === true ? 'mirrored' : 'up',
  caps: false,
});

/** Version 1 had one switch for a track, and no followers, beats or length. */
function fromVersion1(film: Json): Json {
  const tracks = mapList(film['tracks'], ({ muted, ...track }) => ({
    ...track,
    heard: muted === false,
    listened: muted === false,
    start: 0,
    in: 0,
    out: null,
  }));
  const ears = mapList(film['ears'], (ear) => ({
    ...ear2,
    ...ear,
    channel: ear['channel'] === 'mix' ? 'middle' : ear['channel'],
    window: clamp(ear['window'], 0.01, 0.5),
  }));
  const layers = mapList(film['layers'], (layer) => ({
    ...layer,
    path: changed(layer['path'], (path) => ({ ...path, from: 0, to: 1, shift: 0, reverse: false })),
    figure: changed(layer['figure'], bars2),
    copies: copies2,
  }));
  return { ...film, version: 2, length: null, tracks, ears, followers: [], beats: null, layers };
}

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
function fromVersion2(film: Json): Json {
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

const fade4: Json = { fadeIn: 0, fadeOut: 0, curve: 'smooth' };

/** In version 3 everything was shown from beginning to end. */
const fromVersion3 = (film: Json): Json => ({
  ...film,
  version: 4,
  fades: { picture: { ...fade4, color: '#000000' }, sound: fade4 },
  layers: mapList(film['layers'], (layer) => ({ ...layer, span: { from: 0, to: null, ...fade4 } })),
});

/** The same object with some of its fields under other names. */
function renamed(value: Json, names: Record<string, string>): Json {
  return Object.fromEntries(Object.entries(value).map(([key, own]) => [names[key] ?? key, own]));
}

/** The same value, or what it is called now. */
const called = (value: unknown, names: Record<string, string>): unknown =>
  typeof value === 'string' && Object.hasOwn(names, value) ? names[value] : value;

/** Two numbers as one point, without the numbers. */
function withPoint(value: Json, key: string, xKey: string, yKey: string): Json {
  const { [xKey]: x, [yKey]: y, ...rest } = value;
  return x === undefined && y === undefined ? rest : { ...rest, [key]: { x, y } };
}

/** Frames per second became a fraction; broken ones were those of NTSC, or a thousandth. */
function rate5(fps: unknown): unknown {
  if (typeof fps !== 'number') return fps;
  if (Number.isInteger(fps)) return { numerator: fps, denominator: 1 };
  const whole = Math.round(fps * 1.001);
  if (Math.abs((whole * 1000) / 1001 - fps) < 0.005) return { numerator: whole * 1000, denominator: 1001 };
  return { numerator: Math.round(fps * 1000), denominator: 1000 };
}

/** Items of a list with ids, by their numbers. */
const numbered = (list: unknown, stem: string): unknown =>
  mapList(list, (item, i) => ({ id: `${stem}-${i + 1}`, ...item }));

/** Where a group or a copy stood became one record with the layer's opacity. */
function place5({
  moveX = 0,
  moveY = 0,
  turn = 0,
  scale = 1,
  aroundX = 0.5,
  aroundY = 0.5,
  opacity = 1,
}: Json): Json {
  return {
    position: { x: moveX, y: moveY },
    rotation: turn,
    scale: { x: scale, y: scale },
    anchor: { x: aroundX, y: aroundY },
    opacity,
  };
}

const numberOr = (value: unknown, other: number) => (typeof value === 'number' ? value : other);

/** A path's shape was where it stood; now the shape has its own coordinates, and the path a place. */
function path5(path: Json): Json {
  const { shape, ...rest } = path;
  if (!isObject(shape)) return path;
  const { offset = 0, join = 'round', from = 0, to = 1, shift = 0, reverse = false, ...own } = shape;
  const trim = { offset, join, trimStart: from, trimEnd: to, startOffset: shift, reverse };
  const at = (x: unknown, y: unknown, rotation: unknown = 0, scale: unknown = 1) => ({
    position: { x, y },
    rotation,
    scale: { x: scale, y: scale },
  });
  const { centerX, centerY, turn, start, scale, ...alone } = own;
  switch (own['kind']) {
    case 'line': {
      const { x1, y1, x2, y2, ...line } = own;
      const [x, y] = [(numberOr(x1, 0) + numberOr(x2, 0)) / 2, (numberOr(y1, 0) + numberOr(y2, 0)) / 2];
      const end = (endX: unknown, endY: unknown) =>
        typeof endX === 'number' && typeof endY === 'number'
          ? { x: endX - x, y: endY - y }
          : { x: endX, y: endY };
      return { ...rest, shape: { ...line, start: end(x1, y1), end: end(x2, y2) }, ...trim, ...at(x, y) };
    }
    case 'drawn': {
      const { x, y } = middleOf(own['points']);
      const points = mapList(own['points'], ({ x: px, y: py, inX, inY, outX, outY, smooth }, i) => ({
        id: `point-${i + 1}`,
        at: typeof px === 'number' && typeof py === 'number' ? { x: px - x, y: py - y } : { x: px, y: py },
        in: { x: inX, y: inY },
        out: { x: outX, y: outY },
        smooth,
      }));
      return { ...rest, shape: { ...own, points }, ...trim, ...at(x, y) };
    }
    case 'circle':
    case 'arc':
      return { ...rest, shape: alone, ...trim, ...at(centerX, centerY, start) };
    case 'svg':
    case 'text':
    case 'picture': {
      // The offset was measured in the picture; now it is measured before the shape is scaled.
      const smaller = typeof offset === 'number' && typeof scale === 'number' ? offset / scale : offset;
      const image =
        own['kind'] === 'picture' ? renamed({ ...alone, kind: 'image' }, { picture: 'image' }) : alone;
      if (image['image'] === '') image['image'] = null;
      return { ...rest, shape: image, ...trim, offset: smaller, ...at(centerX, centerY, turn, scale) };
    }
    default:
      return { ...rest, shape: alone, ...trim, ...at(centerX, centerY, turn) };
  }
}

/** The middle of the box around points, in whole units: what is taken off them can be added again without loss. */
function middleOf(points: unknown): { x: number; y: number } {
  const all = Array.isArray(points) ? points.filter(isObject) : [];
  const middle = (key: string) => {
    const values = all.map((point) => point[key]).filter((value) => typeof value === 'number');
    return values.length > 0 ? Math.round((Math.min(...values) + Math.max(...values)) / 2) : 0;
  };
  return { x: middle('x'), y: middle('y') };
}

function figure5(figure: Json): Json {
  const { kind } = figure;
  const own = renamed(figure, { pivot: 'anchor' });
  if (kind === 'strip') return { ...own, kind: 'spectrogram' };
  if (kind === 'wave') return { ...own, kind: 'waveform' };
  if (kind !== 'pictures') return own;
  const images = renamed(own, { picture: 'image', turn: 'rotation' });
  return {
    ...images,
    kind: 'images',
    source: called(images['source'], { picture: 'image' }),
    image: images['image'] === '' ? null : images['image'],
  };
}

const color5 = (color: Json): Json => ({ ...color, stops: numbered(color['stops'], 'stop') });

function layer5(layer: Json): Json {
  const { kind, opacity, ...rest } = layer;
  const common = { passes: [], backdrop: false };
  if (kind === 'figure') {
    return {
      ...rest,
      ...common,
      kind,
      place: place5({ opacity }),
      figure: changed(rest['figure'], figure5),
      color: changed(rest['color'], color5),
      symmetry: changed(rest['symmetry'], (symmetry) => ({
        ...withPoint(symmetry, 'center', 'centerX', 'centerY'),
        kind: called(symmetry['kind'], { turns: 'rotation' }),
      })),
      falloffs: numbered(
        mapList(rest['falloffs'], (falloff) =>
          renamed(withPoint(falloff, 'center', 'centerX', 'centerY'), { turn: 'rotation' }),
        ),
        'falloff',
      ),
      copies: changed(rest['copies'], (copies) =>
        renamed(withPoint(copies, 'offset', 'moveX', 'moveY'), {
          turn: 'rotation',
          share: 'continueBands',
          bandStep: 'bandOffset',
        }),
      ),
    };
  }
  const { moveX, moveY, turn, scale, aroundX, aroundY, ...own } = rest;
  const place = place5({ moveX, moveY, turn, scale, aroundX, aroundY, opacity });
  return {
    ...renamed(own, { clip: 'clipPath' }),
    ...common,
    kind: called(kind, { tied: 'linked' }),
    place,
  };
}

/**
 * In version 4 shapes were where they stood, only groups and linked copies could be placed, properties of two
 * axes were two numbers, items of lists had no ids, and some things had other names.
 */
function fromVersion4({ pictures, fps, ...film }: Json): Json {
  return {
    ...film,
    version: 5,
    fps: rate5(fps),
    background: changed(film['background'], (own) => renamed(own, { picture: 'image' })),
    tracks: mapList(film['tracks'], (track) => renamed(track, { heard: 'soundtrack', listened: 'analysed' })),
    ears: mapList(film['ears'], (ear) => ({
      ...ear,
      channel: called(ear['channel'], { middle: 'mid', sides: 'side' }),
      part: called(ear['part'], { sustained: 'harmonic', struck: 'percussive' }),
    })),
    images: pictures,
    palettes: mapList(film['palettes'], color5),
    paths: mapList(film['paths'], path5),
    layers: mapList(film['layers'], layer5),
  };
}

/** Steps by the version they start from. */
export const migrations: Record<number, (film: Json) => Json> = {
  1: fromVersion1,
  2: fromVersion2,
  3: fromVersion3,
  4: fromVersion4,
};
