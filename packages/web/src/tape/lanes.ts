/** A horizontal strip of the Tape, in pixels. */
export interface Lane {
  top: number;
  height: number;
}

export interface Lanes {
  ruler: Lane;
  wave: Lane;
  spectrogram: Lane;
  /** The open follower's level over the song; of no height without one. */
  trace: Lane;
  /** Rows for when the picture and the open layer fade; of no height on a low Tape. */
  rows: Lane[];
  /** Room for the lanes of keyframes, which scroll where they need more. */
  keys: Lane;
  sections: Lane;
}

/** What lies under the sound. */
export interface UnderSound {
  /** Rows of fades. */
  rows: number;
  /** Keyframed properties. */
  keys: number;
  sections: boolean;
}

export const rulerHeight = 20;
export const rowHeight = 18;
/** So high a lane is that a curve can be seen and its points be taken hold of in it. */
export const keyHeight = 34;
/** Left free below the rows, where the Tape's height is taken hold of. */
export const footHeight = 4;
/** A Tape lower than this has no rows. */
const lowestWithRows = 120;
/** Least heights: of the waveform with the spectrogram, and of a follower's level, whose gate and ceiling are dragged. */
const minSound = 56;
const minTrace = 44;

const nothing: UnderSound = { rows: 0, keys: 0, sections: false };
const hasAny = ({ rows, keys, sections }: UnderSound) => rows + keys > 0 || sections;
const rowsHeight = ({ rows, sections }: UnderSound) => (rows + (sections ? 1 : 0)) * rowHeight;

/** The least height at which every lane can be worked in: of several lanes of keyframes one is seen at a time. */
export function minHeight(traced: boolean, under: UnderSound = nothing): number {
  const below = rowsHeight(under) + (under.keys > 0 ? keyHeight : 0) + (hasAny(under) ? footHeight : 0);
  return rulerHeight + minSound + (traced ? minTrace : 0) + below;
}

/**
 * Shares the Tape's height out among its lanes, a pixel apart.
 * @param traced whether a follower is drawn
 */
export function layLanes(height: number, traced: boolean, under: UnderSound = nothing): Lanes {
  const isLow = height < lowestWithRows;
  const each = isLow ? 0 : rowHeight;
  const foot = hasAny(under) && !isLow ? footHeight : 0;
  const sections = under.sections ? each : 0;
  const sound = minSound + (traced ? minTrace : 0);
  const left = height - rulerHeight - under.rows * each - sections - foot - sound;
  const wanted = under.keys * keyHeight;
  const keys = isLow || under.keys === 0 ? 0 : Math.min(wanted, Math.max(left, keyHeight));
  const bottom = height - foot - sections - keys - under.rows * each;
  const space = Math.max(0, bottom - rulerHeight);
  const trace = traced
    ? Math.min(space, Math.max(Math.round(space * 0.38), Math.min(minTrace, Math.round(space * 0.6))))
    : 0;
  const wave = Math.round((space - trace) * 0.4);
  const spectrogramTop = rulerHeight + wave + 1;
  const keysTop = bottom + under.rows * each;
  return {
    ruler: { top: 0, height: rulerHeight },
    wave: { top: rulerHeight, height: wave },
    spectrogram: { top: spectrogramTop, height: Math.max(0, bottom - trace - 1 - spectrogramTop) },
    trace: { top: bottom - trace, height: trace },
    rows: Array.from({ length: under.rows }, (_, i) => ({ top: bottom + i * each, height: each })),
    keys: { top: keysTop, height: keys },
    sections: { top: keysTop + keys, height: sections },
  };
}

export const isWithin = ({ top, height }: Lane, y: number) => y >= top && y < top + height;
