import {
  addValues,
  distance,
  type Field,
  isPoint,
  mixValues,
  type MovingValue,
  sameValue,
  withinLimits,
  zip,
} from '../../contract';
import type { Hearing } from '../../sound';
import type { Film } from '../document/film';
import { addressKey, type Cord } from './cord';
import { findProperty } from './property';
import type { OwnerList, PropertyAddress } from './address';
import { slicesOf } from './slices';
import { sourceRegistry, sourceKinds } from './source/registry';
import type { Part, SourceContext, SourceKind } from './source/sourceKind';
import { shareOf } from './spread';

/** A cord with what moves by it, ready to be asked. */
interface ReadyCord {
  cord: Cord;
  kind: SourceKind;
}

/** A property that moves, with all cords on it. */
export interface Driver {
  address: PropertyAddress;
  field: Field;
  /** The property's own value. */
  value: MovingValue;
  /** Keys and indices from its owner to it. */
  path: readonly (string | number)[];
  /** Those that set the base, keyframes before sections; then those that move around it, in their order. */
  bases: readonly ReadyCord[];
  motions: readonly ReadyCord[];
}

/** Everything that moves in a film, by its owner. */
export type DrivePlan = Readonly<Record<OwnerList, ReadonlyMap<string, readonly Driver[]>>>;

const plans = new WeakMap<Film, DrivePlan>();

const sourceOf = (cord: Cord) => sourceRegistry.of(cord.source);

/** Why a cord has no effect; undefined when it has one. */
export type CordProblem = 'target' | 'source' | 'follower' | 'off';

/** What is the matter with a cord. */
export function problemOf(film: Film, cord: Cord): CordProblem | undefined {
  const found = findProperty(film, cord.target);
  if (!found) return 'target';
  const kind = sourceOf(cord);
  if (!kind?.moves(found.field)) return 'source';
  const { followers } = kind.needs(cord.source as never);
  if (followers.some((id) => !film.followers.some((follower) => follower.id === id))) return 'follower';
  if (kind.needsFollower && followers.length === 0) return 'follower';
  return cord.on && cord.strength > 0 ? undefined : 'off';
}

/** What moves in a film: worked out once for each of its states. */
export function planOf(film: Film): DrivePlan {
  let plan = plans.get(film);
  if (!plan) plans.set(film, (plan = makePlan(film)));
  return plan;
}

function makePlan(film: Film): DrivePlan {
  const plan: Record<OwnerList, Map<string, Driver[]>> = {
    layers: new Map(),
    paths: new Map(),
    palettes: new Map(),
    finish: new Map(),
  };
  const together = new Map<string, ReadyCord[]>();
  for (const cord of film.cords) {
    const kind = sourceOf(cord);
    if (!kind || !cord.on || cord.strength === 0) continue;
    const key = addressKey(cord.target);
    const others = together.get(key);
    if (others) others.push({ cord, kind });
    else together.set(key, [{ cord, kind }]);
  }
  for (const all of together.values()) {
    const address = all[0]!.cord.target;
    const found = findProperty(film, address);
    if (!found) continue;
    const cords = all.filter(({ kind }) => kind.moves(found.field));
    if (cords.length === 0) continue;
    const bases = cords.filter(({ kind }) => kind.isBase);
    // Keyframes before sections, whatever their order in the film.
    bases.sort((a, b) => order(a.kind) - order(b.kind));
    const driver: Driver = { ...found, address, bases, motions: cords.filter(({ kind }) => !kind.isBase) };
    const owners = plan[address.list];
    const drivers = owners.get(address.id);
    if (drivers) drivers.push(driver);
    else owners.set(address.id, [driver]);
  }
  return plan;
}

const order = ({ kind }: SourceKind) => Object.keys(sourceKinds).indexOf(kind);

/** The value of a property at a moment, as it is drawn: within its limits. @param part of its owner, where cords spread */
export function valueNow(driver: Driver, film: Film, hearing: Hearing, t: number, part?: Part): MovingValue {
  return withinLimits(driver.field, freeValue(driver, film, hearing, t, part));
}

/** The same before its limits. */
export function freeValue(
  { field, value: own, bases, motions }: Driver,
  film: Film,
  hearing: Hearing,
  t: number,
  part?: Part,
): MovingValue {
  const context: SourceContext = { film, hearing, t, field, base: own };
  let base = own;
  for (const { cord, kind } of bases) {
    const set = kind.value(cord.source as never, context);
    if (set !== undefined) context.base = base = mixValues(field, base, set, cord.strength);
  }
  let value = base;
  for (const { cord, kind } of motions) {
    const { spread } = cord;
    let strength = cord.strength;
    if (spread && part) {
      strength *= shareOf(spread, part);
      context.t = t - spread.delay * part.index;
      context.slice = spread.slices ? sliceNow(cord, part, context) : undefined;
    }
    value = moved(field, value, base, cord, kind, context, strength);
    if (spread && part) {
      context.t = t;
      context.slice = undefined;
    }
  }
  return value;
}

/** Level of the part of a follower's range that one of the parts listens to. */
function sliceNow(
  { source }: Cord,
  { index, count }: Part,
  { film, hearing, t }: SourceContext,
): number | undefined {
  const slices = slicesOf(film, source, count);
  if (!slices) return undefined;
  const delay = 'delay' in source ? source.delay : 0;
  return hearing.levelsAt(slices.id, t - delay)?.[index];
}

function moved(
  field: Field,
  value: MovingValue,
  base: MovingValue,
  { source, combine }: Cord,
  kind: SourceKind,
  context: SourceContext,
  strength: number,
): MovingValue {
  if (combine === 'multiply') {
    const factor = kind.factor?.(source as never, context);
    if (factor !== undefined) {
      const times = 1 + strength * (factor - 1);
      return zip([value], (number) => number * times) ?? value;
    }
  }
  const set = kind.value(source as never, context);
  if (set === undefined || sameValue(set, base)) return value;
  if (combine === 'greatest') {
    const reached = addValues(field, base, base, set, strength);
    return distance(field, base, reached) > distance(field, base, value) ? reached : value;
  }
  return addValues(field, value, base, set, strength);
}

/** Values of a property for each part of its owner; undefined where no cord on it spreads. */
export function partValues(
  driver: Driver,
  film: Film,
  hearing: Hearing,
  t: number,
  count: number,
): readonly MovingValue[] | undefined {
  if (!driver.motions.some(({ cord }) => cord.spread)) return undefined;
  return Array.from({ length: count }, (_, index) => valueNow(driver, film, hearing, t, { index, count }));
}

/** Share of the film for which a property is at one of its limits because cords lead it there, looked at every 50 ms. */
export function limitShare(driver: Driver, film: Film, hearing: Hearing): number {
  const { end } = hearing;
  if (!Number.isFinite(end) || end <= 0) return 0;
  const count = Math.min(20_000, Math.ceil(end * 20));
  let beyond = 0;
  for (let n = 0; n < count; n++) {
    const free = freeValue(driver, film, hearing, (n * end) / count);
    if (typeof free !== 'number' && !isPoint(free)) return 0;
    const kept = zip([free, withinLimits(driver.field, free)], (a, b) => Math.abs(a - b));
    // What is rounded to whole numbers is not beyond a limit.
    const min = 'whole' in driver.field && driver.field.whole ? 0.5 + 1e-9 : 1e-9;
    if (isPoint(kept) ? Math.max(kept.x, kept.y) > min : (kept ?? 0) > min) beyond++;
  }
  return beyond / count;
}
