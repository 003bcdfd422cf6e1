import {
  addMono,
  dbToGain,
  EarHearing,
  hearStretch,
  stretchesFrom,
  type Ear,
  type Stretch,
} from '@cyclogram/core';
import { PcmSource } from '../sound/pcmSource';
import type { EarSource, FromHearing, LevelsMessage, ToHearing } from './messages';
import { paintSpectrogram } from './spectrogram';

/**
 * Hears the film's ears: from the current moment to the end of the song, then
 * what is before. Levels go straight to the painting worker.
 */

/** Seconds of song analysed at a time; new wishes are looked at in between. */
const stretchSeconds = 2;

interface Listening {
  source: EarSource;
  /** What the levels in dBFS depend on: a change of anything else needs no new analysis. */
  key: string;
  hearing: EarHearing;
  waiting: Stretch[];
  /** Whether there is something the painter has not been told. */
  unsent: boolean;
}

const say = (message: FromHearing, transfer: Transferable[] = []) => self.postMessage(message, { transfer });
const pcm = new PcmSource();
const listening = new Map<string, Listening>();
let painter: MessagePort | undefined;
let now = 0;
let watched: string | undefined;
let running = false;
let lastSent = 0;
let sendCost = 0;

self.onmessage = ({ data }: MessageEvent<ToHearing>) => {
  switch (data.say) {
    case 'connect':
      painter = data.painter;
      break;
    case 'film':
      setEars(data.ears, data.length);
      break;
    case 'now':
      now = data.time;
      break;
    case 'watch':
      watched = data.earId;
      sendSpectrogram();
      break;
  }
};

const spectralKey = ({ ear, tracks }: EarSource, length: number) =>
  JSON.stringify([
    ear.fromHz,
    ear.toHz,
    ear.bands,
    ear.scale,
    ear.window,
    ear.windowShape,
    ear.channel,
    tracks,
    length,
  ]);

function setEars(sources: EarSource[], length: number): void {
  for (const id of listening.keys()) {
    if (!sources.some(({ ear }) => ear.id === id)) listening.delete(id);
  }
  for (const source of sources) {
    const { ear } = source;
    const key = spectralKey(source, length);
    const known = listening.get(ear.id);
    if (known?.key === key) {
      if (JSON.stringify(known.source.ear) !== JSON.stringify(ear)) settleAndSend(known, ear);
      known.source = source;
    } else if (length > 0) {
      startListening(source, key, length);
    }
  }
  void run();
}

function startListening(source: EarSource, key: string, length: number): void {
  const { ear } = source;
  try {
    const hearing = new EarHearing(ear, length);
    const waiting = stretchesFrom(hearing.moments, now * hearing.rate, hearing.rate * stretchSeconds);
    listening.set(ear.id, { source, key, hearing, waiting, unsent: false });
    const { edges, sharesBins, binHz } = hearing.plan;
    say({ say: 'ear', earId: ear.id, report: { edges, sharesBins, binHz } });
  } catch (error) {
    listening.delete(ear.id);
    say({ say: 'failed', text: `The ear "${ear.name}" cannot hear: ${(error as Error).message}.` });
  }
}

/** Works off what is waiting, the nearest stretch of each ear in turn. */
async function run(): Promise<void> {
  if (running) return;
  running = true;
  try {
    for (;;) {
      const busy = [...listening.values()].filter(({ waiting }) => waiting.length > 0);
      if (busy.length === 0) break;
      for (const entry of busy) {
        const stretch = entry.waiting.shift();
        if (!stretch || listening.get(entry.source.ear.id) !== entry) continue;
        const { source } = entry;
        await hearStretch(entry.hearing, (start, out) => readMono(source, start, out), stretch);
        entry.unsent = true;
      }
      tellProgress();
      // A settling costs as much as the song is long: never more than a fifth of the time.
      if (performance.now() - lastSent > Math.max(150, 5 * sendCost)) sendAll();
      await new Promise((resolve) => setTimeout(resolve));
    }
    sendAll();
    tellProgress();
  } catch (error) {
    say({ say: 'failed', text: `The song could not be read: ${(error as Error).message}.` });
  } finally {
    running = false;
  }
}

async function readMono({ ear, tracks }: EarSource, start: number, out: Float32Array): Promise<void> {
  for (const track of tracks) {
    const from = Math.max(start, 0);
    const to = Math.min(start + out.length, track.length);
    if (to <= from) continue;
    const samples = await pcm.read(track, from, to);
    addMono(samples, track.channels, ear.channel, dbToGain(track.gain), out, from - start);
  }
}

function tellProgress(): void {
  let done = 0;
  let all = 0;
  for (const { hearing, waiting } of listening.values()) {
    all += hearing.moments;
    done += hearing.moments - waiting.reduce((sum, { count }) => sum + count, 0);
  }
  say({ say: 'progress', share: all > 0 ? done / all : 1 });
}

function sendAll(): void {
  const start = performance.now();
  for (const entry of listening.values()) if (entry.unsent) settleAndSend(entry, entry.source.ear);
  lastSent = performance.now();
  sendCost = lastSent - start;
}

function settleAndSend(entry: Listening, ear: Ear): void {
  const { hearing } = entry;
  hearing.settle(ear);
  entry.unsent = false;
  const levels = hearing.levels.slice();
  const message: LevelsMessage = {
    earId: ear.id,
    table: { bands: hearing.bands, rate: hearing.rate, levels },
  };
  painter?.postMessage(message, [levels.buffer]);
  if (ear.id === watched) sendSpectrogram();
}

function sendSpectrogram(): void {
  const entry = watched === undefined ? undefined : listening.get(watched);
  if (!entry || watched === undefined) return;
  const picture = paintSpectrogram(watched, entry.hearing);
  say({ say: 'spectrogram', picture }, [picture.pixels.buffer]);
}
