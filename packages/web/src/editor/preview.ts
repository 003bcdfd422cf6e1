import {
  filmFrameAt,
  filmSamples,
  footageUse,
  fpsOf,
  frameAt,
  frameMoment,
  sliceEars,
  tracksOfEar,
  pcmSampleRate,
  placeTrack,
  waveformEars,
  type Film,
  type Track,
} from '@cyclogram/core';
import { proxy, transfer } from 'comlink';
import { createStore, type StoreApi } from 'zustand';
import type { Asset } from '../api/assets';
import { footageAddress } from '../api/footage';
import { imageAddress } from '../api/images';
import { typefaceAddresses } from '../typefaces/typefaces';
import { LastCalls, type Told } from './lastCalls';
import { clockTime, Player, type ClockState } from '../sound/player';
import type {
  CachedFrames,
  EarReport,
  FollowerReport,
  HearingApi,
  HearingReport,
  LiveLevels,
  PaintingApi,
  PaintingReport,
  PaintStats,
  QuestionName,
  Questions,
  RequestName,
  Requests,
  TrackSource,
} from '../workers/messages';
import { SupervisedWorker, WorkerStopped } from '../workers/supervisedWorker';

/** What changes rarely enough to be shown by React. What changes every frame is asked for: see {@link Preview}. */
export interface PreviewState {
  playing: boolean;
  speed: number;
  loop: readonly [number, number] | undefined;
  /** How long the film is when its length is not set, in seconds. */
  trackSeconds: number;
  /** 0..1 of the song that has been heard. */
  analysed: number;
  /** Whether all of the film as it is now has been heard. */
  heard: boolean;
  ears: Record<string, EarReport>;
  followers: Record<string, FollowerReport>;
  /** Counts up whenever more of the spectrogram has been heard. */
  spectrogramVersion: number;
  stats: PaintStats | undefined;
  /** Whether the picture is shown without its finish. */
  before: boolean;
  /** What is painted in advance. */
  cached: CachedFrames | undefined;
  problem: string | undefined;
  /** How often the workers had to be started again. Their canvas is gone then. */
  restarted: number;
  /** Track that alone is played, for listening. */
  only: string | undefined;
  /** Tracks that are not played for now. */
  muted: readonly string[];
}

/** What of a worker is used here. */
export type Asked<Api> = Pick<SupervisedWorker<Api>, 'ask' | 'start' | 'end'>;

/** Makes the two workers. Each is told what to do when it stops. */
export interface MakeWorkers {
  hearing(onStopped: () => void): Asked<HearingApi>;
  painting(onStopped: () => void): Asked<PaintingApi>;
}

const makeWorkers: MakeWorkers = {
  hearing: (onStopped) =>
    new SupervisedWorker<HearingApi>(
      () => new Worker(new URL('../workers/hearing.worker.ts', import.meta.url), { type: 'module' }),
      onStopped,
    ),
  painting: (onStopped) =>
    new SupervisedWorker<PaintingApi>(
      () => new Worker(new URL('../workers/painting.worker.ts', import.meta.url), { type: 'module' }),
      onStopped,
    ),
};

/** Milliseconds between two texts of what is heard while it plays: each has the browser lay out the page. */
const readingInterval = 200;

/** Workers that stop more often than so many times within so many milliseconds stay ended. */
const maxRestarts = 3;
const restartWithin = 60_000;

/**
 * What plays, hears and paints the open film: the player and the two workers.
 * The main thread only passes on what is said.
 */
export class Preview {
  readonly state: StoreApi<PreviewState> = createStore<PreviewState>()(() => ({
    playing: false,
    speed: 1,
    loop: undefined,
    trackSeconds: 0,
    analysed: 0,
    heard: false,
    ears: {},
    followers: {},
    spectrogramVersion: 0,
    stats: undefined,
    before: false,
    cached: undefined,
    problem: undefined,
    restarted: 0,
    only: undefined,
    muted: [],
  }));
  /** What is heard at the last painted frame. */
  live: LiveLevels = { time: 0, ears: new Map(), peaks: new Map(), followers: new Map(), values: new Map() };
  private clock: ClockState;
  private readonly listeners = new Set<() => void>();
  private readonly hearing: Asked<HearingApi>;
  private readonly painting: Asked<PaintingApi>;
  private readonly player: Player;
  private addresses = '';
  private typefaces = '';
  private footage = '{}';
  /** Ears whose waveform is wanted though no figure of the film shows it. */
  private waved: string[] = [];
  /** When workers were started again, in milliseconds. */
  private restarts: number[] = [];
  private readonly toldHearing = new LastCalls<HearingApi>();
  private readonly toldPainting = new LastCalls<PaintingApi>();
  /** Counts the films that the workers were told. */
  private filmNumber = 0;
  private film: Film | undefined;
  private assets: ReadonlyMap<string, Asset> = new Map();
  private filmSeconds = 0;

