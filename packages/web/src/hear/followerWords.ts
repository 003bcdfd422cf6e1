import { kindOfFollower, type Follower } from '@cyclogram/core';
import type { FollowerReport } from '../workers/messages';

/** How often a follower fires, in words. */
export function firesText(follower: Follower, { fires, firesPerMinute }: FollowerReport): string {
  const often = `${Math.round(firesPerMinute)} times a minute`;
  const all = `${fires.length} in the song`;
  return kindOfFollower(follower).pulses ? `${often}, ${all}` : `fires ${often}, ${all}`;
}

/** Of less nobody sees anything: half a frame of 60 in a second. */
const minLead = 0.008;

/** Seconds by which a follower's rise leads its hits, its delay taken into account; undefined where it is with them, or that cannot be told. */
export function leadOf({ delay }: Follower, { lead }: FollowerReport): number | undefined {
  const left = lead === undefined ? 0 : lead - delay;
  return Math.abs(left) < minLead ? undefined : left;
}

/** The same in words. */
export const leadText = (lead: number): string =>
  `Rises ${Math.round(Math.abs(lead) * 1000)} ms ${lead > 0 ? 'before' : 'after'} the hit.`;

/** Percent of the song's levels that lie below a level, to a tenth. */
export function percentOfLevel({ percentiles }: FollowerReport, level: number): number {
  const above = percentiles.findIndex((value) => value > level);
  if (above === 0) return 0;
  if (above < 0) return 100;
  const low = percentiles[above - 1]!;
  const percent = above - 1 + (level - low) / (percentiles[above]! - low);
  return Math.round(percent * 10) / 10;
}

/** What to set for gate or ceiling to lie at a level, in the unit the follower is measured in. */
export function limitAt(
  follower: Follower,
  report: FollowerReport,
  limit: 'gate' | 'ceiling',
  level: number,
): Partial<Follower> {
  if (follower.unit === 'percent') {
    const percent = percentOfLevel(report, level);
    return limit === 'gate'
      ? { gatePercent: Math.min(percent, follower.ceilingPercent - 0.1, 99.9) }
      : { ceilingPercent: Math.max(percent, follower.gatePercent + 0.1) };
  }
  const db = Math.min(Math.max(Math.round(level * 10) / 10, -150), 19);
  return limit === 'gate'
    ? { gateDb: Math.min(db, follower.ceilingDb - 1) }
    : { ceilingDb: Math.max(db, follower.gateDb + 1) };
}

/** The same gate and ceiling in the other unit. */
export function inUnit(
  follower: Follower,
  report: FollowerReport,
  unit: Follower['unit'],
): Partial<Follower> {
  if (unit === follower.unit) return { unit };
  if (unit === 'db') {
    const gateDb = Math.round(report.gate * 10) / 10;
    return { unit, gateDb, ceilingDb: Math.max(Math.round(report.ceiling * 10) / 10, gateDb + 1) };
  }
  const gatePercent = Math.min(percentOfLevel(report, report.gate), 99);
  return {
    unit,
    gatePercent,
    ceilingPercent: Math.max(percentOfLevel(report, report.ceiling), gatePercent + 0.1),
  };
}
