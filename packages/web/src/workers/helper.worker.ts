import {
  BandLevels,
  readStretch,
  SpectrogramLevels,
  type Stretch,
  type StretchLevels,
} from '@cyclogram/core';
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
}

/** What a helper is asked: the levels of one stretch, or to read what ears listen to before it is asked again. */
export type ToHelper =
  ({ say: 'hear'; id: number; stretch: Stretch } & HelperTask) | { say: 'readAhead'; sources: EarSource[] };
export type StretchWish = Extract<ToHelper, { say: 'hear' }>;

export type StretchAnswer =
  | { id: number; levels: Float32Array<ArrayBuffer> | Uint8Array<ArrayBuffer> }
  | { id: number; problem: string };

/** Hears stretches for the hearing worker, which has others meanwhile. */

/** Analyses that are kept: of those that take turns when several ears are changed at once. */
const mostKept = 4;

const sounds = new EarSounds();
const kept = new Map<string, { source: EarSource; analysis: StretchLevels }>();

function analysisFor({ what, key, source, length }: HelperTask): StretchLevels {
  const name = `${what} ${key}`;
  const known = kept.get(name);
  kept.delete(name);
  const { ear } = source;
  const analysis =
    known?.analysis ??
    (what === 'bands'
      ? new BandLevels(ear, ear.channel, length)
      : new SpectrogramLevels(ear.channel, length));
  // Last used goes last; the one used longest ago is dropped.
  kept.set(name, { source, analysis });
  if (kept.size > mostKept) kept.delete(kept.keys().next().value!);
  if (!known) sounds.keepOnly([...kept.values()].map((one) => one.source));
  return analysis;
}

/** Counts what has been asked. */
let asked = 0;

self.onmessage = ({ data }: MessageEvent<ToHelper>) => {
  const now = ++asked;
  if (data.say === 'hear') void hear(data);
  else void sounds.readAhead(data.sources, () => asked === now);
};

async function hear(data: StretchWish): Promise<void> {
  const { id, stretch } = data;
  try {
    const analysis = analysisFor(data);
    const { first, count } = stretch;
    const levels = await readStretch(analysis, sounds.reader(data.source), stretch, (signals, start) =>
      analysis.measure(signals, start, first, count),
    );
    const answer: StretchAnswer = { id, levels };
    self.postMessage(answer, { transfer: [levels.buffer] });
  } catch (error) {
    const answer: StretchAnswer = { id, problem: (error as Error).message };
    self.postMessage(answer);
  }
}
