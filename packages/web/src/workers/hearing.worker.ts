import {
  followsBeats,
  kindOfFollower,
  earInfluence,
  EarHearing,
  FollowerHearing,
  followerInfluence,
  spectrogramChannel,
  SpectrogramListener,
  WaveformListener,
  type Ear,
  type Follower,
  type Stretch,
  type TableMemory,
} from '@cyclogram/core';
import { expose } from 'comlink';
import { answerQuestion } from './answers';
import { EarSounds } from './earSounds';
import { reportFollower } from './followerReport';
import { HearingHelpers } from './hearingHelpers';
import { EarAnalysis } from './earAnalysis';
import { AnalysisQueue } from './analysisQueue';
import { movable, sharedCopy, sharedMemory } from './sharedBytes';
import { SpareMemory } from './spareMemory';
import {
  tableBuffers,
  type EarSource,
  type HearingApi,
  type HearingReport,
  type TableMessage,
} from './messages';

/**
 * Hears the film's ears and followers: from the current moment to the end of the
 * song, then what is before. Levels go straight to the painting worker.
 */

let report: (report: HearingReport) => void = () => {};
const say = (message: HearingReport) => report(message);
const sounds = new EarSounds((name, block) => helpers.tellSeparated(name, block));
const helpers = new HearingHelpers(navigator.hardwareConcurrency, (name, block) =>
  sounds.putSeparated(name, block),
);
const queue = new AnalysisQueue(
  (share) => {
    say({ say: 'progress', share, of: filmNumber });
    if (share < 1) return;
    sayHeard();
    prepare();
  },
  (text) => say({ say: 'failed', text }),
);
/** Of levels, into which helpers write; and of tables, of levels and peaks, which the painter gives back. */
const levelMemory = new SpareMemory<ArrayBufferLike>(1, sharedMemory);
const tableMemory = new SpareMemory<ArrayBufferLike>(2, sharedMemory);
const memory: TableMemory = {
  rows: (length) => levelMemory.take(length),
  table: (length) => tableMemory.take(length),
};
let painter: MessagePort | undefined;
let sources: EarSource[] = [];
let followersNow: Follower[] = [];
let length = 0;
/** Which film of those that were told is heard. */
let filmNumber = 0;
let watched: string | undefined;

const api: HearingApi = {
  connect(port, tell) {
    report = tell;
    painter = port;
    painter.onmessage = ({ data: tables }: MessageEvent<ArrayBufferLike[]>) => {
      for (const table of tables) tableMemory.give(table);
    };
  },
  setFilm(ears, followers, waved, samples, number) {
    filmNumber = number;
    setFilm(ears, followers, waved, samples);
    // Most changes of a film change nothing of what is heard.
    if (!queue.isIdle) return helpers.rest();
    say({ say: 'progress', share: 1, of: number });
    sayHeard();
  },
  setNow(time) {
    queue.now = time;
  },
  setPlaying(playing) {
    helpers.playing = playing;
    prepare();
  },
  watch(earId) {
    watched = earId;
    watchSpectrogram();
    prepare();
  },
  ask: (what, given) => answerQuestion(what, given, { sources, length, sounds, queue }),
};
expose(api);

/** Tells those who paint. @param memory of what they are told */
const tellPainter = (message: TableMessage, memory: readonly ArrayBufferLike[] = []): void =>
  painter?.postMessage(message, movable(memory));

/** All of the film has been heard, and been passed on. */
const sayHeard = () => tellPainter({ what: 'heard', film: filmNumber });

/**
 * When all has been heard, whoever has heard a half reads the other one: after the next change it may be theirs.
 * Helpers separate what the open ear may listen to next.
 */
function prepare(): void {
  if (!queue.isIdle) return;
  const now = sources;
  helpers.prepare(now, watchedSource(), length);
  void sounds.readAhead(now, () => queue.isIdle && sources === now);
}

const watchedSource = () => sources.find(({ ear }) => ear.id === watched);

/** What the levels of an ear in dBFS depend on: a change of anything else needs no new analysis. */
function spectralKey({ ear, tracks }: EarSource): string {
  const { fromHz, toHz, bands, scale, exponent, fraction, a4, edges, window, windowShape } = ear;
  const bandsKey = [fromHz, toHz, bands, scale, exponent, fraction, a4, edges, window, windowShape];
  return JSON.stringify([bandsKey, ear.longWindow, ear.channel, ear.part, tracks, length]);
}

function followerKey(follower: Follower, { ear, tracks }: EarSource): string {
  const { kind, fromHz, toHz } = follower;
  const { ranged, windowed } = kindOfFollower(follower);
  const range = ranged ? [fromHz, toHz] : [];
  const window = windowed ? [ear.window, ear.windowShape] : [];
  return JSON.stringify([kind, range, window, ear.channel, ear.part, tracks, length]);
}

