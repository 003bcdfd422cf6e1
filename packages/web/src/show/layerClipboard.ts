import {
  changeLayerReferences,
  changeReferences,
  colorRecord,
  cordRecord,
  copiesRecord,
  falloffRecord,
  figureAs,
  figureKinds,
  kindOf,
  layerReferences,
  parseFilm,
  pathRecord,
  record,
  referencesIn,
  structuredCopy,
  symmetryRecord,
  usedTypefaces,
  type AnyRecord,
  type Cord,
  type Ear,
  type FigureLayer,
  type Film,
  type FilmFootage,
  type FilmImage,
  type FilmLookup,
  type FilmPath,
  type FilmTypeface,
  type Follower,
  type Layer,
  type ListName,
  type Palette,
} from '@cyclogram/core';
import { newId } from '../editor/newId';
import { insertLayers, withContent } from './layerChanges';

/** What of layers is copied: whole layers, or one group of properties of a layer. */
export type Copied = CopiedLayers | CopiedPart;

/** What copied things refer to, and the film it is from. */
interface Belongings {
  film: string;
  paths: FilmPath[];
  palettes: Palette[];
  images: FilmImage[];
  /** Missing in what was copied before there were any. */
  footage?: FilmFootage[];
  lookups?: FilmLookup[];
  ears: Ear[];
  followers: Follower[];
  typefaces: FilmTypeface[];
}

interface CopiedLayers extends Belongings {
  cyclogram: 'layers 8';
  layers: Layer[];
  /** Those on the layers and on their paths. */
  cords: Cord[];
}

/** Groups of properties that can be copied by themselves. */
export type Part = 'path' | 'figure' | 'symmetry' | 'color' | 'falloffs' | 'copies';
export const partNames: Record<Part, string> = {
  path: 'Path',
  figure: 'Marks',
  color: 'Colour',
  symmetry: 'Symmetry',
  falloffs: 'Falloff',
  copies: 'Copies',
};

interface CopiedPart extends Belongings {
  cyclogram: 'part 8';
  part: Part;
  value: unknown;
}

const storageKey = 'copied-layers';

/** Keeps what was copied, for this film and others, in all windows. @throws Error when there is no room for it */
export function keepCopied(copied: Copied): void {
  try {
    localStorage.setItem(storageKey, JSON.stringify(copied));
  } catch {
    throw new Error('There is too much to copy at once. Copy fewer layers, or ones with shorter path data.');
  }
}

export function keptCopied(): Copied | undefined {
  try {
    const copied = JSON.parse(localStorage.getItem(storageKey) ?? 'null') as Copied | null;
    return copied?.cyclogram === 'layers 8' || copied?.cyclogram === 'part 8' ? copied : undefined;
  } catch {
    return undefined;
  }
}

/** The part of a film that some things refer to, directly or through a path. */
function belongings(
  film: Film,
  filmId: string,
  references: readonly { to: ListName; id: string }[],
): Belongings {
  const used = (list: ListName, all = references) =>
    new Set(all.flatMap(({ to, id }) => (to === list ? [id] : [])));
  const paths = film.paths.filter(({ id }) => used('paths').has(id));
  const all = [...references, ...paths.flatMap((path) => referencesIn(pathRecord, path))];
  const followers = film.followers.filter(({ id }) => used('followers').has(id));
  return {
    film: filmId,
    paths,
    palettes: film.palettes.filter(({ id }) => used('palettes', all).has(id)),
    images: film.images.filter(({ id }) => used('images', all).has(id)),
    footage: film.footage.filter(({ id }) => used('footage', all).has(id)),
    lookups: film.lookups.filter(({ id }) => used('lookups', all).has(id)),
    ears: film.ears.filter(({ id }) => used('ears', all).has(id) || followers.some(({ ear }) => ear === id)),
    followers,
    // Named by their names, not by ids.
    typefaces: film.typefaces,
  };
}

/** The layers with these ids, with all that they need and nothing else. @param filmId id of the film they are from */
export function copyLayers(film: Film, filmId: string, ids: readonly string[]): CopiedLayers {
  const wanted = new Set(ids.flatMap((id) => withContent(film, id).map((layer) => layer.id)));
  const layers = film.layers.filter(({ id }) => wanted.has(id));
  const references = layers.flatMap(layerReferences);
  const paths = new Set(references.flatMap(({ to, id }) => (to === 'paths' ? [id] : [])));
  const cords = film.cords.filter(
    ({ target }) =>
      (target.list === 'layers' && wanted.has(target.id)) ||
      (target.list === 'paths' && paths.has(target.id)),
  );
  const ofCords = cords.flatMap((cord) => referencesIn(cordRecord, cord));
  return { cyclogram: 'layers 8', layers, cords, ...belongings(film, filmId, [...references, ...ofCords]) };
}

/** Records that hold one group of properties under the key `value`, whatever that is made of. */
const partRecords: Record<Part, AnyRecord> = {
  path: pathRecord,
  figure: holding({ kind: 'kinds', of: () => figureKinds }),
  color: colorRecord,
  symmetry: symmetryRecord,
  falloffs: falloffRecord,
  copies: copiesRecord,
};

function holding(field: { kind: 'kinds'; of: () => typeof figureKinds }): AnyRecord {
  return record('copied', [{ heading: '', fields: [{ ...field, key: 'value', label: '' }] }]);
}

/** What a copied group of properties refers to, as something that references can be changed in. */
const asHeld = (part: Part, value: unknown): object[] =>
  part === 'figure' ? [{ value }] : Array.isArray(value) ? (value as object[]) : [value as object];

