import {
  coveredPart,
  dbToGain,
  fadeLevel,
  fadeStandard,
  pcmSampleRate,
  type Fade,
  type Placement,
} from '@cyclogram/core';
import { dequal } from 'dequal/lite';
import { connectBand } from './bandPass';
import type { Asset } from '../api/assets';
import { PcmSource } from './pcmSource';

/** A track as it is played. */
export interface PlayedTrack {
  asset: Asset;
  /** dB */
  gain: number;
  placement: Placement;
}

/** Where playback stands, to be carried on from by anyone with a clock. */
export interface ClockState {
  playing: boolean;
  /** Film time in seconds at the moment `at`. */
  time: number;
  /** Milliseconds since 1970, as performance.timeOrigin + performance.now(). */
  at: number;
  /** Film seconds per second. */
  speed: number;
  loop: readonly [number, number] | undefined;
  /** Length of the film in seconds. */
  end: number;
}

/** A stretch of the film with its place in the sound hardware's time. */
interface Piece {
  contextStart: number;
  contextEnd: number;
  filmStart: number;
  nodes: AudioBufferSourceNode[];
}

const pieceSeconds = 1;
const aheadSeconds = 2.5;
const pumpInterval = 80;
/** Length of what is played while scrubbing, and how it fades in and out. */
const grainSeconds = 0.09;
const grainShape = Float32Array.from({ length: 64 }, (_, i) => Math.sin((Math.PI * i) / 63) ** 2);

export const wallClock = () => performance.timeOrigin + performance.now();

/**
 * Plays a film's tracks by scheduling pieces of them ahead. The sound hardware's
 * clock is the master: {@link time} says what is heard now.
 */
export class Player {
  private context: AudioContext | undefined;
  private readonly source = new PcmSource();
  private tracks: PlayedTrack[] = [];
  private fade: Fade = fadeStandard;
  private end = 0;
  private speed = 1;
  private loop: readonly [number, number] | undefined;
  private playing = false;
  /** Film time while not playing. */
  private restTime = 0;
  private pieces: Piece[] = [];
  private nextFilm = 0;
  private nextContext = 0;
  /** Changes whenever what was scheduled no longer holds. */
  private run = 0;
  private pumping = false;
  private timer: ReturnType<typeof setInterval> | undefined;
  /** What everything that is played goes through. */
  private input: GainNode | undefined;
  private scrubbing = false;

  /** @param onChange told whenever the clock's course changes, and now and then in between */
  constructor(
    private readonly onChange: (clock: ClockState) => void,
    private readonly onError: (error: unknown) => void,
  ) {}

  /** Sets what is played; goes on from where it is. */
  setTracks(tracks: PlayedTrack[], end: number, fade: Fade = fadeStandard): void {
    const same =
      end === this.end &&
      fade === this.fade &&
      tracks.length === this.tracks.length &&
      tracks.every(
        (track, i) =>
          track.gain === this.tracks[i]!.gain &&
          track.asset === this.tracks[i]!.asset &&
          dequal(track.placement, this.tracks[i]!.placement),
      );
    if (same) return;
    const time = this.time();
    this.tracks = tracks;
    this.fade = fade;
    this.end = end;
    this.restart(Math.min(time, end));
  }

  get isPlaying(): boolean {
    return this.playing;
  }

  /** Film time in seconds of what is heard now. */
  time(): number {
    if (!this.playing || !this.context) return this.restTime;
    const now = this.context.currentTime - (this.context.outputLatency || 0);
    let time = this.pieces[0]?.filmStart ?? this.nextFilm;
    for (const piece of this.pieces) {
      if (now < piece.contextStart) break;
      time = piece.filmStart + (Math.min(now, piece.contextEnd) - piece.contextStart) * this.speed;
    }
    return time;
  }

  clock(): ClockState {
    const { playing, speed, loop, end } = this;
    return { playing, time: this.time(), at: wallClock(), speed, loop, end };
  }

  async play(): Promise<void> {
    if (this.playing || this.end === 0) return;
    await this.openContext();
    const start = this.restTime >= this.end - 0.02 ? (this.loop?.[0] ?? 0) : this.restTime;
    this.playing = true;
    this.timer ??= setInterval(() => this.pump(), pumpInterval);
    this.restart(start);
  }

  pause(): void {
    if (!this.playing) return;
    this.restTime = this.time();
    this.playing = false;
    this.clear();
    clearInterval(this.timer);
    this.timer = undefined;
    this.onChange(this.clock());
  }

  seek(time: number): void {
    this.restart(Math.min(Math.max(time, 0), this.end));
  }

  setSpeed(speed: number): void {
    const time = this.time();
    this.speed = speed;
    this.restart(time);
  }

  /** Repeats a part of the film, in seconds. */
  setLoop(loop: readonly [number, number] | undefined): void {
    const time = this.time();
    this.loop = loop;
    this.restart(time);
  }

  close(): void {
    this.pause();
    void this.context?.close();
  }

  /** Lets only a range be heard, in Hz; undefined for all. */
  async setBand(band: readonly [number, number] | undefined): Promise<void> {
    const context = await this.openContext();
    connectBand(context, this.input!, band);
  }

