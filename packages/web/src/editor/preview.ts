import {
  filmSamples,
  frameAt,
  frameMoment,
  heardTracks,
  pcmSampleRate,
  placeTrack,
  waveformEars,
  type Film,
  type Track,
} from '@cyclogram/core';
import { createStore, type StoreApi } from 'zustand';
import type { Asset } from '../api/assets';
import { imageAddress } from '../api/images';
import { clockTime, Player, type ClockState } from '../sound/player';
import type {
  EarReport,
  FollowerReport,
  FromHearing,
  FromPainting,
  LiveLevels,
  PaintStats,
  QuestionName,
  Questions,
  RequestName,
  Requests,
  ToHearing,
  ToPainting,
  TrackSource,
} from '../workers/messages';

/** What changes rarely enough to be shown by React. What changes every frame is asked for: see {@link Preview}. */
export interface PreviewState {
  playing: boolean;
  speed: number;
  loop: readonly [number, number] | undefined;
  /** How long the film is when its length is not set, in seconds. */
  trackSeconds: number;
  /** 0..1 of the song that has been heard. */
  heard: number;
  ears: Record<string, EarReport>;
  followers: Record<string, FollowerReport>;
  /** Counts up whenever more of the spectrogram has been heard. */
  spectrogramVersion: number;
  stats: PaintStats | undefined;
  problem: string | undefined;
  /** Track that alone is played, for listening. */
  only: string | undefined;
  /** Tracks that are not played for now. */
  muted: readonly string[];
}

/**
 * What plays, hears and paints the open film: the player and the two workers.
 * The main thread only passes messages on.
 */
export class Preview {
  readonly state: StoreApi<PreviewState> = createStore<PreviewState>()(() => ({
    playing: false,
    speed: 1,
    loop: undefined,
    trackSeconds: 0,
    heard: 0,
    ears: {},
    followers: {},
    spectrogramVersion: 0,
    stats: undefined,
    problem: undefined,
    only: undefined,
    muted: [],
  }));
  /** What is heard at the last painted frame. */
  live: LiveLevels = { time: 0, ears: new Map(), peaks: new Map(), followers: new Map() };
  private clock: ClockState;
  private readonly listeners = new Set<() => void>();
  private readonly hearing = new Worker(new URL('../workers/hearing.worker.ts', import.meta.url), {
    type: 'module',
  });
  private readonly painting = new Worker(new URL('../workers/painting.worker.ts', import.meta.url), {
    type: 'module',
  });
  private readonly player: Player;
  private readonly requests = new Map<
    number,
    { resolve: (answer: never) => void; reject: (error: Error) => void }
  >();
  private addresses = '';
  /** Ears whose waveform is wanted though no figure of the film shows it. */
  private waved: string[] = [];
  private readonly questions = new Map<
    number,
    { resolve: (answer: never) => void; reject: (error: Error) => void }
  >();
  private lastQuestion = 0;
  private film: Film | undefined;
  private assets: ReadonlyMap<string, Asset> = new Map();
  private filmSeconds = 0;

  constructor() {
    this.player = new Player(
      (clock) => this.onClock(clock),
      () => this.state.setState({ problem: 'The song could not be read from the server.' }),
    );
    this.clock = this.player.clock();
    const { port1, port2 } = new MessageChannel();
    this.tellHearing({ say: 'connect', painter: port1 }, [port1]);
    this.tellPainting({ say: 'connect', hearing: port2 }, [port2]);
    this.hearing.onmessage = ({ data }: MessageEvent<FromHearing>) => this.onHearing(data);
    this.painting.onmessage = ({ data }: MessageEvent<FromPainting>) => this.onPainting(data);
    const died = () =>
      this.state.setState({
        problem: 'A part of the preview has stopped. Reload the page; your film is saved.',
      });
    this.hearing.onerror = died;
    this.painting.onerror = died;
  }

  /** Length of the film in seconds. */
  get seconds(): number {
    return this.filmSeconds;
  }

  /** Film time now. */
  time(): number {
    return clockTime(this.clock);
  }

