import { frameAt, frameMoment, heardTracks, type Film } from '@cyclogram/core';
import { createStore, type StoreApi } from 'zustand';
import type { Asset } from '../api/assets';
import { clockTime, Player, type ClockState } from '../sound/player';
import type {
  EarReport,
  FromHearing,
  FromPainting,
  PaintStats,
  SpectrogramPicture,
  ToHearing,
  ToPainting,
} from '../workers/messages';

/** What changes rarely enough to be shown by React. What changes every frame is asked for: see {@link Stage}. */
export interface StageState {
  playing: boolean;
  speed: number;
  loop: readonly [number, number] | undefined;
  /** 0..1 of the song that has been heard. */
  heard: number;
  ears: Record<string, EarReport>;
  spectrogram: SpectrogramPicture | undefined;
  stats: PaintStats | undefined;
  problem: string | undefined;
  /** Track that alone is played, for listening. */
  only: string | undefined;
}

/**
 * What plays, hears and paints the open film: the player and the two workers.
 * The main thread only passes messages on.
 */
export class Stage {
  readonly state: StoreApi<StageState> = createStore<StageState>()(() => ({
    playing: false,
    speed: 1,
    loop: undefined,
    heard: 0,
    ears: {},
    spectrogram: undefined,
    stats: undefined,
    problem: undefined,
    only: undefined,
  }));
  /** Band levels by ear at the last painted frame. */
  levels: ReadonlyMap<string, Float32Array> = new Map();
  private clock: ClockState;
  private readonly listeners = new Set<() => void>();
  private readonly hearing = new Worker(new URL('../workers/hearing.worker.ts', import.meta.url), {
    type: 'module',
  });
  private readonly painting = new Worker(new URL('../workers/painting.worker.ts', import.meta.url), {
    type: 'module',
  });
  private readonly player: Player;
  private readonly saves = new Map<number, (blob: Blob) => void>();
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

  /** The canvas to paint on, once. */
  setCanvas(canvas: OffscreenCanvas): void {
    this.tellPainting({ say: 'canvas', canvas }, [canvas]);
  }

  /** Room for the picture in device pixels. */
  setSize(width: number, height: number): void {
    this.tellPainting({ say: 'size', width, height });
  }

  /** The film as it is now, and what is known of its sounds. */
  setFilm(film: Film, assets: ReadonlyMap<string, Asset>): void {
    this.film = film;
    this.assets = assets;
    const length = Math.max(
      0,
      ...film.tracks.map(({ source }) => assets.get(source.asset ?? '')?.length ?? 0),
    );
    this.filmSeconds = length / 48000;
    this.tellPainting({ say: 'film', film });
    const ears = film.ears.map((ear) => ({
      ear,
      tracks: heardTracks(film, ear).flatMap(({ source, gain }) => {
        const asset = assets.get(source.asset ?? '');
        return asset ? [{ sha256: asset.sha256, channels: asset.channels, length: asset.length, gain }] : [];
      }),
    }));
    this.tellHearing({ say: 'film', ears, length });
    this.updateTracks();
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

  /** Plays one track alone, for listening; the film is not changed. */
  setOnly(only: string | undefined): void {
    this.state.setState({ only });
    this.updateTracks();
  }

  /** The picture now, as PNG in the film's size. */
  savePicture(): Promise<Blob> {
    const { film } = this;
    if (!film) return Promise.reject(new Error('there is no film'));
    const id = this.saves.size + Date.now();
    return new Promise((resolve) => {
      this.saves.set(id, resolve);
      this.tellPainting({ say: 'save', id, time: this.time(), width: film.width, height: film.height });
    });
  }

  close(): void {
    this.player.close();
    this.hearing.terminate();
    this.painting.terminate();
  }

  private updateTracks(): void {
    const { only } = this.state.getState();
    const tracks = (this.film?.tracks ?? []).filter(({ id, muted }) => (only ? id === only : !muted));
    this.player.setTracks(
      tracks.flatMap(({ source, gain }) => {
        const asset = this.assets.get(source.asset ?? '');
        return asset ? [{ asset, gain }] : [];
      }),
      this.filmSeconds,
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
    if (clock.playing !== this.state.getState().playing) this.state.setState({ playing: clock.playing });
    for (const listener of this.listeners) listener();
  }

  private onHearing(message: FromHearing): void {
    const { setState } = this.state;
    if (message.say === 'progress') setState({ heard: message.share });
    else if (message.say === 'ear') {
      setState(({ ears }) => ({ ears: { ...ears, [message.earId]: message.report }, problem: undefined }));
    } else if (message.say === 'spectrogram') setState({ spectrogram: message.picture });
    else setState({ problem: message.text });
  }

  private onPainting(message: FromPainting): void {
    if (message.say === 'levels') {
      this.levels = message.levels;
      for (const listener of this.listeners) listener();
    } else if (message.say === 'stats') this.state.setState({ stats: message.stats });
    else {
      this.saves.get(message.id)?.(message.blob);
      this.saves.delete(message.id);
    }
  }
}
