import {
  bandsTogether,
  estimateBeats,
  fitToSong,
  FluxListener,
  listenToAll,
  pcmSampleRate,
  powerToDb,
  sectionListener,
  SegmentAnalyser,
  SpectrogramListener,
  songChanges,
  type BandStatistics,
  type EarHearing,
  type ReadSignal,
} from '@cyclogram/core';
import type { EarSounds } from './earSounds';
import type { AnalysisQueue } from './analysisQueue';
import type { EarSource, QuestionName, Questions } from './messages';
import { paintSpectrogram } from './spectrogram';
import { turn } from './turn';

/** What answers are found with. */
interface Knowledge {
  sources: EarSource[];
  /** Samples in the film. */
  length: number;
  sounds: EarSounds;
  queue: AnalysisQueue;
}

type Answers = {
  [Name in QuestionName]: (
    given: Questions[Name]['given'],
    knowledge: Knowledge,
  ) => Promise<Questions[Name]['answer']>;
};

/** Range in which beats are looked for, in Hz. */
const beatRange = [30, 16000] as const;

function sourceOf(earId: string, { sources }: Knowledge): EarSource {
  const source = sources.find(({ ear }) => ear.id === earId);
  if (!source) throw new Error('the ear is gone');
  return source;
}

const analysedBy = async (earId: string, { queue }: Knowledge) =>
  (await queue.complete(`ear ${earId}`)) as EarHearing;

/** Whether the ear is still heard so: a changed one is heard anew, in the memory of the one before. */
const isAnalysedBy = (hearing: EarHearing, earId: string, { queue }: Knowledge) =>
  queue.get(`ear ${earId}`) === hearing;

/** What bands do over the song, in turns with others; undefined when it did not go on to the end. */
async function statisticsOf(
  hearing: EarHearing,
  goesOn: () => boolean,
): Promise<BandStatistics[] | undefined> {
  const statistics: BandStatistics[] = [];
  for (let band = 0; band < hearing.bands; band += bandsTogether) {
    statistics.push(...hearing.bandStatistics(band, band + bandsTogether));
    await turn();
    if (!goesOn()) return undefined;
  }
  return statistics;
}

/** A reader that lets others have their turn each time: a question must not keep a changed ear waiting. */
const inTurns =
  (read: ReadSignal): ReadSignal =>
  async (signal, start, out) => {
    await turn();
    await read(signal, start, out);
  };

const answers: Answers = {
  async fit({ earId }, knowledge) {
    const source = sourceOf(earId, knowledge);
    return fitToSong(source.ear, knowledge.length, inTurns(knowledge.sounds.reader(source)));
  },

  async statistics({ earId }, knowledge) {
    for (;;) {
      const hearing = await analysedBy(earId, knowledge);
      // Its limits may be taken from the song; levels are not asked for.
      hearing.settle(sourceOf(earId, knowledge).ear, { first: 0, count: 0 });
      const statistics = await statisticsOf(hearing, () => isAnalysedBy(hearing, earId, knowledge));
      if (statistics) return statistics;
    }
  },

  async beats({ tracks }, { length, sounds }) {
    const listener = new FluxListener('mid', ...beatRange, length);
    await listenToAll(listener, inTurns(sounds.tracksReader(tracks)));
    return estimateBeats(listener.raw(), listener.rate) ?? null;
  },

  async sections({ tracks }, { length, sounds }) {
    const listener = sectionListener(length);
    await listenToAll(listener, inTurns(sounds.tracksReader(tracks)));
    return songChanges(listener, length / pcmSampleRate);
  },

  async traces({ earId, band, from, to, other }, knowledge) {
    const hearing = await analysedBy(earId, knowledge);
    hearing.settle(sourceOf(earId, knowledge).ear);
    const width = hearing.shown.length;
    const column = (levels: Float32Array) => {
      const first = Math.max(0, Math.floor(from * hearing.rate));
      const count = Math.max(0, Math.min(Math.ceil(to * hearing.rate), hearing.moments) - first);
      return Float32Array.from({ length: count }, (_, n) => levels[(first + n) * width + band] ?? 0);
    };
    return { rate: hearing.rate, own: column(hearing.levels), other: column(hearing.levelsWith(other)) };
  },

  async spectrum(given, knowledge) {
    return spectrumAt(sourceOf(given.earId, knowledge), given, knowledge);
  },

  async spectrogram({ from, to, columns }, { queue }) {
    const listener = queue.get('spectrogram');
    return listener instanceof SpectrogramListener ? paintSpectrogram(listener, from, to, columns) : null;
  },
};

/** Analysers for single spectra, by window. */
const analysers = new Map<string, SegmentAnalyser>();

async function spectrumAt(
  source: EarSource,
  { time, count, fromHz, toHz }: Questions['spectrum']['given'],
  { sounds }: Knowledge,
): Promise<Float32Array> {
  const { ear } = source;
  const key = `${ear.window} ${ear.windowShape}`;
  let analyser = analysers.get(key);
  if (!analyser) {
    if (analysers.size > 8) analysers.clear();
    const all = { ...ear, scale: 'hand' as const, edges: [1, 23999], longWindow: 0 };
    analysers.set(key, (analyser = new SegmentAnalyser(all, pcmSampleRate)));
  }
  const { segmentLength } = analyser.plan.groups[0]!;
  const { binHz } = analyser.plan;
  const samples = new Float32Array(2 * segmentLength);
  const signal = ear.channel === 'mix' ? 'mid' : ear.channel;
  await sounds.reader(source)(signal, Math.round(time * pcmSampleRate) - segmentLength, samples);
  const power = analyser.spectrum(samples, segmentLength);
  const hzAt = (position: number) => fromHz * (toHz / fromHz) ** (position / (count - 1));
  const binDb = (bin: number) => powerToDb(power[Math.min(Math.max(bin, 1), power.length - 1)]!);
  return Float32Array.from({ length: count }, (_, i) => {
    const from = hzAt(i - 0.5) / binHz;
    const to = hzAt(i + 0.5) / binHz;
    if (to - from < 1) {
      // Between bins, a straight line.
      const position = hzAt(i) / binHz;
      const low = Math.floor(position);
      return binDb(low) + (binDb(low + 1) - binDb(low)) * (position - low);
    }
    let max = -Infinity;
    for (let bin = Math.floor(from); bin <= to; bin++) max = Math.max(max, binDb(bin));
    return max;
  });
}

/** Answers a question. @throws Error saying why there is no answer */
export const answerQuestion = <Name extends QuestionName>(
  what: Name,
  given: Questions[Name]['given'],
  knowledge: Knowledge,
): Promise<Questions[Name]['answer']> => answers[what](given, knowledge);
