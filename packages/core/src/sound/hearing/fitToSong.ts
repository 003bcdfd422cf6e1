import { exact } from '../../contract';
import { channelParts, pcmSampleRate } from '../audio/pcm';
import { earStandard } from '../ear/ear';
import { shownBands } from '../ear/shownBands';
import type { Ear } from '../ear/ear';
import { powerToDb, silenceDb } from '../spectrum/bands';
import { Distribution } from '../levels/distribution';
import type { BandSettings } from '../spectrum/plan';
import { bandMiddle } from '../spectrum/scales';
import { SongAnalyser } from '../songSpectrum/songAnalyser';
import { weightingDb } from '../levels/weighting';
import { momentCount } from './moments';
import type { ReadSignal } from './songListener';

/** What fitting chose, with a sentence on each choice. */
export interface SongFit {
  settings: Pick<Ear, 'fromHz' | 'toHz' | 'tiltDbPerOctave' | 'floorDb' | 'ceilingDb' | 'limits'>;
  reasons: string[];
}

/** Moments looked at, evenly spread over the song. */
const looks = 600;
/** Bands whose loud moments are this far below the loudest band's count as empty, in dB. */
const emptyBelowDb = 48;
/** Share of all levels that should lie below the floor, and below the ceiling, in percent. */
const floorPercent = 35;
const ceilingPercent = 99.5;

const survey: BandSettings = {
  ...earStandard,
  scale: 'log',
  fromHz: 25,
  toHz: 19000,
  bands: 58,
  window: 0.12,
};

/**
 * Range, tilt, floor and ceiling for an ear from the song's own distribution, so
 * that no side of the picture is dead and next to nothing is pinned at the top.
 * Hand-made edges, octave fractions and notes keep their way of dividing the range.
 * @throws RangeError when the song is silent
 */
export async function fitToSong(ear: Ear, lengthSamples: number, read: ReadSignal): Promise<SongFit> {
  const wide = await sampleLevels(survey, ear, lengthSamples, read);
  const loud = wide.map((levels) => new Distribution(levels).percentile(95));
  const loudest = Math.max(...loud);
  if (!(loudest > silenceDb + 80)) throw new RangeError('there is nothing to be heard');
  const edges = new SongAnalyser(survey, pcmSampleRate, 800).plan.edges;
  const full = loud.map((level) => level > loudest - emptyBelowDb);
  const first = full.indexOf(true);
  const last = full.lastIndexOf(true);
  const fromHz = ear.scale === 'hand' ? ear.fromHz : Math.round(edges[first]!);
  const toHz = ear.scale === 'hand' ? ear.toHz : Math.round(edges[last + 1]! / 10) * 10;
  const slope = slopePerOctave(edges, loud, first, last);
  const tiltDbPerOctave = Math.min(Math.max(Math.round(-slope * 2) / 2, -6), 9);
  const fitted: Ear = { ...ear, fromHz, toHz, tiltDbPerOctave };
  const gains = weightingDb(new SongAnalyser(fitted, pcmSampleRate, 800).plan.edges, fitted);
  const own = await sampleLevels(fitted, ear, lengthSamples, read);
  const shown = shownBands(fitted, own.length);
  const levels = new Distribution(
    shown.flatMap((band) =>
      own[band]!.filter((level) => level > silenceDb).map((level) => level + gains[band]!),
    ),
  );
  const half = (db: number) => Math.round(db * 2) / 2;
  const ceilingDb = half(levels.percentile(ceilingPercent));
  const floorDb = Math.min(half(Math.max(levels.percentile(floorPercent), ceilingDb - 50)), ceilingDb - 12);
  const hz = (value: number) => (value < 1000 ? `${value} Hz` : `${Number((value / 1000).toFixed(1))} kHz`);
  return {
    settings: { fromHz, toHz, tiltDbPerOctave, floorDb, ceilingDb, limits: 'set' },
    reasons: [
      `From ${hz(fromHz)} to ${hz(toHz)}: outside, the song stays ${emptyBelowDb} dB below its loudest band.`,
      `Tilt ${tiltDbPerOctave} dB/oct: the song falls by ${(-slope).toFixed(1)} dB an octave.`,
      `Ceiling ${ceilingDb} dB: one level in two hundred is louder.`,
      `Floor ${floorDb} dB: a third of all levels, the quietest, count as silence, within 12 to 50 dB of the ceiling.`,
    ],
  };
}

/** Levels of each band at moments spread over the song, in dBFS. */
async function sampleLevels(
  settings: BandSettings,
  ear: Ear,
  lengthSamples: number,
  read: ReadSignal,
): Promise<number[][]> {
  const hop = pcmSampleRate / 60;
  const analyser = new SongAnalyser(settings, pcmSampleRate, hop);
  const bands = analyser.plan.edges.length - 1;
  const lookAround = Math.ceil(analyser.lookAround / 32) * 32;
  const moments = momentCount(lengthSamples, 60);
  const step = Math.max(1, Math.floor(moments / looks));
  const signals = channelParts(ear.channel);
  const levels = Array.from({ length: bands }, (): number[] => []);
  const row = new Float32Array(bands);
  for (let moment = 0; moment < moments; moment += step) {
    const powers = new Float64Array(bands);
    for (const signal of signals) {
      const samples = new Float32Array(2 * lookAround);
      await read(signal, moment * hop - lookAround, samples);
      analyser.levels([samples], lookAround, hop, 1, row, 0);
      row.forEach((level, band) => (powers[band]! += exact.pow(10, level / 10) / signals.length));
    }
    powers.forEach((power, band) => levels[band]!.push(powerToDb(power)));
  }
  return levels;
}

/** Slope of a straight line through levels over octaves, by least squares. */
function slopePerOctave(edges: Float64Array, levels: number[], first: number, last: number): number {
  const xs: number[] = [];
  const ys: number[] = [];
  for (let band = first; band <= last; band++) {
    xs.push(exact.log2(bandMiddle(edges[band]!, edges[band + 1]!)));
    ys.push(levels[band]!);
  }
  const mean = (values: number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
  const [meanX, meanY] = [mean(xs), mean(ys)];
  let products = 0;
  let squares = 0;
  xs.forEach((x, i) => {
    products += (x - meanX) * (ys[i]! - meanY);
    squares += exact.square(x - meanX);
  });
  return squares > 0 ? products / squares : 0;
}