/** One group of properties of a figure. */
export function copyPart(film: Film, filmId: string, layer: FigureLayer, part: Part): CopiedPart {
  const value = part === 'path' ? film.paths.find(({ id }) => id === layer.path)! : layer[part];
  const references = asHeld(part, value).flatMap((held) => referencesIn(partRecords[part], held));
  return { cyclogram: 'part 8', part, value, ...belongings(film, filmId, references) };
}

/**
 * Brings what copied things refer to into a film. Within the film it is from everything is there; in another one
 * palettes, images, footage and look-up tables come along, unless the same ones are there, and an ear is the same one or the film's first.
 * @returns what each id is in this film
 */
function bring(film: Film, filmId: string, copied: Belongings): (to: ListName, id: string) => string | null {
  const brought = new Map<string, string | null>();
  const same = (a: object, b: object) =>
    JSON.stringify({ ...a, id: '' }) === JSON.stringify({ ...b, id: '' });
  const find = <T extends { id: string }>(items: T[], from: readonly T[], id: string): T | undefined => {
    const own = copied.film === filmId ? items.find((item) => item.id === id) : undefined;
    const source = from.find((item) => item.id === id);
    return own ?? (source && items.find((item) => same(item, source)));
  };
  const take = <T extends { id: string }>(items: T[], from: readonly T[], id: string, stem: string) => {
    const known = find(items, from, id);
    if (known) return known.id;
    const source = from.find((item) => item.id === id);
    if (!source) return null;
    const own = { ...source, id: newId(stem) };
    items.push(own);
    return own.id;
  };
  const resolve = (to: ListName, id: string): string | null => {
    if (to === 'palettes') return take(film.palettes, copied.palettes, id, 'palette');
    if (to === 'images') return take(film.images, copied.images, id, 'image');
    if (to === 'footage') return take(film.footage, copied.footage ?? [], id, 'footage');
    if (to === 'lookups') return take(film.lookups, copied.lookups ?? [], id, 'lookup');
    if (to === 'followers') return bringFollower(id);
    if (to !== 'ears') return id;
    const known = find(film.ears, copied.ears, id) ?? film.ears[0];
    return known?.id ?? take(film.ears, copied.ears, id, 'ear');
  };
  /** A follower comes along with its ear, unless the same one is there; what is gone stays gone. */
  function bringFollower(id: string): string {
    const here = copied.film === filmId ? film.followers.find((item) => item.id === id) : undefined;
    if (here) return here.id;
    const source = copied.followers.find((item) => item.id === id);
    if (!source) return id;
    const ear = take(film.ears, copied.ears, source.ear, 'ear') ?? film.ears[0]?.id;
    if (ear === undefined) return id;
    const own = { ...source, id: newId('follower'), ear };
    const known = film.followers.find((item) => same(item, own));
    if (!known) film.followers.push(own);
    return (known ?? own).id;
  }
  return (to, id) => {
    const key = `${to} ${id}`;
    if (!brought.has(key)) brought.set(key, resolve(to, id));
    return brought.get(key)!;
  };
}

/**
 * Adds copied layers in front of all others. Gives the ids of the outermost ones back.
 * @throws FilmError when what was copied does not fit this version
 */
export function pasteLayers(film: Film, filmId: string, copied: CopiedLayers): string[] {
  const { layers, paths, cords = [] } = structuredCopy(copied);
  const outermost = new Set(
    layers.filter(({ group }) => !layers.some(({ id }) => id === group)).map(({ id }) => id),
  );
  const given = bring(film, filmId, copied);
  for (const layer of layers) changeLayerReferences(layer, given);
  for (const path of paths) changeReferences(pathRecord, path, given);
  for (const cord of cords) changeReferences(cordRecord, cord, given);
  const isHere = (id: string) =>
    layers.some((layer) => layer.id === id) ||
    (copied.film === filmId && film.layers.some((layer) => layer.id === id));
  const kept = layers.filter((layer) =>
    layerReferences(layer).every(({ to, id, needed }) => to !== 'layers' || !needed || isHere(id)),
  );
  const named = new Set(usedTypefaces({ ...film, layers: kept }));
  for (const typeface of copied.typefaces ?? []) {
    if (named.has(typeface.name) && !film.typefaces.some(({ name }) => name === typeface.name)) {
      film.typefaces.push({ ...typeface, id: newId('typeface') });
    }
  }
  const inserted = insertLayers(film, kept, paths, cords);
  // What does not fit is found now, before it is in the film.
  parseFilm(structuredCopy(film));
  return inserted.filter(({ from }) => outermost.has(from)).map(({ layer }) => layer.id);
}

/**
 * Gives a figure a copied group of properties; marks of another kind take over what both kinds have.
 * @throws FilmError when what was copied does not fit this version
 */
export function pastePart(film: Film, filmId: string, layer: FigureLayer, copied: CopiedPart): void {
  const { part } = copied;
  const value = structuredCopy(copied.value);
  const given = bring(film, filmId, copied);
  for (const held of asHeld(part, value)) changeReferences(partRecords[part], held, given);
  if (part === 'path') {
    const { id, name } = film.paths.find((path) => path.id === layer.path)!;
    Object.assign(
      film.paths.find((path) => path.id === layer.path)!,
      value,
      { id, name },
    );
  } else if (part === 'figure') {
    const kind = kindOf(figureKinds, value);
    if (kind) layer.figure = figureAs(value as FigureLayer['figure'], kind.kind, film);
  } else Object.assign(layer, { [part]: value });
  parseFilm(structuredCopy(film));
}