  /** @param workers makes what is spoken to: workers, or what stands for them */
  constructor(workers: MakeWorkers = makeWorkers) {
    this.player = new Player(
      (clock) => this.onClock(clock),
      () => this.state.setState({ problem: 'The song could not be read from the server.' }),
    );
    this.clock = this.player.clock();
    const stopped = () => this.restart();
    this.hearing = workers.hearing(stopped);
    this.painting = workers.painting(stopped);
    this.connect();
  }

  private connect(): void {
    const { port1, port2 } = new MessageChannel();
    const hears = proxy((report: HearingReport) => this.onHearing(report));
    const paints = proxy((report: PaintingReport) => this.onPainting(report));
    this.tell(this.hearing.ask((hearing) => hearing.connect(transfer(port1, [port1]), hears)));
    this.tell(this.painting.ask((painting) => painting.connect(transfer(port2, [port2]), paints)));
  }

  /** Both workers again, for each has what the other one told it; what they knew they are told once more. */
  private restart(): void {
    const now = Date.now();
    this.restarts = [...this.restarts.filter((at) => now - at < restartWithin), now];
    this.hearing.end();
    this.painting.end();
    if (this.restarts.length > maxRestarts) {
      const problem = 'The preview keeps stopping. Reload the page; your film is safe.';
      return this.state.setState({ problem });
    }
    this.hearing.start();
    this.painting.start();
    this.connect();
    this.state.setState(({ restarted }) => ({ restarted: restarted + 1, analysed: 0, heard: false }));
    for (const call of this.toldPainting.all()) this.tell(this.painting.ask(call));
    for (const call of this.toldHearing.all()) this.tell(this.hearing.ask(call));
  }

  /** Length of the film in seconds. */
  get seconds(): number {
    return this.filmSeconds;
  }

  /** Film time now. */
  time(): number {
    return clockTime(this.clock);
  }

  /** The moment that the picture shows which stands on the Screen now: that of a frame, as it is rendered. */
  moment(): number {
    if (!this.film) return this.time();
    const fps = fpsOf(this.film.fps);
    return frameMoment(filmFrameAt(this.time(), this.filmSeconds, fps), fps);
  }

