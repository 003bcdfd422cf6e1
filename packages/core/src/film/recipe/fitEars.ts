import type { Ear, EarHearing, Follower, FollowerHearing } from '../../sound';

/** What an ear or a follower makes of a song. */
export interface SoundRange {
  id: string;
  name: string;
  kind: 'ear' | 'follower';
  /** Levels that count as nothing and as full, in dB; NaN where it is not measured in dB. */
  floorDb: number;
  ceilingDb: number;
  /** The same as shares of all levels, in percent. */
  floorPercent: number;
  ceilingPercent: number;
  /** Share of the moments with sound at which the mean of its bands, or its value, is neither dead nor pinned: 0 to 1. */
  alive: number;
}

/** Mean levels below which an ear is dead, and above which it is pinned. */
const [dead, pinned] = [0.05, 0.95];
/** Share of moments that have to be neither. */
const enough = 0.6;
/** Shares of levels that limits are held to: outside of them a song is hardly seen, or all of it is pinned. */
const floors = [2, 75] as const;
const ceilings = [92, 99.9] as const;

/** Most dB from floor to ceiling (common practice). */
const widest = 50;

const held = (value: number, [low, high]: readonly [number, number]) => Math.min(Math.max(value, low), high);
const tenth = (value: number) => Math.round(10 * value) / 10;

/** What an ear makes of a song that it has heard. @param hearing settled */
export function rangeOfEar(hearing: EarHearing, { id, name }: Pick<Ear, 'id' | 'name'>): SoundRange {
  const { floorDb, ceilingDb } = hearing.limits;
  const levels = hearing.levelledDistribution();
  return {
    ...{ id, name, kind: 'ear', floorDb: tenth(floorDb), ceilingDb: tenth(ceilingDb) },
    floorPercent: tenth(levels.percentBelow(floorDb)),
    ceilingPercent: tenth(levels.percentBelow(ceilingDb)),
    alive: aliveShare(hearing).alive,
  };
}

/** How many of the moments with sound are neither dead nor pinned, and what most of the others are. */
function aliveShare(hearing: EarHearing): { alive: number; tooLow: boolean } {
  const { levels } = hearing;
  const sounding = hearing.sounding();
  const width = hearing.shown.length;
  let [alive, low, high, count] = [0, 0, 0, 0];
  for (let moment = 0; moment * width < levels.length && width > 0; moment++) {
    if (!sounding[moment]) continue;
    let sum = 0;
    for (let band = 0; band < width; band++) sum += levels[moment * width + band]!;
    const mean = sum / width;
    count++;
    if (mean < dead) low++;
    else if (mean > pinned) high++;
    else alive++;
  }
  return { alive: count > 0 ? alive / count : 1, tooLow: low >= high };
}

/**
 * Limits for an ear on a song, as shares of the song's own levels: those it had on the song it was made for, moved where it
 * would be dead or pinned most of the time.
 * @param hearing of the ear, which has heard the song; settled anew
 * @returns the ear, and what was made of it
 */
export function fitEar(ear: Ear, hearing: EarHearing): { ear: Ear; range: SoundRange } {
  let fitted: Ear = {
    ...ear,
    limits: 'fitted',
    floorPercent: held(ear.floorPercent, floors),
    ceilingPercent: held(ear.ceilingPercent, ceilings),
  };
  hearing.settle(fitted);
  const { floorDb, ceilingDb } = hearing.limits;
  if (floorDb < ceilingDb - widest) {
    // A song with long silences or a long end: what lies so far below is not seen, but counts among its levels.
    const floorPercent = hearing.levelledDistribution().percentBelow(ceilingDb - widest);
    fitted = { ...fitted, floorPercent: held(tenth(floorPercent), floors) };
  }
  hearing.settle(fitted);
  for (let step = 0; step < 6; step++) {
    const { alive, tooLow } = aliveShare(hearing);
    if (alive >= enough) break;
    const way = tooLow ? -1 : 1;
    fitted = {
      ...fitted,
      floorPercent: held(tenth(fitted.floorPercent + 12 * way), floors),
      ceilingPercent: held(tenth(fitted.ceilingPercent + 1.5 * way), ceilings),
    };
    hearing.settle(fitted);
  }
  return { ear: fitted, range: rangeOfEar(hearing, fitted) };
}

/** An ear whose limits in dB became shares of the levels of the song that it has heard. @param hearing settled */
export function inPercent(ear: Ear, hearing: EarHearing): Ear {
  if (ear.limits === 'fitted') return ear;
  const { floorPercent, ceilingPercent } = rangeOfEar(hearing, ear);
  return {
    ...ear,
    limits: 'fitted',
    floorPercent: held(floorPercent, floors),
    ceilingPercent: held(Math.max(ceilingPercent, floorPercent + 1), ceilings),
  };
}

/** What a follower makes of a song that it has heard. @param hearing settled */
export function rangeOfFollower(hearing: FollowerHearing, { id, name }: Follower): SoundRange {
  const { levelled } = hearing.kind;
  const { gate, ceiling, distribution, values } = hearing;
  const open = values.reduce((sum, value) => sum + (value > dead && value < pinned ? 1 : 0), 0);
  return {
    ...{ id, name, kind: 'follower' },
    floorDb: levelled ? tenth(gate) : NaN,
    ceilingDb: levelled ? tenth(ceiling) : NaN,
    floorPercent: levelled ? tenth(distribution.percentBelow(gate)) : NaN,
    ceilingPercent: levelled ? tenth(distribution.percentBelow(ceiling)) : NaN,
    alive: values.length > 0 ? open / values.length : 0,
  };
}

/** Shares that the gate and the ceiling of a follower are held to. */
const gates = [5, 97] as const;
const tops = [80, 99.9] as const;

/** A follower whose gate and ceiling became shares of the levels of the song that it has heard. @param hearing settled */
export function gatesInPercent(follower: Follower, hearing: FollowerHearing): Follower {
  if (follower.unit === 'percent' || !hearing.kind.levelled) return follower;
  const { floorPercent, ceilingPercent } = rangeOfFollower(hearing, follower);
  const gatePercent = held(floorPercent, gates);
  return {
    ...follower,
    unit: 'percent',
    gatePercent,
    ceilingPercent: held(Math.max(ceilingPercent, gatePercent + 1), tops),
  };
}
