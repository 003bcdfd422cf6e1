import { BandLevels, LastUsed, readStretch, SpectrogramLevels, type Stretch } from '@cyclogram/core';
import { expose, transfer } from 'comlink';
import { EarSounds } from './earSounds';
import type { EarSource } from './messages';

/** What a stretch is heard for. */
export interface HelperTask {
  what: 'bands' | 'spectrogram';
  /** Says what the levels depend on. */
  key: string;
  source: EarSource;
  /** Of the song, in samples. */
  length: number;
  /** Rows of all moments in shared memory, into which levels are written; undefined if they are to be sent. */
  table?: Float32Array | undefined;
}

/** What a helper may do until it is asked to hear again. */
export interface Preparation {
  /** What ears listen to, to be read. */
  sources: EarSource[];
  /** The ear whose parts may be wanted next; undefined while the song plays. */
  open: EarSource | undefined;
  /** Of the song, in samples. */
  length: number;
  /** Which block is this helper's first, and how many helpers there are. */
  share: { first: number; of: number };
}

/** A block of the percussive part of a signal, which is kept under a name. */
export interface SeparatedBlock {
  name: string;
  block: Float32Array;
}

/** Levels of a stretch: missing where they have been written into shared memory. */
export interface StretchLevels {
  levels: Float32Array<ArrayBuffer> | Uint8Array<ArrayBuffer> | undefined;
}

/** What helpers are asked. */
export interface HelperApi {
  /** @param tell is told what it has separated */
  connect(tell: (separated: SeparatedBlock) => void): void;
  /** @throws Error when the sound cannot be read */
  hear(task: HelperTask, stretch: Stretch): Promise<StretchLevels>;
  /** Does ahead what it may, until it is asked to hear or to rest. */
  prepare(preparation: Preparation): void;
  rest(): void;
  /** Says what has been separated elsewhere. */
  putSeparated(separated: SeparatedBlock): void;
}

/** Hears stretches for the hearing worker, which has others meanwhile. */

let tell: (separated: SeparatedBlock) => void = () => {};

/** Analyses that are kept: of those that take turns when several ears are changed at once. */
const maxKept = 4;

const sounds = new EarSounds((name, block) => tell({ name, block }));
const kept = new LastUsed<{ source: EarSource; analysis: BandLevels | SpectrogramLevels }>(maxKept);
/** What ears listen to that may be wanted next. */
let prepared: EarSource[] = [];

function analysisFor({ what, key, source, length }: HelperTask): BandLevels | SpectrogramLevels {
  const name = `${what} ${key}`;
  const known = kept.get(name);
  if (known) return known.analysis;
  const { ear } = source;
  const analysis =
    what === 'bands' ? new BandLevels(ear, ear.channel, length) : new SpectrogramLevels(ear.channel, length);
  kept.set(name, { source, analysis });
  sounds.keepOnly([...prepared, ...kept.values().map((one) => one.source)]);
  return analysis;
}

/** Counts what has been asked. */
let asked = 0;

const api: HelperApi = {
  connect(tellSeparated) {
    tell = tellSeparated;
  },
  hear(task, stretch) {
    asked++;
    return hear(task, stretch);
  },
  prepare(preparation) {
    void prepare(preparation, ++asked);
  },
  rest() {
    asked++;
  },
  putSeparated: ({ name, block }) => sounds.putSeparated(name, block),
};
expose(api);

async function prepare({ sources, open, length, share }: Preparation, now: number): Promise<void> {
  prepared = sources;
  const goesOn = () => asked === now;
  await sounds.readAhead(sources, goesOn);
  // Whoever needs it finds out that it cannot be read.
  if (open) await sounds.separateAhead(open, length, goesOn, share).catch(() => undefined);
}

async function hear(task: HelperTask, stretch: Stretch): Promise<StretchLevels> {
  const { source, table } = task;
  const analysis = analysisFor(task);
  const { first, count } = stretch;
  const levels = await readStretch(analysis, sounds.reader(source), stretch, (signals, start) => {
    if (!table || !(analysis instanceof BandLevels)) return analysis.measure(signals, start, first, count);
    analysis.measureInto(table, signals, start, first, count);
    return undefined;
  });
  return transfer({ levels }, levels ? [levels.buffer] : []);
}
