import {
  fieldKind,
  fieldOf,
  findProperty,
  isOnProperty,
  sourceRegistry,
  structuredCopy,
  type Cord,
  type Film,
} from '@cyclogram/core';
import { newId } from '../editor/newId';
import { sameProperties } from './cordChanges';

/** Cords that are changed together: the one that is open, and those like it. */

/** Cords on a property that have a source of the same kind, in their order. */
const alikeOn = (film: Film, place: Cord['target'], kind: string): Cord[] =>
  film.cords.filter((cord) => cord.source.kind === kind && isOnProperty(cord, place));

/**
 * Cords like one on the same property of other layers: the first from the same kind of source where it is the first, and so on.
 * @param layers ids of the layers that are changed together
 */
export function alikeCords(film: Film, cord: Cord, layers: readonly string[]): Cord[] {
  const { kind } = cord.source;
  const index = alikeOn(film, cord.target, kind).findIndex(({ id }) => id === cord.id);
  return sameProperties(film, cord.target, layers).flatMap((address) => {
    const other = alikeOn(film, address, kind)[index];
    return other && other.id !== cord.id ? [other] : [];
  });
}

const sourceOf = ({ source }: Cord) => sourceRegistry.of(source);

/** Whether a property of one cord's source can be that of another one's: values only where they are of the same property. */
export function takesField(cord: Cord, other: Cord, key: string): boolean {
  const kind = sourceOf(cord);
  if (!kind || cord.source.kind !== other.source.kind) return false;
  const field = fieldOf(kind.record, key);
  const { ofProperty, items } = field ? fieldKind(field) : {};
  const isValue = ofProperty ?? (items !== undefined && key !== 'peaks');
  return !isValue || cord.target.key === other.target.key;
}

type Item = Record<string, unknown>;

const isItem = (value: unknown): value is Item =>
  typeof value === 'object' && value !== null && 'id' in value;

/**
 * What was done to a list, done to a list like it: items that were changed, came or went. Keyframes and steps are alike by
 * their places, values of sections by their sections.
 */
export function listChangedAlike(
  before: readonly unknown[],
  after: readonly unknown[],
  other: readonly unknown[],
): unknown[] {
  if (![...before, ...after, ...other].every(isItem)) {
    // Values without ids: what is at a place.
    return after.map((value, i) =>
      i < before.length && i < other.length && value === before[i] ? other[i] : value,
    );
  }
  const items = (other as readonly Item[]).map((item) => ({ ...item }));
  const gone = new Set<Item>();
  const indexOf = (item: Item, i: number): number =>
    'section' in item ? items.findIndex(({ section }) => section === item['section']) : i;
  (before as readonly Item[]).forEach((item, i) => {
    const target = items[indexOf(item, i)];
    if (!target) return;
    const now = (after as readonly Item[]).find(({ id }) => id === item['id']);
    if (!now) gone.add(target);
    else
      for (const key of Object.keys(now)) if (now[key] !== item[key]) target[key] = structuredCopy(now[key]);
  });
  const known = new Set((before as readonly Item[]).map(({ id }) => id));
  const come = (after as readonly Item[])
    .filter((item) => !known.has(item['id']) && ('section' in item ? indexOf(item, -1) < 0 : true))
    .map((item) => ({ ...structuredCopy(item), id: newId('key') }));
  return [...items.filter((item) => !gone.has(item)), ...come];
}

/** Sets a property of a cord's source, and of the sources of others that can take it. */
export function setSourceField(
  film: Film,
  cord: Cord,
  others: readonly Cord[],
  key: string,
  value: unknown,
): void {
  const before = (cord.source as unknown as Item)[key];
  for (const other of others) {
    if (!takesField(cord, other, key)) continue;
    const target = film.cords.find(({ id }) => id === other.id);
    if (!target || !findProperty(film, target.target)) continue;
    const own = (target.source as unknown as Item)[key];
    const lists = [before, value, own].every(Array.isArray);
    const next = lists
      ? listChangedAlike(before as unknown[], value as unknown[], own as unknown[])
      : structuredCopy(value);
    Object.assign(target.source, { [key]: next });
  }
  const own = film.cords.find(({ id }) => id === cord.id);
  if (own) Object.assign(own.source, { [key]: value });
}
