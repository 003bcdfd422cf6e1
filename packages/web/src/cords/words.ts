import {
  sourceRegistry,
  findProperty,
  isPoint,
  ownerName,
  type Cord,
  type CordProblem,
  type Field,
  type Film,
  type MovingValue,
  type PropertyPlace,
} from '@cyclogram/core';

const tidy = (value: number) => String(Number(value.toPrecision(3)));

/** A value of a property as it is shown, with its unit. */
export function valueText(field: Field | undefined, value: MovingValue): string {
  if (typeof value === 'boolean') return value ? 'on' : 'off';
  if (isPoint(value)) {
    if (field?.kind === 'scale')
      return value.x === value.y
        ? `${tidy(value.x * 100)} %`
        : `${tidy(value.x * 100)} × ${tidy(value.y * 100)} %`;
    const per = field?.kind === 'point' ? (field.shownPer ?? 1) : 1;
    return `${tidy(value.x * per)}, ${tidy(value.y * per)}`;
  }
  if (typeof value !== 'number') {
    if (field?.kind === 'choice')
      return field.choices.find((choice) => choice.value === value)?.label ?? value;
    return value.length > 16 ? `${value.slice(0, 15)}…` : value;
  }
  const per = field?.kind === 'number' ? (field.shownPer ?? 1) : 1;
  const unit = field?.kind === 'number' && field.unit !== '' ? ` ${field.unit}` : '';
  return `${tidy(value * per)}${unit}`;
}

/** Two values of a property, the unit said once. */
export function rangeText(field: Field, from: MovingValue, to: MovingValue): string {
  if (field.kind === 'point' && isPoint(from) && isPoint(to) && (from.x === to.x) !== (from.y === to.y)) {
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
export function propertyName(film: Film, place: PropertyPlace): string {
  const owner = ownerName(film, place) ?? 'Something that is gone';
  const found = findProperty(film, place);
  if (!found || !('label' in found.field)) return `${owner}: ${place.key}`;
  const { label } = found.field;
  return `${owner}: ${found.part ? `${found.part}, ${label.toLowerCase()}` : label}`;
}

export const problemTexts: Record<CordProblem, string> = {
  target: 'The property is gone. The cord is kept and has no effect.',
  source: 'This source cannot move such a property.',
  follower: 'There is no follower: choose one.',
  off: 'Turned off.',
};
