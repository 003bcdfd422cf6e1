import { relief, reliefSpan } from '../../picture';
import { drivenPlace, sourceInMeaning, type Meaning } from './driven';
import { changed, fieldsOf, isObject, mapList, type Json } from './json';

/** What version 6 had where nothing was said, as shares of the picture's height. */
const spacingStandard = 0.055;
const standard = { count: 64, wipeAngle: 0, gradientAngle: 90, direction: 0 };

/** A round mark in a spiral stood so far out, of the distance of marks. */
const spiralRadius = (count: number) => 0.56 * Math.sqrt(Math.max(count, 1) - 0.5);

const numberOr = (value: unknown, other: number): number => (typeof value === 'number' ? value : other);

/** Angles that began at the top begin at the right. */
const quarter: Meaning = { offset: -90 };
/** Standard deviations of a soft edge, which is measured over its whole width now. */
const wholeEdge: Meaning = { scale: 6 };

interface Size {
  width: number;
  height: number;
}

/** A film of version 6, with what has to be known of it for one of its records. */
interface Around {
  size: Size;
  /** Whether a cord moves a property of a body. */
  moves(body: unknown, key: string): boolean;
}

/** What a number of version 6 means in version 7, where that is something else, and the key it has there. */
function meaningOf(
  { within, key }: { within: Json; key: string },
  keys: unknown,
  around: Around,
): (Meaning & { to?: string }) | undefined {
  const { kind } = within;
  if (keys === 'mask.softness') return wholeEdge;
  if (keys === 'figure.angle' || keys === 'symmetry.angle') return quarter;
  if (key === 'angle' && (kind === 'around' || (kind === 'wipe' && within['form'] === 'around')))
    return quarter;
  if (keys === 'falloffs.rotation' && within['shape'] === 'linear') return quarter;
  if (kind === 'array' && within['layout'] === 'spiral' && key === 'spacing')
    return { scale: spiralRadius(numberOr(within['count'], standard.count)), to: 'radius' };
  if (kind === 'relief' && key === 'height') return { scale: spanOfRelief(within, around) };
  return undefined;
}

/** From the lowest to the highest noise of a relief: its height was that of noise from -1 to 1. */
function spanOfRelief(body: Json, { size, moves }: Around): number {
  const standard: Json = { ...relief.defaults(size) };
  const settings: Json = { ...standard, ...body };
  // What is of no use is left to the schema to refuse.
  const fits = Object.keys(standard).every((key) => typeof settings[key] === typeof standard[key]);
  if (!fits || numberOr(settings['detail'], 0) > 160) return 1;
  return reliefSpan(settings as never, (key) => moves(body['id'], key));
}

const paint7 = (paint: Json): Json =>
  paint['kind'] === 'around'
    ? { ...paint, angle: numberOr(paint['angle'], standard.gradientAngle) - 90 }
    : paint;

const pass7 = (pass: Json): Json =>
  pass['kind'] === 'wipe' && pass['form'] === 'around'
    ? { ...pass, angle: numberOr(pass['angle'], standard.wipeAngle) - 90 }
    : pass;

/** An angle that began at the top, of a record that may not say it. */
const turned = (record: Json, key = 'angle'): Json =>
  typeof record[key] === 'number' ? { ...record, [key]: record[key] - 90 } : record;

const falloff7 = (falloff: Json): Json =>
  falloff['shape'] === 'linear' ? { ...falloff, rotation: numberOr(falloff['rotation'], 0) - 90 } : falloff;

const mask7 = (mask: Json): Json =>
  typeof mask['softness'] === 'number' ? { ...mask, softness: Math.min(mask['softness'] * 6, 12_000) } : mask;

function body7(body: Json, around: Around): Json {
  const { size } = around;
  if (body['kind'] === 'array' && body['layout'] === 'spiral') {
    const spacing = numberOr(body['spacing'], Math.round(size.height * spacingStandard));
    return { ...body, radius: spacing * spiralRadius(numberOr(body['count'], standard.count)) };
  }
  if (body['kind'] === 'relief') {
    const height = numberOr(body['height'], Math.round(size.height * 0.16));
    return { ...body, height: height * spanOfRelief(body, around) };
  }
  return body;
}

/** Records of a layer, by their keys. */
function layer7(layer: Json, around: Around): Json {
  const next: Json = { ...layer };
  for (const [key, value] of Object.entries(layer)) {
    if (isObject(value) && Array.isArray(value['stops'])) next[key] = paint7(value);
  }
  const change = (key: string, by: (record: Json) => Json) => {
    if (isObject(next[key])) next[key] = by(next[key]);
  };
  change('figure', (figure) => turned(figure));
  change('symmetry', (symmetry) => turned(symmetry));
  change('mask', mask7);
  const list = (key: string, by: (item: Json) => Json) => {
    if (next[key] !== undefined) next[key] = mapList(next[key], by);
  };
  list('passes', pass7);
  list('falloffs', falloff7);
  list('bodies', (body) => body7(body, around));
  return next;
}

/**
 * In version 6 some angles began at the top and others at the right; soft edges of masks were measured by their standard
 * deviation, spirals of marks by the distance of two of them, and reliefs by half of their height.
 */
export function fromVersion6(old: Json): Json {
  const size = { width: numberOr(old['width'], 1920), height: numberOr(old['height'], 1080) };
  const targets = Array.isArray(old['cords'])
    ? old['cords'].map((cord) => fieldsOf(fieldsOf(cord)['target']))
    : [];
  const around: Around = {
    size,
    moves: (body, key) =>
      targets.some((target) => target['item'] === body && target['key'] === `bodies.${key}`),
  };
  const cords = mapList(old['cords'], (cord) => {
    const target = fieldsOf(cord['target']);
    const place = drivenPlace(old, target);
    const meaning = place && meaningOf(place, target['key'], around);
    if (!meaning || !isObject(cord['source'])) return cord;
    const { to } = meaning;
    const keys = String(target['key']).split('.').slice(0, -1);
    return {
      ...cord,
      source: sourceInMeaning(cord['source'], meaning, place.within[place.key]),
      ...(to !== undefined && { target: { ...target, key: [...keys, to].join('.') } }),
    };
  });
  return {
    ...old,
    version: 7,
    ...(old['finish'] !== undefined && {
      finish: changed(old['finish'], (finish) => ({
        ...finish,
        ...(finish['passes'] !== undefined && { passes: mapList(finish['passes'], pass7) }),
      })),
    }),
    layers: mapList(old['layers'], (layer) => layer7(layer, around)),
    ...(old['cords'] !== undefined && { cords }),
  };
}
