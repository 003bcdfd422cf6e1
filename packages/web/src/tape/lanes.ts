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
}

export const rulerHeight = 20;

/** Shares the Tape's height out among its lanes, a pixel apart. @param traced whether a follower is drawn */
export function layLanes(height: number, traced: boolean): Lanes {
  const room = Math.max(0, height - rulerHeight);
  const wave = Math.round(room * (traced ? 0.24 : 0.4));
  const trace = traced ? Math.round(room * 0.38) : 0;
  const spectrogramTop = rulerHeight + wave + 1;
  return {
    ruler: { top: 0, height: rulerHeight },
    wave: { top: rulerHeight, height: wave },
    spectrogram: { top: spectrogramTop, height: Math.max(0, height - trace - 1 - spectrogramTop) },
    trace: { top: height - trace, height: trace },
  };
}

export const isWithin = ({ top, height }: Lane, y: number) => y >= top && y < top + height;
