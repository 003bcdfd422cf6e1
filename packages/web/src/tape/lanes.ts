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
}

export const rulerHeight = 20;
export const rowHeight = 18;
/** Left free below the rows, where the Tape's height is taken hold of. */
export const footHeight = 4;
/** A Tape lower than this has no rows. */
const lowestWithRows = 120;

/**
 * Shares the Tape's height out among its lanes, a pixel apart.
 * @param traced whether a follower is drawn
 * @param rowCount rows under the sound
 */
export function layLanes(height: number, traced: boolean, rowCount = 0): Lanes {
  const each = height < lowestWithRows ? 0 : rowHeight;
  const bottom = height - rowCount * each - (rowCount > 0 && each > 0 ? footHeight : 0);
  const room = Math.max(0, bottom - rulerHeight);
  const wave = Math.round(room * (traced ? 0.24 : 0.4));
  const trace = traced ? Math.round(room * 0.38) : 0;
  const spectrogramTop = rulerHeight + wave + 1;
  return {
    ruler: { top: 0, height: rulerHeight },
    wave: { top: rulerHeight, height: wave },
    spectrogram: { top: spectrogramTop, height: Math.max(0, bottom - trace - 1 - spectrogramTop) },
    trace: { top: bottom - trace, height: trace },
    rows: Array.from({ length: rowCount }, (_, i) => ({ top: bottom + i * each, height: each })),
  };
}

export const isWithin = ({ top, height }: Lane, y: number) => y >= top && y < top + height;
