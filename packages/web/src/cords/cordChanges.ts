import {
  sourceRegistry,
  cordRecord,
  defaultsOf,
  findProperty,
  isOnProperty,
  addressKey,
  seeded,
  sourceKinds,
  structuredCopy,
  type Cord,
  type CordSource,
  type Film,
  type Layer,
  type OwnerList,
  type PropertyAddress,
  type SourceKind,
  type SourceKindName,
} from '@cyclogram/core';
import { newId } from '../editor/newId';

/** What is done to cords, each on a draft of the film. */

const nowhere = { width: 0, height: 0 };

const known = new WeakMap<readonly Cord[], ReadonlyMap<string, readonly Cord[]>>();
const none: readonly Cord[] = [];

/** The cords on a property, always the same list for the same cords of a film. */
export function cordsOn(cords: readonly Cord[], key: string): readonly Cord[] {
  let byAddress = known.get(cords);
  if (!byAddress) {
    const made = new Map<string, Cord[]>();
    for (const cord of cords) {
      const key = addressKey(cord.target);
      made.set(key, [...(made.get(key) ?? []), cord]);
    }
    known.set(cords, (byAddress = made));
  }
  return byAddress.get(key) ?? none;
}

/** Ids in the lists of a new source: those of its record are the same in each. */
function withOwnIds<T>(value: T): T {
  if (Array.isArray(value)) return value.map((item: unknown) => withOwnIds(item)) as T;
  if (typeof value !== 'object' || value === null) return value;
  const copy = Object.fromEntries(
    Object.entries(value).map(([key, own]) => [key, withOwnIds(own as unknown)]),
  );
  if (typeof copy['id'] === 'string') copy['id'] = newId('key');
  return copy as T;
}

/** A source of a kind for a property, with what suits its value. */
export function newSource(
  film: Film,
  address: PropertyAddress,
  kind: SourceKindName,
  part: object = {},
): CordSource | undefined {
  const found = findProperty(film, address);
  const source = sourceKinds[kind] as unknown as SourceKind;
  if (!found || !source.moves(found.field)) return undefined;
  const begin = withOwnIds(source.begin(found.field, found.value));
  return { ...defaultsOf(source.record, nowhere), kind, ...begin, ...part } as unknown as CordSource;
}

/** Ties a property to a source. Gives the id of the cord back; undefined where the source cannot move it. */
export function addCord(
  film: Film,
  address: PropertyAddress,
  kind: SourceKindName,
  part: object = {},
): string | undefined {
  const source = newSource(film, address, kind, part);
  if (!source) return undefined;
  const id = newId('cord');
  film.cords.push({ ...defaultsOf(cordRecord, nowhere), id, target: { ...address }, source });
  return id;
}

/** The same property of each of some layers, or of the paths that these stand along: those that have it. */
export function sameProperties(
  film: Film,
  address: PropertyAddress,
  layers: readonly string[],
): PropertyAddress[] {
  const owners =
    address.list === 'layers'
      ? layers
      : address.list === 'paths'
        ? film.layers.flatMap((layer) =>
            layers.includes(layer.id) && 'path' in layer && layer.path !== null ? [layer.path] : [],
          )
        : [];
  if (!owners.includes(address.id)) return [address].filter((one) => findProperty(film, one));
  return [...new Set(owners)]
    .flatMap((id) => {
      const item = itemLike(film, address, id);
      return item === undefined ? [] : [{ ...address, id, item }];
    })
    .filter((one) => findProperty(film, one));
}

/** The item of another owner's list that is like one: of the same kind, and as many of that kind before it. */
function itemLike(film: Film, address: PropertyAddress, id: string): string | undefined {
  if (address.item === '' || id === address.id) return address.item;
  const [list = ''] = address.key.split('.');
  const itemsOf = (owner: string) => {
    const found = (film[address.list as 'layers'] as readonly { id: string }[]).find(
      (one) => one.id === owner,
    );
    const items = (found as unknown as Record<string, unknown> | undefined)?.[list];
    return Array.isArray(items) ? (items as { id: string; kind?: string }[]) : [];
  };
  const own = itemsOf(address.id);
  const item = own.find((one) => one.id === address.item);
  if (!item) return undefined;
  const sameKind = (one: { kind?: string }) => one.kind === item.kind;
  return itemsOf(id).filter(sameKind)[own.filter(sameKind).indexOf(item)]?.id;
}

export const findCord = (film: Film, id: string): Cord | undefined =>
  film.cords.find((cord) => cord.id === id);

export function removeCord(film: Film, id: string): void {
  film.cords = film.cords.filter((cord) => cord.id !== id);
}

