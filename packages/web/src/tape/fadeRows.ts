import type { Fade, Film, Layer } from '@cyclogram/core';
import { isWithin, type Lane, type Lanes } from './lanes';
import { xOf, type TapeView } from './tapeView';

/** What fades: the whole picture, the sound, or the open layer. */
export type FadeOwner = 'picture' | 'sound' | 'layer';

/** A course of coming and going, and where it lies on the Tape. */
export interface FadeRow {
  owner: FadeOwner;
  name: string;
  lane: Lane;
  fade: Fade;
  /** Seconds in the film between which it is there. */
  from: number;
  to: number;
  /** Whether it has ends of its own, and whether all of it can be moved along. */
  ends: boolean;
  whole: boolean;
}

export type FadePart = 'fadeIn' | 'fadeOut' | 'from' | 'to' | 'whole';

/** What of a row is taken hold of. */
export interface FadeGrip {
  owner: FadeOwner;
  part: FadePart;
}

/** Pixels from a handle within which it is taken hold of. */
const grasp = 6;
/** Height of the handles of fades, from the top of their row; below lie those of the ends. */
const handleHeight = 9;

/** How many rows the Tape has under the sound. */
export const rowCount = (layer: Layer | undefined) => (layer ? 2 : 1);

/** The rows of a film: its sound's over the waveform, its picture's, and the open layer's. */
export function fadeRows(
  fades: Film['fades'],
  layer: Layer | undefined,
  { wave, rows }: Lanes,
  end: number,
): FadeRow[] {
  const [picture, own] = rows;
  const film = { from: 0, to: end, ends: false, whole: false };
  return [
    { owner: 'sound', name: 'Sound', lane: wave, fade: fades.sound, ...film },
    ...(picture?.height
      ? [{ owner: 'picture', name: 'Picture', lane: picture, fade: fades.picture, ...film } as const]
      : []),
    ...(layer && own?.height
      ? [
          {
            owner: 'layer',
            name: layer.name,
            lane: own,
            fade: layer.span,
            from: layer.span.from,
            to: layer.span.to ?? end,
            ends: !layer.locked,
            whole: !layer.locked && layer.span.to !== null,
          } as const,
        ]
      : []),
  ];
}

/** Where the handles of a row's fades are, in pixels from the left: at the ends of what is fully there. */
export const handlePositions = ({ fade, from, to }: FadeRow, view: TapeView, width: number) => ({
  fadeIn: xOf(view, width, from + fade.fadeIn),
  fadeOut: xOf(view, width, to - fade.fadeOut),
});

/** What is taken hold of at a place of the Tape; nothing of a layer that is locked. */
export function fadeGripAt(
  rows: readonly FadeRow[],
  view: TapeView,
  width: number,
  x: number,
  y: number,
): FadeGrip | undefined {
  for (const row of rows) {
    const { owner, lane, from, to, ends, whole } = row;
    if (!isWithin(lane, y) || (owner === 'layer' && !ends)) continue;
    const near = (position: number) => Math.abs(x - position) <= grasp;
    const { fadeIn, fadeOut } = handlePositions(row, view, width);
    if (y < lane.top + handleHeight) {
      // Where both lie together, each is pulled to its own side.
      if (near(fadeIn) && !(near(fadeOut) && x > (fadeIn + fadeOut) / 2)) return { owner, part: 'fadeIn' };
      if (near(fadeOut)) return { owner, part: 'fadeOut' };
    }
    if (!ends) continue;
    const [left, right] = [xOf(view, width, from), xOf(view, width, to)];
    if (near(left)) return { owner, part: 'from' };
    if (near(right)) return { owner, part: 'to' };
    if (whole && x > left && x < right) return { owner, part: 'whole' };
  }
  return undefined;
}
