import { changed, fieldsOf, isObject, mapList, type Json } from './json';

/** What version 5 had where nothing was said. */
const standard = { color: '#1d1813', edgeColor: '#0b0908' };

const place = {
  position: { x: 0, y: 0 },
  scale: { x: 1, y: 1 },
  rotation: 0,
  anchor: { x: 0.5, y: 0.5 },
  opacity: 1,
};

/** Forms of vignettes, which are numbers now. */
const roundness: Record<string, number> = { ellipse: 0, circle: 1, rounded: -0.5, frame: -1 };

const pass6 = ({ form, ...pass }: Json): Json =>
  typeof form === 'string' && pass['kind'] === 'vignette' && Object.hasOwn(roundness, form)
    ? { ...pass, roundness: roundness[form] }
    : { ...pass, ...(form !== undefined && { form }) };

const withPasses6 = (owner: Json): Json => ({
  ...owner,
  ...(owner['passes'] !== undefined && { passes: mapList(owner['passes'], pass6) }),
});

/** An id that nothing of the film has. */
function freeId(taken: Set<unknown>, stem: string): string {
  let id = stem;
  for (let n = 2; taken.has(id); n++) id = `${stem}-${n}`;
  return id;
}

const idsOf = (list: unknown): unknown[] =>
  Array.isArray(list) ? list.map((item) => fieldsOf(item)['id']) : [];

/**
 * In version 5 what lay behind all layers was no layer: a gradient from the middle to the corners, and an image
 * over it. What moved them moves the layers now.
 */
export function fromVersion5({ background, ...old }: Json): Json {
  const film: Json = {
    ...old,
    finish: changed(old['finish'], withPasses6),
    layers: mapList(old['layers'], withPasses6),
  };
  const next: Json = { ...film, version: 6 };
  if (background !== undefined && !isObject(background)) return { ...next, layers: [background] };
  const { color, edgeColor, image = null } = { ...standard, ...background };
  const taken = new Set(idsOf(film['layers']));
  const [fillId, imageId] = [freeId(taken, 'background'), freeId(taken, 'background-image')];
  const targets = Array.isArray(film['cords'])
    ? film['cords'].map((cord) => fieldsOf(fieldsOf(cord)['target']))
    : [];
  const moves = (key: string) =>
    targets.some((target) => target['list'] === 'background' && target['key'] === key);
  const common = {
    visible: true,
    locked: false,
    group: null,
    place,
    passes: [],
    blend: 'normal',
    backdrop: true,
  };
  const stops = [
    { id: 'middle', at: 0, color },
    { id: 'edge', at: 1, color: edgeColor },
  ];
  const fill = {
    ...common,
    kind: 'fill',
    id: fillId,
    name: 'Background',
    paint: { kind: 'radial', stops, mix: 'srgb', angle: 90, center: { x: 0.5, y: 0.5 }, size: 1 },
    grain: 0,
  };
  // Black lies behind everything anyway.
  const black = [color, edgeColor].every((own) => typeof own === 'string' && /^#0{6}$/.test(own));
  const behind: Json[] = black && !moves('color') && !moves('edgeColor') ? [] : [fill];
  if (image !== null || moves('image')) {
    behind.push({ ...common, kind: 'image', id: imageId, name: 'Background image', image, fit: 'cover' });
  }
  const places: Record<string, Json> = {
    color: { list: 'layers', id: fillId, key: 'paint.stops.color', item: 'middle' },
    edgeColor: { list: 'layers', id: fillId, key: 'paint.stops.color', item: 'edge' },
    image: { list: 'layers', id: imageId, key: 'image', item: '' },
  };
  const { layers = [] } = film;
  return {
    ...next,
    layers: Array.isArray(layers) ? [...behind, ...(layers as unknown[])] : layers,
    cords: mapList(film['cords'], (cord) => {
      const target = fieldsOf(cord['target']);
      const to = target['list'] === 'background' ? places[String(target['key'])] : undefined;
      return to ? { ...cord, target: to } : cord;
    }),
  };
}