/** Turns the other cords on the same property off; or all on, where they are off already. */
export function onlyThisCord(film: Film, id: string): void {
  const cord = findCord(film, id);
  if (!cord) return;
  const others = film.cords.filter((other) => other.id !== id && isOnProperty(other, cord.target));
  const areOff = others.every(({ on }) => !on);
  for (const other of others) other.on = areOff;
  cord.on = true;
}

/** Removes the cords on things that are gone. */
export function removeCordsOf(film: Film, list: OwnerList, ids: ReadonlySet<string>): void {
  film.cords = film.cords.filter(({ target }) => target.list !== list || !ids.has(target.id));
}

/** Cords of some things, for copies of these. @param ids of the copies by those of what they are copies of */
export function copyCords(
  film: Film,
  cords: readonly Cord[],
  list: OwnerList,
  ids: ReadonlyMap<string, string>,
): void {
  for (const cord of cords) {
    const id = cord.target.list === list ? ids.get(cord.target.id) : undefined;
    if (id === undefined) continue;
    film.cords.push({ ...structuredCopy(cord), id: newId('cord'), target: { ...cord.target, id } });
  }
}

const copiedKey = 'copied-cord';

/** A cord that was copied, for pasting it onto other properties. */
export function keepCord({ source, combine, strength, spread }: Cord): void {
  localStorage.setItem(copiedKey, JSON.stringify({ source, combine, strength, spread }));
}

type CopiedCord = Pick<Cord, 'source' | 'combine' | 'strength' | 'spread'>;

export function keptCord(): CopiedCord | undefined {
  try {
    const copied = JSON.parse(localStorage.getItem(copiedKey) ?? 'null') as CopiedCord | null;
    return copied && typeof copied.source?.kind === 'string' ? copied : undefined;
  } catch {
    return undefined;
  }
}

/** Puts a copied cord on a property, if it can move it. What does not fit there is as in a new one. */
export function pasteCord(film: Film, address: PropertyAddress, copied: CopiedCord): string | undefined {
  const found = findProperty(film, address);
  const kind = Object.hasOwn(sourceKinds, copied.source.kind)
    ? (sourceKinds[copied.source.kind] as unknown as SourceKind)
    : undefined;
  if (!found || !kind?.moves(found.field)) return undefined;
  const id = newId('cord');
  film.cords.push({
    ...defaultsOf(cordRecord, nowhere),
    ...structuredCopy(copied),
    source: withOwnIds(copied.source),
    id,
    target: { ...address },
  });
  return id;
}

/** How the cords of several layers on one property differ: shares of their strength, and a delay from one to the next. */
export interface LayerSpread {
  from: number;
  to: number;
  /** Seconds. */
  delay: number;
  /** At random between both, where there is a seed. */
  seed: number | undefined;
}

/** Spreads one cord over layers, back to front: those that have none like it on the property get one. */
export function spreadOverLayers(
  film: Film,
  cord: Cord,
  layers: readonly string[],
  { from, to, delay, seed }: LayerSpread,
): void {
  const ordered = film.layers.filter(({ id }) => layers.includes(id)).map(({ id }) => id);
  const addresses = sameProperties(film, cord.target, ordered);
  addresses.forEach((address, index) => {
    const like = film.cords.find(
      (other) => isOnProperty(other, address) && other.source.kind === cord.source.kind,
    );
    const id = like?.id ?? pasteCord(film, address, cord);
    const own = id === undefined ? undefined : findCord(film, id);
    if (!own) return;
    if (own.id !== cord.id) {
      // All of it goes along; how strong and how late it is, the spread says.
      const { source, combine, spread, on } = structuredCopy(cord);
      Object.assign(own, { source: withOwnIds(source), combine, spread, on });
    }
    const share =
      seed === undefined ? (addresses.length > 1 ? index / (addresses.length - 1) : 0) : seeded(seed, index);
    own.strength = Math.max(0, Math.round((from + (to - from) * share) * 1000) / 1000);
    Object.assign(own.source, sourceRegistry.of(cord.source)?.later?.(cord.source as never, delay * index));
  });
}

/** Strength of all cords on a layer, and on the path that it is drawn along. */
export function setStrengthOf(film: Film, layer: Layer, strength: number): void {
  for (const cord of cordsOfLayer(film.cords, layer)) cord.strength = strength;
}

export function cordsOfLayer<C extends Cord>(cords: readonly C[], layer: Layer): C[] {
  const path = 'path' in layer ? layer.path : null;
  return cords.filter(
    ({ target: { list, id } }) => (list === 'layers' && id === layer.id) || (list === 'paths' && id === path),
  );
}
