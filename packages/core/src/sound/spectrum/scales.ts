import { exact } from '../../contract';

/**
 * Frequency scales: how a range in Hz is divided into bands.
 *
 * Most scales turn Hz into units in which the bands are equally wide. Octave
 * fractions and notes have bands at places of their own, and by hand the edges
 * are given.
 */

/** What decides about the edges of an ear's bands. */
export interface ScaleSettings {
  scale: ScaleKind;
  fromHz: number;
  toHz: number;
  /** Number of bands, for the scales that divide the range equally. */
  bands: number;
  /** Of the power scale: 1 is linear, 2 quadratic. */
  exponent: number;
  /** Bands per octave of the octave scale. */
  fraction: '1' | '3' | '6' | '12';
  /** Frequency of A4 in Hz, for notes. */
  a4: number;
  /** Rising edges in Hz of bands by hand. */
  edges: readonly number[];
}

/** A scale on which bands are equally wide. */
interface EqualScale {
  label: string;
  /** Hz to the scale's own units. */
  toUnits(hz: number, exponent: number): number;
  /** The inverse of {@link toUnits}. */
  toHz(units: number, exponent: number): number;
}

/** Glasberg and Moore, Hearing Research 47 (1990) 103: the ERB-rate of f in kHz is 21.4 log10(4.37 f + 1). */
const erbRate = {
  toUnits: (hz: number) => 21.4 * exact.log10(1 + 0.00437 * hz),
  toHz: (erbs: number) => (exact.pow(10, erbs / 21.4) - 1) / 0.00437,
};

/**
 * Traunmueller, JASA 88 (1990) 97: z = 26.81 f / (1960 + f) - 0.53, with his
 * corrections below 2 and above 20.1 Bark.
 */
const bark = {
  toUnits(hz: number) {
    const z = (26.81 * hz) / (1960 + hz) - 0.53;
    return z < 2 ? z + 0.15 * (2 - z) : z > 20.1 ? z + 0.22 * (z - 20.1) : z;
  },
  toHz(corrected: number) {
    const z =
      corrected < 2 ? (corrected - 0.3) / 0.85 : corrected > 20.1 ? (corrected + 4.422) / 1.22 : corrected;
    return (1960 * (z + 0.53)) / (26.28 - z);
  },
};

export const equalScales = {
  linear: { label: 'Linear', toUnits: (hz) => hz, toHz: (units) => units },
  /** Units are octaves above 1 Hz. */
  log: { label: 'Logarithmic', toUnits: (hz) => exact.log2(hz), toHz: (octaves) => exact.pow(2, octaves) },
  /** Between linear (exponent 1) and ever more room for the low end. */
  power: {
    label: 'Power',
    toUnits: (hz, exponent) => exact.pow(hz, 1 / exponent),
    toHz: (units, exponent) => exact.pow(units, exponent),
  },
  /** Source: D. O'Shaughnessy, Speech Communication: Human and Machine (1987), p. 150. */
  mel: {
    label: 'Mel',
    toUnits: (hz) => 2595 * exact.log10(1 + hz / 700),
    toHz: (mel) => 700 * (exact.pow(10, mel / 2595) - 1),
  },
  bark: { label: 'Bark', ...bark },
  erb: { label: 'ERB-rate', ...erbRate },
} satisfies Record<string, EqualScale>;

const placedScales = {
  octave: { label: 'Octave fractions' },
  notes: { label: 'Notes' },
  hand: { label: 'By hand' },
};

export const scaleLabels = { ...equalScales, ...placedScales };
export type ScaleKind = keyof typeof scaleLabels;
export const scaleKinds = Object.keys(scaleLabels) as ScaleKind[];

/** Whether the number of bands is set, or follows from the range. */
export const dividesEqually = (scale: ScaleKind): scale is keyof typeof equalScales => scale in equalScales;

/** Ratio of an octave in base ten, as IEC 61260-1:2014 has it. */
const octaveRatio = exact.pow(10, 0.3);

/** Most bands an ear may have. */
export const maxBands = 512;

