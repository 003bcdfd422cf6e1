import { describe, expect, it } from 'vitest';
import { defaultEar } from '../../ear/ear';
import { defaultFilm } from '../../../film/document/defaults';
import { defaultFollower, followerRecord } from '../follower';
import { formatTables } from '../../../film/document/formatTables';
import { parseFilm } from '../../../film/document/parse';
import { listenToAll } from '../../hearing/listen';
import { isShown } from '../../../contract/property/field';
import { fieldsOf, structuredCopy } from '../../../contract/property/record';
import { noise, readerOf } from '../../../testing';
import { followerKinds, followerKindsThat, followsBeats, type FollowerKindName } from './registry';

const kinds = Object.keys(followerKinds) as FollowerKindName[];
const length = 48000 * 3;

/** What a kind measures of a sound. */
async function measured(kind: FollowerKindName, sound: Float32Array): Promise<Float32Array> {
  const follower = { ...defaultFollower('f', 'e'), kind };
  const listener = followerKinds[kind].listen!(follower, { ...defaultEar('e'), window: 0.05 }, sound.length);
  await listenToAll(listener, readerOf(sound));
  return listener.raw();
}

describe('a kind of follower', () => {
  it.each(kinds)('%s stands in the docs, and reads back', (kind) => {
    expect(followerKinds[kind].kind).toBe(kind);
    expect(formatTables()).toContain(`\`${kind}\``);
    const film = structuredCopy(defaultFilm('x'));
    film.followers.push({ ...defaultFollower('f', 'ear-1'), kind });
    expect(parseFilm(structuredCopy(film))).toEqual(structuredCopy(film));
  });

  it.each(kinds.filter((kind) => !followsBeats({ kind })))(
    '%s measures no more than it says of silence, and more of noise',
    async (kind) => {
      const { silence } = followerKinds[kind];
      expect(Math.max(...(await measured(kind, new Float32Array(length))))).toBeLessThanOrEqual(silence);
      expect(Math.max(...(await measured(kind, noise(length, 5))))).toBeGreaterThan(silence);
    },
  );

  it.each(kinds)('%s shows the properties that it goes by, and no others', (kind) => {
    const values = { ...defaultFollower('f', 'e'), kind };
    const shown = fieldsOf(followerRecord).flatMap((field) =>
      'key' in field && isShown(field as never, values) ? [field.key] : [],
    );
    const { ranged, levelled, pulses } = followerKinds[kind];
    expect(shown.includes('fromHz') && shown.includes('toHz')).toBe(ranged);
    expect(shown.includes('unit')).toBe(levelled);
    expect(shown.includes('sensitivity')).toBe(pulses);
    expect(shown.includes('phase')).toBe(followsBeats({ kind }));
  });

  it('are those of which something holds, in their order', () => {
    for (const trait of ['ranged', 'levelled', 'pulses'] as const) {
      const having = kinds.filter((kind) => followerKinds[kind][trait]);
      expect(followerKindsThat((kind) => kind[trait])).toEqual(having);
      expect(having).not.toEqual([]);
    }
    expect(followerKindsThat(() => false)).toEqual([]);
  });
});
