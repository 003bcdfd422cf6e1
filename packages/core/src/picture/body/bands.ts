import { fields } from '../../contract';
import { shownBands } from '../../sound';
import { bandRangeFields, bandsShown, type BandRange } from '../figure/standing';
import type { BodyContext } from './bodyKind';

/** What a body listens to. */
export const bandFields = fields([
  {
    kind: 'reference',
    key: 'ear',
    label: 'Ear',
    help: 'What the body follows; without one it stands still.',
    to: 'ears',
    nullable: true,
    driven: false,
  },
  ...bandRangeFields.map((field) => ({ ...field, driven: false }) as const),
]);

/** The power of a level by which a body's marks grow. */
export const responseCurve = {
  kind: 'number',
  key: 'curve',
  label: 'Response curve',
  help: 'Above 100 % peaks stand out; below, quiet bands rise.',
  min: 0.1,
  max: 8,
  step: 10,
  unit: '%',
  shownPer: 100,
  default: 1,
} as const;

export interface Listening extends BandRange {
  ear: string | null;
}

/** Levels (0..1) of the bands that a body shows at a moment; none in what is before the song. */
export const levelsOf = (listening: Listening, context: BodyContext, t: number): Float32Array =>
  levelsWithin(listening, context, t, t);

/** The highest levels (0..1) of the bands that a body shows in a stretch of time, its ends included. */
export function levelsWithin(
  { ear: id, ...range }: Listening,
  { moment, film }: BodyContext,
  from: number,
  to: number,
): Float32Array {
  const ear = film.ears.find((one) => one.id === id);
  if (!ear) return new Float32Array(0);
  const bands = shownBands(ear).length;
  const [first, end] = bandsShown(bands, range);
  const { hearing } = moment;
  const heard = () =>
    from < to ? hearing.highestLevels(ear.id, Math.max(0, from), to) : hearing.levelsAt(ear.id, to);
  const levels = to < 0 ? undefined : heard();
  // Right after the number of bands was changed, the old levels may still be the only ones.
  return levels?.length === bands ? levels.slice(first, end) : new Float32Array(end - first);
}

/** The level of a share of the bands, 0 to 1, mixed of the two nearest. */
export function levelAt(levels: Float32Array, share: number): number {
  const last = levels.length - 1;
  if (last < 0) return 0;
  const position = Math.min(Math.max(share, 0), 1) * last;
  const low = Math.floor(position);
  const high = Math.min(low + 1, last);
  return levels[low]! + (levels[high]! - levels[low]!) * (position - low);
}