  /** Calls back when a new frame has been painted or time has moved. Returns the way to stop that. */
  onFrame(listener: () => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  /** The canvas to paint on; none while no Screen is shown. */
  setCanvas(canvas: OffscreenCanvas | undefined): void {
    this.tellPainting({ say: 'canvas', canvas }, canvas ? [canvas] : []);
  }

  /** Room for the picture in device pixels. */
  setSize(width: number, height: number): void {
    this.tellPainting({ say: 'size', width, height });
  }

  /** The film as it is now, and what is known of its sounds. */
  setFilm(film: Film, assets: ReadonlyMap<string, Asset>): void {
    this.film = film;
    this.assets = assets;
    this.filmSeconds = this.secondsOf(film, assets);
    this.state.setState({ trackSeconds: this.secondsOf({ ...film, length: null }, assets) });
    const length = Math.round(this.filmSeconds * pcmSampleRate);
    this.tellPainting({ say: 'film', film, end: this.filmSeconds });
    this.tellImages(film);
    const ears = film.ears.map((ear) => ({ ear, tracks: this.sources(heardTracks(film, ear)) }));
    this.tellHearing({
      say: 'film',
      ears,
      followers: film.followers,
      waved: [...new Set([...waveformEars(film), ...this.waved])],
      length,
    });
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
    const id = ++this.lastQuestion;
    return new Promise((resolve, reject) => {
      this.questions.set(id, { resolve, reject });
      this.tellHearing({ say: 'ask', id, what, given });
    });
  }

  /** Tempo and beats of what is listened to; null when nothing repeats. */
  findBeats() {
    const listened = (this.film?.tracks ?? []).filter((track) => track.analysed);
    return this.ask('beats', { tracks: this.sources(listened) });
  }

  /** The ear whose spectrogram the Tape shows. */
  watch(earId: string | undefined): void {
    this.tellHearing({ say: 'watch', earId });
  }

  async toggle(): Promise<void> {
    if (this.player.isPlaying) this.player.pause();
    else await this.player.play();
  }

  seek(time: number): void {
    this.player.seek(time);
    this.tellHearing({ say: 'now', time });
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
    return this.request('save', { time: this.time(), width: film.width, height: film.height });
  }

  /** Asks the painting worker for something. @throws Error saying why there is no answer */
  request<Name extends RequestName>(
    what: Name,
    given: Requests[Name]['given'],
  ): Promise<Requests[Name]['answer']> {
    const id = ++this.lastQuestion;
    return new Promise((resolve, reject) => {
      this.requests.set(id, { resolve, reject });
      this.tellPainting({ say: 'request', id, what, given });
    });
  }

  /** Tells the painting worker where the film's images are, when that has changed. */
  private tellImages(film: Film): void {
    const addresses = Object.fromEntries(
      film.images.flatMap(({ id, source }) => (source.asset ? [[id, imageAddress(source.asset)]] : [])),
    );
    const key = JSON.stringify(addresses);
    if (key === this.addresses) return;
    this.addresses = key;
    this.tellPainting({ say: 'images', addresses });
  }

  close(): void {
    this.player.close();
    this.hearing.terminate();
    this.painting.terminate();
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

  private tellHearing(message: ToHearing, transfer: Transferable[] = []): void {
    this.hearing.postMessage(message, transfer);
  }

  private tellPainting(message: ToPainting, transfer: Transferable[] = []): void {
    this.painting.postMessage(message, transfer);
  }

  private onClock(clock: ClockState): void {
    this.clock = clock;
    this.tellPainting({ say: 'clock', clock });
    if (clock.playing !== this.state.getState().playing) {
      this.state.setState({ playing: clock.playing });
      this.tellHearing({ say: 'playing', playing: clock.playing });
    }
    for (const listener of this.listeners) listener();
  }

  private onHearing(message: FromHearing): void {
    const { setState } = this.state;
    switch (message.say) {
      case 'progress':
        return setState({ heard: message.share });
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
      case 'answer':
        this.questions.get(message.id)?.resolve(message.answer as never);
        this.questions.delete(message.id);
        return;
      case 'noAnswer':
        this.questions.get(message.id)?.reject(new Error(message.text));
        this.questions.delete(message.id);
    }
  }

  private onPainting(message: FromPainting): void {
    if (message.say === 'levels') {
      this.live = message.live;
      for (const listener of this.listeners) listener();
    } else if (message.say === 'stats') this.state.setState({ stats: message.stats });
    else {
      const waiting = this.requests.get(message.id);
      this.requests.delete(message.id);
      if (message.say === 'answer') waiting?.resolve(message.answer as never);
      else waiting?.reject(new Error(message.text));
    }
  }
}