  /** Plays a moment for itself, while someone looks for a place. One at a time; others are dropped. */
  async scrub(time: number): Promise<void> {
    if (this.playing || this.scrubbing) return;
    this.scrubbing = true;
    try {
      const context = await this.openContext();
      const start = Math.max(0, time - grainSeconds / 2);
      const buffers = await Promise.all(
        this.tracks.map((track) => this.load(context, track, start, start + grainSeconds)),
      );
      const at = context.currentTime + 0.01;
      const fade = new GainNode(context, { gain: 0 });
      fade.connect(this.input!);
      fade.gain.setValueCurveAtTime(grainShape, at, grainSeconds);
      for (const loaded of buffers) {
        if (!loaded) continue;
        const node = new AudioBufferSourceNode(context, { buffer: loaded.buffer });
        node.connect(fade);
        node.start(at + loaded.offset);
      }
      await new Promise((resolve) => setTimeout(resolve, grainSeconds * 700));
    } finally {
      this.scrubbing = false;
    }
  }

  private async openContext(): Promise<AudioContext> {
    if (!this.context) {
      this.context = new AudioContext({ sampleRate: pcmSampleRate, latencyHint: 'interactive' });
      this.input = this.context.createGain();
      this.input.connect(this.context.destination);
    }
    await this.context.resume();
    return this.context;
  }

  private restart(time: number): void {
    this.clear();
    this.restTime = time;
    this.nextFilm = time;
    if (this.playing && this.context) {
      this.nextContext = this.context.currentTime + 0.05;
      this.pump();
    }
    this.onChange(this.clock());
  }

  private clear(): void {
    this.run++;
    this.pumping = false;
    for (const { nodes } of this.pieces) for (const node of nodes) node.stop();
    this.pieces = [];
  }

  /** Schedules what is due, ends or loops, and keeps listeners in step. */
  private pump(): void {
    const { context } = this;
    if (!context || !this.playing) return;
    const time = this.time();
    if (this.nextFilm >= this.end && time >= this.end - 0.01 && !this.loop) {
      this.pause();
      return;
    }
    this.onChange(this.clock());
    if (this.pumping) return;
    this.pumping = true;
    const run = this.run;
    this.scheduleAhead(context, run)
      .catch((error: unknown) => {
        if (run !== this.run) return;
        this.pause();
        this.onError(error);
      })
      .finally(() => {
        if (run === this.run) this.pumping = false;
      });
  }

  private async scheduleAhead(context: AudioContext, run: number): Promise<void> {
    while (run === this.run && this.nextContext - context.currentTime < aheadSeconds) {
      const { loop } = this;
      if (loop && this.nextFilm >= loop[1] - 1e-6) this.nextFilm = loop[0];
      const start = this.nextFilm;
      const stop = Math.min(start + pieceSeconds, loop && start < loop[1] ? loop[1] : this.end, this.end);
      if (stop <= start) return;
      const buffers = await Promise.all(this.tracks.map((track) => this.load(context, track, start, stop)));
      if (run !== this.run) return;
      const contextStart = Math.max(this.nextContext, context.currentTime + 0.01);
      const contextEnd = contextStart + (stop - start) / this.speed;
      const nodes = buffers.flatMap((loaded) =>
        loaded ? [this.startNode(context, loaded.buffer, contextStart + loaded.offset / this.speed)] : [],
      );
      this.pieces.push({ contextStart, contextEnd, filmStart: start, nodes });
      this.pieces = this.pieces.filter((piece) => piece.contextEnd > context.currentTime - 1);
      this.nextContext = contextEnd;
      this.nextFilm = stop;
    }
  }

  private startNode(context: AudioContext, buffer: AudioBuffer, at: number): AudioBufferSourceNode {
    const node = context.createBufferSource();
    node.buffer = buffer;
    node.playbackRate.value = this.speed;
    node.connect(this.input!);
    node.start(at);
    return node;
  }

  /**
   * What a track plays in [start, stop) of the film, in seconds, and how long
   * after `start` it begins; undefined where it has nothing.
   */
  private async load(
    context: AudioContext,
    { asset, gain, placement }: PlayedTrack,
    start: number,
    stop: number,
  ): Promise<{ buffer: AudioBuffer; offset: number } | undefined> {
    const sample = (seconds: number) => Math.round(seconds * pcmSampleRate);
    const part = coveredPart(placement, sample(start), sample(stop));
    if (!part) return undefined;
    const samples = await this.source.read(asset, part.from, part.to);
    const { channels } = asset;
    const buffer = context.createBuffer(channels, part.to - part.from, pcmSampleRate);
    const factor = dbToGain(gain) / 32768;
    const levels = this.fadeLevels(sample(start) + part.offset, part.to - part.from);
    for (let channel = 0; channel < channels; channel++) {
      const out = buffer.getChannelData(channel);
      for (let n = 0; n < out.length; n++) out[n] = samples[n * channels + channel]! * factor;
      if (levels) for (let n = 0; n < out.length; n++) out[n]! *= levels[n]!;
    }
    return { buffer, offset: part.offset / pcmSampleRate };
  }

  /** Levels by which samples of the film are faded, from `first` on; undefined where nothing fades. */
  private fadeLevels(first: number, count: number): Float32Array | undefined {
    const { fade, end } = this;
    const start = first / pcmSampleRate;
    if (start >= fade.fadeIn && start + count / pcmSampleRate <= end - fade.fadeOut) return undefined;
    return Float32Array.from({ length: count }, (_, n) => fadeLevel(fade, 0, end, start + n / pcmSampleRate));
  }
}

/** Film time now, carried on from a clock's last state. */
export function clockTime({ playing, time, at, speed, loop, end }: ClockState): number {
  if (!playing) return time;
  let now = time + ((wallClock() - at) / 1000) * speed;
  if (loop && time < loop[1] && now >= loop[1]) now = loop[0] + ((now - loop[0]) % (loop[1] - loop[0]));
  return Math.min(now, end);
}
