import { type Json, isObject, mapList, changed } from './json';

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
export function fromVersion4({ pictures, fps, ...film }: Json): Json {
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
