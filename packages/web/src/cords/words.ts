import {
  sourceRegistry,
  tidy,
  valueText,
  findProperty,
  isPoint,
  ownerName,
  type Cord,
  type CordProblem,
  type Field,
  type Film,
  type MovingValue,
  type PropertyAddress,
} from '@cyclogram/core';

/** Two values of a property, the unit said once. */
export function rangeText(field: Field, from: MovingValue, to: MovingValue): string {
  if ('unit' in field && isPoint(from) && isPoint(to) && (from.x === to.x) !== (from.y === to.y)) {
    // Along one axis only.
    const axis = from.x === to.x ? 'y' : 'x';
    const per = field.shownPer ?? 1;
    return `${axis} ${tidy(from[axis] * per)} → ${tidy(to[axis] * per)}`;
  }
  const [first, last] = [valueText(field, from), valueText(field, to)];
  const unit = / \S+$/.exec(last)?.[0] ?? '';
  return `${unit !== '' && first.endsWith(unit) ? first.slice(0, -unit.length) : first} → ${last}`;
}

/** What a cord comes from, in words. */
export function sourceName(film: Film, { source }: Cord): string {
  const kind = sourceRegistry.of(source);
  if (kind?.needsFollower) {
    const [follower] = kind.needs(source as never).followers;
    return film.followers.find(({ id }) => id === follower)?.name ?? 'No follower';
  }
  return kind?.label ?? source.kind;
}

/** The follower that a cord hangs on, whatever of it that drives. */
export function followersOf({ source }: Cord): readonly string[] {
  const kind = sourceRegistry.of(source);
  return kind?.needs(source as never).followers ?? [];
}

/** A property in words: its owner and its label. */
export function propertyName(film: Film, address: PropertyAddress): string {
  const owner = ownerName(film, address) ?? 'Missing item';
  const found = findProperty(film, address);
  if (!found || !('label' in found.field)) return `${owner}: ${address.key}`;
  const { label } = found.field;
  return `${owner}: ${found.part ? `${found.part}, ${label.toLowerCase()}` : label}`;
}

export const problemTexts: Record<CordProblem, string> = {
  target: 'The property is gone. The cord is kept and has no effect.',
  source: 'This source cannot move such a property.',
  follower: 'There is no follower: choose one.',
  off: 'Turned off.',
};