function setFilm(ears: EarSource[], followers: Follower[], waved: string[], samples: number): void {
  sources = ears;
  followersNow = followers;
  length = samples;
  sounds.keepOnly(ears);
  const analysed = followers.filter((follower) => !followsBeats(follower));
  queue.keepOnly([
    ...ears.map(({ ear }) => `ear ${ear.id}`),
    ...analysed.map(({ id }) => `follower ${id}`),
    ...waved.map((id) => `waveform ${id}`),
    'spectrogram',
  ]);
  if (length === 0) return;
  for (const source of ears) listenWithEar(source);
  for (const follower of analysed) {
    const source = ears.find(({ ear }) => ear.id === follower.ear);
    if (source) listenWithFollower(follower, source);
  }
  for (const source of ears) if (waved.includes(source.ear.id)) listenToWaveform(source);
  watchSpectrogram();
}

function listenWithEar(source: EarSource): void {
  const { ear } = source;
  const key = spectralKey(source);
  const influence = earInfluence(ear);
  queue.put(`ear ${ear.id}`, key, JSON.stringify(ear), {
    create: () => {
      const hearing = new EarHearing(ear, length, memory);
      const task = { what: 'bands', key, source, length } as const;
      const share = (stretch: Stretch) => helpers.hear(hearing, task, stretch);
      const part = (stretch: Stretch) => sendEar(ear.id, hearing, stretch);
      const send = { all: () => sendEar(ear.id, hearing), part };
      const release = () => levelMemory.give(hearing.db.buffer);
      return new EarAnalysis(hearing, sounds.reader(source), send, influence, share, release);
    },
    influence,
    failed: (error) =>
      say({ say: 'failed', earId: ear.id, text: `The ear "${ear.name}" cannot hear: ${error.message}.` }),
  });
}

/** @param only moments that are wanted now */
function sendEar(id: string, hearing: EarHearing, only?: Stretch): void {
  const ear: Ear | undefined = sources.find((source) => source.ear.id === id)?.ear;
  if (!ear) return;
  hearing.settle(ear, only);
  const table = hearing.takeTable();
  const message: TableMessage = { what: 'ear', id, table };
  tellPainter(message, tableBuffers(table));
  const { edges, windows, sharesBins, binHz } = hearing.plan;
  const { limits } = hearing;
  say({ say: 'ear', earId: id, report: { edges, windows, sharesBins, binHz, limits } });
}

function listenWithFollower(follower: Follower, source: EarSource): void {
  const key = `follower ${follower.id}`;
  const influence = followerInfluence(follower);
  queue.put(key, followerKey(follower, source), JSON.stringify(follower), {
    create: () => {
      const hearing = new FollowerHearing(follower, source.ear, length);
      const send = { all: () => sendFollower(follower.id, hearing) };
      return new EarAnalysis(hearing, sounds.reader(source), send, influence);
    },
    influence,
    failed: (error) =>
      say({ say: 'failed', text: `The follower "${follower.name}" cannot hear: ${error.message}.` }),
  });
}

function sendFollower(id: string, hearing: FollowerHearing): void {
  const follower = followersNow.find((other) => other.id === id);
  if (!follower) return;
  hearing.settle(follower);
  const table = hearing.toTable();
  const values = sharedCopy(table.values);
  tellPainter({ what: 'follower', id, table: { ...table, values } }, [values.buffer]);
  say({ say: 'follower', followerId: id, report: reportFollower(hearing) });
}

/** The waveform that an ear's figures show. */
function listenToWaveform(source: EarSource): void {
  const { id, name, channel, part } = source.ear;
  queue.put(`waveform ${id}`, JSON.stringify([channel, part, source.tracks, length]), '', {
    create: () => {
      const listener = new WaveformListener(channel, length);
      const all = () => {
        const waveform = listener.toWaveform();
        const samples = sharedCopy(waveform.samples);
        tellPainter({ what: 'waveform', id, waveform: { ...waveform, samples } }, [samples.buffer]);
      };
      return new EarAnalysis(listener, sounds.reader(source), { all });
    },
    failed: (error) => say({ say: 'failed', text: `The ear "${name}" cannot hear: ${error.message}.` }),
  });
}

/** The Tape shows what the watched ear listens to: its tracks, channel and part, whatever its bands are. */
function watchSpectrogram(): void {
  const source = watchedSource();
  if (!source || length === 0) return;
  const { channel, part } = source.ear;
  const key = JSON.stringify([spectrogramChannel(channel), part, source.tracks, length]);
  queue.put('spectrogram', key, '', {
    patient: true,
    create: () => {
      const listener = new SpectrogramListener(channel, length);
      const task = { what: 'spectrogram', key, source, length } as const;
      const share = (stretch: Stretch) => helpers.hear(listener, task, stretch);
      const send = { all: () => say({ say: 'spectrogram' }) };
      return new EarAnalysis(listener, sounds.reader(source), send, undefined, share);
    },
    failed: (error) => say({ say: 'failed', text: error.message }),
  });
}
