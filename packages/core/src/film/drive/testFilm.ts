import { defaultsOf } from '../../contract/property/defaults';
import { defaultFilm } from '../document/defaults';
import type { Film } from '../document/film';
import { defaultFollower } from '../../sound/follower/follower';
import type { FollowerTable, Hearing } from '../../sound/hearing/hearing';
import { cordRecord, type Cord } from './cord';
import type { PropertyAddress } from './address';
import { sourceKinds, type CordSource, type SourceKindName } from './source/registry';
import type { SourceKind } from './source/sourceKind';

/** Films with cords for tests, and a hearing whose followers are given as numbers. */

const nowhere = { width: 0, height: 0 };

export const reachAddress: PropertyAddress = { list: 'layers', id: 'layer-1', key: 'figure.reach', item: '' };
export const addressOf = (key: string, item = ''): PropertyAddress => ({ ...reachAddress, key, item });

/** A film with one ring of bars and one follower, "kick". */
export function filmWith(...cords: Cord[]): Film {
  return {
    ...defaultFilm('Cords'),
    followers: [{ ...defaultFollower('kick', 'ear-1', 'Kick'), delay: 0 }],
    beats: { bpm: 120, first: 0, perBar: 4 },
    cords,
  };
}

let count = 0;

/** A cord with what is not given as in a new one. */
export function cordOf<Kind extends SourceKindName>(
  address: PropertyAddress,
  kind: Kind,
  source: object,
  part: Partial<Cord> = {},
): Cord {
  const record = (sourceKinds[kind] as unknown as SourceKind).record;
  const all = { ...defaultsOf(record, nowhere), kind, ...source } as unknown as CordSource;
  return { ...defaultsOf(cordRecord, nowhere), id: `cord-${++count}`, target: address, ...part, source: all };
}

export const tableOf = (
  values: readonly number[],
  rate = 10,
  fires: readonly number[] = [],
): FollowerTable => ({
  rate,
  values: Float32Array.from(values),
  delay: 0,
  fires,
});

/** A hearing of 8 seconds with these followers. */
export function hearingWith(tables: Record<string, FollowerTable>, end = 8): Hearing {
  const at = (id: string, t: number) => {
    const table = tables[id];
    if (!table) return undefined;
    const position = Math.min(Math.max((t - table.delay) * table.rate, 0), table.values.length - 1);
    const low = Math.floor(position);
    const high = Math.min(low + 1, table.values.length - 1);
    return table.values[low]! + (table.values[high]! - table.values[low]!) * (position - low);
  };
  return {
    end,
    levelsAt: (_id, _t) => undefined,
    highestLevels: () => undefined,
    peaksAt: () => undefined,
    followerAt: at,
    followerTable: (id) => tables[id],
    waveformOf: () => undefined,
  };
}