/**
 * Edges of adjoining bands.
 *
 * Octave fractions are those of IEC 61260-1:2014 whose exact mid-band frequency
 * (base ten, from 1 kHz) lies in the range; notes those whose frequency does
 * (twelve equal steps, ISO 16). Where none does, the nearest one is taken.
 * @returns rising frequencies in Hz, one more than bands
 * @throws RangeError when the range is empty, or starts at 0 Hz on a logarithmic scale, or edges do not rise
 */
export function bandEdges(settings: ScaleSettings): Float64Array {
  const { scale, fromHz, toHz } = settings;
  if (scale === 'hand') return handEdges(settings.edges);
  if (!(fromHz >= 0) || !(toHz > fromHz)) {
    throw new RangeError(`the range must rise from at least 0 Hz, not ${fromHz} to ${toHz} Hz`);
  }
  if (scale === 'octave') {
    const perOctave = Number(settings.fraction);
    // Even fractions have an edge on 1 kHz, odd ones a middle (IEC 61260-1, 5.4 and 5.5).
    const shift = perOctave % 2 === 0 ? 0.5 : 0;
    return placedEdges(fromHz, toHz, 1000, exact.pow(octaveRatio, 1 / perOctave), shift);
  }
  if (scale === 'notes') return placedEdges(fromHz, toHz, settings.a4, exact.pow(2, 1 / 12), 0);
  return equalEdges(settings, scale);
}

function equalEdges(
  { fromHz, toHz, bands, exponent }: ScaleSettings,
  scale: keyof typeof equalScales,
): Float64Array {
  if (!Number.isInteger(bands) || bands < 1) throw new RangeError(`bands must be at least 1, not ${bands}`);
  if (scale === 'log' && fromHz === 0) throw new RangeError('a logarithmic scale cannot start at 0 Hz');
  const { toUnits, toHz: fromUnits } = equalScales[scale] as EqualScale;
  const low = toUnits(fromHz, exponent);
  const high = toUnits(toHz, exponent);
  const edges = Float64Array.from({ length: bands + 1 }, (_, i) =>
    fromUnits(low + ((high - low) * i) / bands, exponent),
  );
  edges[0] = fromHz;
  edges[bands] = toHz;
  return edges;
}

/** Edges of the bands with middles at reference x ratio^(n + shift) that lie in the range. */
function placedEdges(
  fromHz: number,
  toHz: number,
  reference: number,
  ratio: number,
  shift: number,
): Float64Array {
  const place = (hz: number) => exact.log(Math.max(hz, 1) / reference) / exact.log(ratio) - shift;
  let first = Math.ceil(place(fromHz) - 1e-9);
  let last = Math.floor(place(toHz) + 1e-9);
  if (last < first) first = last = Math.round((place(fromHz) + place(toHz)) / 2);
  return Float64Array.from(
    { length: last - first + 2 },
    (_, i) => reference * exact.pow(ratio, first + i + shift - 0.5),
  );
}

function handEdges(edges: readonly number[]): Float64Array {
  const rising = edges.every((edge, i) => edge >= 0 && (i === 0 || edge > edges[i - 1]!));
  if (edges.length < 2 || !rising) {
    throw new RangeError('bands by hand need at least two edges in Hz, each above the one before');
  }
  return Float64Array.from(edges);
}

/** Number of bands that settings make. @throws RangeError as {@link bandEdges} */
export const bandCount = (settings: ScaleSettings): number =>
  dividesEqually(settings.scale) ? settings.bands : bandEdges(settings).length - 1;

const noteNames = ['C', 'C#', 'D', 'D#', 'E', 'F', 'F#', 'G', 'G#', 'A', 'A#', 'B'];

/** Name of the note nearest to a frequency, with its octave: A4 for 440 Hz (ISO 16). */
export function noteName(hz: number, a4 = 440): string {
  const number = Math.round(69 + 12 * exact.log2(hz / a4));
  return `${noteNames[((number % 12) + 12) % 12]}${Math.floor(number / 12) - 1}`;
}

/** Middle of a band: geometric, as IEC 61260-1 has it; of a band from 0 Hz, arithmetic. */
export const bandMiddle = (low: number, high: number) => (low > 0 ? Math.sqrt(low * high) : (low + high) / 2);
