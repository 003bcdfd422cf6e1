import { type Ear, type FilmSound, followsBeats, kindOfFollower } from '../../sound';
import { maxParts } from './source/sourceKind';

/**
 * Slices of a follower's range: an ear of as many bands, derived from the follower's own ear, so that one analysis serves
 * all parts. Its levels are measured as the follower measures its own.
 */
export function slicesOf(
  film: Pick<FilmSound, 'followers' | 'ears'>,
  source: object,
  count: number,
): Ear | undefined {
  const id = 'follower' in source ? source.follower : 'amountBy' in source ? source.amountBy : undefined;
  const follower = film.followers.find((one) => one.id === id);
  const ear = follower && film.ears.find((one) => one.id === follower.ear);
  if (!ear || followsBeats(follower)) return undefined;
  const { ranged, windowed } = kindOfFollower(follower);
  return {
    ...ear,
    id: `slices ${follower.id} ${count}`,
    name: follower.name,
    fromHz: ranged ? follower.fromHz : ear.fromHz,
    toHz: ranged ? follower.toHz : ear.toHz,
    bands: Math.min(Math.max(count, 1), maxParts),
    scale: 'log',
    edges: [],
    bandNames: [],
    mutes: [],
    limits: follower.unit === 'percent' || !windowed ? 'fitted' : 'set',
    floorPercent: follower.gatePercent,
    ceilingPercent: follower.ceilingPercent,
    floorDb: follower.gateDb,
    ceilingDb: follower.ceilingDb,
    smoothing: 'attackRelease',
    attack: follower.attack,
    release: follower.release,
    acrossBands: 0,
    peaks: false,
  };
}