  /** Calls back when a new frame has been painted or time has moved. Returns the way to stop that. */
  onFrame(listener: () => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  /** The same for texts, which are not read more often than a few times a second. */
  onReading(listener: () => void): () => void {
    let last = -Infinity;
    return this.onFrame(() => {
      const now = performance.now();
      if (this.player.isPlaying && now - last < readingInterval) return;
      last = now;
      listener();
    });
  }

  /** The canvas to paint on; none while no Screen is shown. */
  setCanvas(canvas: OffscreenCanvas | undefined): void {
    // It can be given away once: after a restart the Screen makes another one.
    this.tell(this.painting.ask((painting) => painting.setCanvas(canvas && transfer(canvas, [canvas]))));
  }

  /** Room for the picture in device pixels. */
  setSize(width: number, height: number): void {
    this.tellPainting('setSize', width, height);
  }

  /** Whether stages are painted with fewer pixels while playing. Renders never are. */
  setCoarse(coarse: boolean): void {
    this.tellPainting('setCoarse', coarse);
  }

  /** Memory for frames that are painted in advance, in bytes; 0 for none. */
  setCache(bytes: number): void {
    this.tellPainting('setCache', bytes);
  }

  /** Whether nobody sees the page: nothing is painted then. */
  setHidden(hidden: boolean): void {
    this.tellPainting('setHidden', hidden);
  }

  /** Whether the picture is shown without its finish, to compare. */
  setBefore(before: boolean): void {
    this.state.setState({ before });
    this.tellPainting('setBefore', before);
  }

  /** The film as it is now, and what is known of its sounds. */
  setFilm(film: Film, assets: ReadonlyMap<string, Asset>): void {
    const added =
      this.film !== undefined &&
      (['images', 'lookups', 'typefaces', 'footage'] as const).some(
        (list) => this.film![list] !== film[list],
      );
    this.film = film;
    this.assets = assets;
    this.filmSeconds = this.secondsOf(film, assets);
    this.state.setState({ trackSeconds: this.secondsOf({ ...film, length: null }, assets) });
    const length = Math.round(this.filmSeconds * pcmSampleRate);
    this.tellPainting('setFilm', film, this.filmSeconds, ++this.filmNumber);
    this.tellImages(film);
    this.tellFootage(film);
    this.tellTypefaces(film);
    // A file that could not be had may have been added anew, under the address that it had.
    if (added) this.tellPainting('retry');
    const ears = [...film.ears, ...sliceEars(film)].map((ear) => ({
      ear,
      tracks: this.sources(tracksOfEar(film, ear)),
    }));
    const waved = [...new Set([...waveformEars(film), ...this.waved])];
    this.tellHearing('setFilm', ears, film.followers, waved, length, this.filmNumber);
    this.state.setState({ heard: false });
    this.updateTracks();
  }

  /** Length of a film in seconds, as far as its sounds are known. */
  secondsOf(film: Pick<Film, 'tracks' | 'length'>, assets: ReadonlyMap<string, Asset>): number {
    return filmSamples(film, ({ source }) => assets.get(source.asset ?? '')?.length) / pcmSampleRate;
  }

  private asset(track: Track): Asset | undefined {
    return this.assets.get(track.source.asset ?? '');
  }

  /** Tracks as the hearing worker needs them; those whose sound is not known yet are left out. */
  private sources(tracks: Track[]): TrackSource[] {
    return tracks.flatMap((track) => {
      const asset = this.asset(track);
      if (!asset) return [];
      const { sha256, channels, length } = asset;
      return [{ sha256, channels, length, gain: track.gain, placement: placeTrack(track, length) }];
    });
  }

  /** Asks the hearing worker something. @throws Error saying why there is no answer */
  ask<Name extends QuestionName>(
    what: Name,
    given: Questions[Name]['given'],
  ): Promise<Questions[Name]['answer']> {
    // What a question is given and answered belongs to its name, which the types do not carry through Comlink.
    return this.hearing.ask((hearing) => hearing.ask(what, given as never) as Promise<never>);
  }

  /** Tempo and beats of what is listened to; null when nothing repeats. */
  findBeats() {
    const listened = (this.film?.tracks ?? []).filter((track) => track.analysed);
    return this.ask('beats', { tracks: this.sources(listened) });
  }

  /** Where what is listened to changes: what sections are suggested from. */
  findChanges() {
    const listened = (this.film?.tracks ?? []).filter((track) => track.analysed);
    return this.ask('sections', { tracks: this.sources(listened) });
  }

  /** The ear whose spectrogram the Tape shows. */
  watch(earId: string | undefined): void {
    this.tellHearing('watch', earId);
  }

  async toggle(): Promise<void> {
    if (this.player.isPlaying) this.player.pause();
    else await this.player.play();
  }

  seek(time: number): void {
    this.player.seek(time);
    this.tellHearing('setNow', time);
  }

  /** Goes to the moment that the frame so many frames on will show when rendered. */
  step(frames: number, fps: number): void {
    this.seek(frameMoment(Math.max(0, frameAt(this.time(), fps) + frames), fps));
  }

  setSpeed(speed: number): void {
    this.state.setState({ speed });
    this.player.setSpeed(speed);
  }

  setLoop(loop: readonly [number, number] | undefined): void {
    this.state.setState({ loop });
    this.player.setLoop(loop);
  }

  /** Plays a moment for itself, while someone looks for a place. */
  scrub(time: number): void {
    void this.player.scrub(time).catch(() => {});
  }

  /** Lets only a range be heard, in Hz; undefined for all. */
  setBand(band: readonly [number, number] | undefined): void {
    void this.player.setBand(band);
  }

  /** Plays one track alone, for listening; the film is not changed. */
  setOnly(only: string | undefined): void {
    this.state.setState({ only });
    this.updateTracks();
  }

  /** Does not play a track for now; the film is not changed. */
  setMuted(id: string, mute: boolean): void {
    this.state.setState(({ muted }) => ({
      muted: mute ? [...muted, id] : muted.filter((other) => other !== id),
    }));
    this.updateTracks();
  }

  /** Wants an ear's waveform, for looking at figures that the film does not have; undefined for no more. */
  wantWaveform(earId: string | undefined): void {
    this.waved = earId === undefined ? [] : [earId];
    if (this.film) this.setFilm(this.film, this.assets);
  }

  /** The picture now, as PNG in the film's size. */
  savePicture(): Promise<Blob> {
    const { film } = this;
    if (!film) return Promise.reject(new Error('there is no film'));
    return this.request('save', { time: this.moment(), width: film.width, height: film.height });
  }

  /** Asks the painting worker for something. @throws Error saying why there is no answer */
  request<Name extends RequestName>(
    what: Name,
    given: Requests[Name]['given'],
  ): Promise<Requests[Name]['answer']> {
    return this.painting.ask((painting) => painting.request(what, given as never) as Promise<never>);
  }

  /** Tells the painting worker where the film's images are, when that has changed. */
  private tellImages(film: Film): void {
    const addresses = Object.fromEntries(
      [...film.images, ...film.lookups].flatMap(({ id, source }) =>
        source.asset ? [[id, imageAddress(source.asset)]] : [],
      ),
    );
    const key = JSON.stringify(addresses);
    if (key === this.addresses) return;
    this.addresses = key;
    this.tellPainting('setImages', addresses);
  }

  /** The same of footage. */
  private tellFootage(film: Film): void {
    const addresses = Object.fromEntries(
      film.footage.flatMap(({ id, source }) => {
        const use = footageUse(film, id, this.filmSeconds);
        return source.asset && use ? [[id, footageAddress(source.asset, use)]] : [];
      }),
    );
    const key = JSON.stringify(addresses);
    if (key === this.footage) return;
    this.footage = key;
    this.tellPainting('setFootage', addresses);
  }

  /** The same of typefaces. */
  private tellTypefaces(film: Film): void {
    const addresses = typefaceAddresses(film.typefaces);
    const key = JSON.stringify(addresses);
    if (key === this.typefaces) return;
    this.typefaces = key;
    this.tellPainting('setTypefaces', addresses);
  }

  close(): void {
    this.player.close();
    this.hearing.end();
    this.painting.end();
  }

  private updateTracks(): void {
    const { only, muted } = this.state.getState();
    const tracks = (this.film?.tracks ?? []).filter(({ id, soundtrack }) =>
      only ? id === only : soundtrack && !muted.includes(id),
    );
    this.player.setTracks(
      tracks.flatMap((track) => {
        const asset = this.asset(track);
        return asset ? [{ asset, gain: track.gain, placement: placeTrack(track, asset.length) }] : [];
      }),
      this.filmSeconds,
      this.film?.fades.sound,
    );
  }

  private tellHearing<Name extends Told<HearingApi>>(
    name: Name,
    ...given: Parameters<HearingApi[Name]>
  ): void {
    this.tell(this.hearing.ask(this.toldHearing.add(name, given)));
  }

  private tellPainting<Name extends Told<PaintingApi>>(
    name: Name,
    ...given: Parameters<PaintingApi[Name]>
  ): void {
    this.tell(this.painting.ask(this.toldPainting.add(name, given)));
  }

  /** A worker that has stopped is started again, and told everything then. */
  private tell(told: Promise<unknown>): void {
    told.catch((error: Error) => {
      if (error instanceof WorkerStopped) return;
      this.state.setState({ problem: `The preview cannot show this: ${error.message}.` });
    });
  }

  private onClock(clock: ClockState): void {
    this.clock = clock;
    this.tellPainting('setClock', clock);
    if (clock.playing !== this.state.getState().playing) {
      this.state.setState({ playing: clock.playing });
      this.tellHearing('setPlaying', clock.playing);
    }
    // While it plays, who shows what is heard does so when it is told what that is: twice as often is twice the work.
    if (!clock.playing) for (const listener of this.listeners) listener();
  }

  private onHearing(message: HearingReport): void {
    const { setState } = this.state;
    switch (message.say) {
      case 'progress':
        return setState({
          analysed: message.share,
          heard: message.share === 1 && message.of === this.filmNumber,
        });
      case 'ear':
        return setState(({ ears }) => ({
          ears: { ...ears, [message.earId]: message.report },
          problem: undefined,
        }));
      case 'follower':
        return setState(({ followers }) => ({
          followers: { ...followers, [message.followerId]: message.report },
        }));
      case 'spectrogram':
        return setState(({ spectrogramVersion }) => ({ spectrogramVersion: spectrogramVersion + 1 }));
      case 'failed':
        return setState({ problem: message.text });
    }
  }

  private onPainting(message: PaintingReport): void {
    if (message.say === 'stats') return this.state.setState({ stats: message.stats });
    if (message.say === 'cached') return this.state.setState({ cached: message.cached });
    this.live = message.live;
    for (const listener of this.listeners) listener();
  }
}
