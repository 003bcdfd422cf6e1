/**
 * Frequency scales: how a range in Hz is divided into bands. A scale turns Hz
 * into units in which the bands are equally wide, and back.
 */
export interface FrequencyScale {
  label: string;
  /** Hz to the scale's own units. */
  toUnits(hz: number): number;
  /** The inverse of {@link toUnits}. */
  toHz(units: number): number;
}

export const frequencyScales = {
  linear: { label: 'Linear', toUnits: (hz) => hz, toHz: (units) => units },
  /** Units are octaves above 1 Hz. */
  log: { label: 'Logarithmic', toUnits: (hz) => Math.log2(hz), toHz: (octaves) => 2 ** octaves },
  /** Source: D. O'Shaughnessy, Speech Communication: Human and Machine (1987), p. 150. */
  mel: {
    label: 'Mel',
    toUnits: (hz) => 2595 * Math.log10(1 + hz / 700),
    toHz: (mel) => 700 * (10 ** (mel / 2595) - 1),
  },
} satisfies Record<string, FrequencyScale>;

export type ScaleKind = keyof typeof frequencyScales;
export const scaleKinds = Object.keys(frequencyScales) as ScaleKind[];

/**
 * Edges of `bands` adjoining bands from `fromHz` to `toHz`, equally wide on the scale.
 * @returns bands + 1 rising frequencies in Hz; the first and last are exactly the ends asked for
 * @throws RangeError when the range is empty, or starts at 0 Hz on the logarithmic scale
 */
export function bandEdges(scale: ScaleKind, fromHz: number, toHz: number, bands: number): Float64Array {
  if (!Number.isInteger(bands) || bands < 1) throw new RangeError(`bands must be at least 1, not ${bands}`);
  if (!(fromHz >= 0) || !(toHz > fromHz)) {
    throw new RangeError(`the range must rise from at least 0 Hz, not ${fromHz} to ${toHz} Hz`);
  }
  if (scale === 'log' && fromHz === 0) throw new RangeError('a logarithmic scale cannot start at 0 Hz');
  const { toUnits, toHz: fromUnits } = frequencyScales[scale];
  const low = toUnits(fromHz);
  const high = toUnits(toHz);
  const edges = Float64Array.from({ length: bands + 1 }, (_, i) =>
    fromUnits(low + ((high - low) * i) / bands),
  );
  edges[0] = fromHz;
  edges[bands] = toHz;
  return edges;
}
