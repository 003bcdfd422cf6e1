import { BandLevels, LastUsed, readStretch, SpectrogramLevels, type Stretch } from '@cyclogram/core';
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

/** What a helper is asked: the levels of one stretch, or to prepare; to let it be; or it is told what has been separated elsewhere. */
export type ToHelper =
  | ({ say: 'hear'; id: number; stretch: Stretch } & HelperTask)
  | ({ say: 'prepare' } & Preparation)
  | { say: 'rest' }
  | ({ say: 'separated' } & SeparatedBlock);
export type StretchWish = Extract<ToHelper, { say: 'hear' }>;

export type FromHelper = StretchAnswer | SeparatedBlock;
export type StretchAnswer =
  /** `levels` are missing where they have been written into shared memory. */
  | { id: number; levels?: Float32Array<ArrayBuffer> | Uint8Array<ArrayBuffer> }
  | { id: number; problem: string };

/** Hears stretches for the hearing worker, which has others meanwhile. */

const tell = (message: FromHelper, transfer: Transferable[] = []) => self.postMessage(message, { transfer });

/** Analyses that are kept: of those that take turns when several ears are changed at once. */
const mostKept = 4;

const sounds = new EarSounds((name, block) => tell({ name, block }));
const kept = new LastUsed<{ source: EarSource; analysis: BandLevels | SpectrogramLevels }>(mostKept);
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

self.onmessage = ({ data }: MessageEvent<ToHelper>) => {
  switch (data.say) {
    case 'hear':
      asked++;
      void hear(data);
      break;
    case 'prepare':
      void prepare(data, ++asked);
      break;
    case 'rest':
      asked++;
      break;
    case 'separated':
      sounds.putSeparated(data.name, data.block);
      break;
  }
};

async function prepare({ sources, open, length, share }: Preparation, now: number): Promise<void> {
  prepared = sources;
  const goesOn = () => asked === now;
  await sounds.readAhead(sources, goesOn);
  // Whoever needs it finds out that it cannot be read.
  if (open) await sounds.separateAhead(open, length, goesOn, share).catch(() => undefined);
}

async function hear(data: StretchWish): Promise<void> {
  const { id, stretch, table } = data;
  try {
    const analysis = analysisFor(data);
    const { first, count } = stretch;
    const levels = await readStretch(analysis, sounds.reader(data.source), stretch, (signals, start) => {
      if (!table || !(analysis instanceof BandLevels)) return analysis.measure(signals, start, first, count);
      analysis.measureInto(table, signals, start, first, count);
      return undefined;
    });
    if (levels) tell({ id, levels }, [levels.buffer]);
    else tell({ id });
  } catch (error) {
    tell({ id, problem: (error as Error).message });
  }
}
