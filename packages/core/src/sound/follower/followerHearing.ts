import type { Ear } from '../ear/ear';
import type { Follower } from './follower';
import type { FollowerTable } from '../hearing/hearing';
import type { ChannelPart, SongListener } from '../hearing/songListener';
import { Distribution } from '../levels/distribution';
import type { FollowerKind, RawListener } from './kind/followerKind';
import { kindOfFollower } from './kind/registry';
import { gateOpenings, shapeValues } from './mapping';
import { pickOnsets } from './onsets';

/**
 * What one follower has heard of a whole song: its level at every moment, and
 * the value 0..1 made from it. Filled in stretches, then settled, as an ear is.
 */
export class FollowerHearing implements SongListener {
  readonly rate: number;
  readonly moments: number;
  readonly analysed: Uint8Array;
  readonly signals: readonly ChannelPart[];
  /** Level of every moment: dBFS, LUFS, or flux. */
  raw: Float32Array = new Float32Array(0);
  /** All levels of the song that are not silence. */
  distribution = new Distribution([]);
  /** 0..1 */
  values: Float32Array = new Float32Array(0);
  /** Gate and ceiling that were used, in the unit of `raw`. */
  gate = 0;
  ceiling = 1;
  /** Times in seconds at which it fires: the gate opens, or an onset. */
  fires: number[] = [];
  private readonly listener: RawListener;

  /** @throws RangeError when its range is empty; a follower of the beat has nothing to hear */
  constructor(
    private follower: Follower,
    ear: Ear,
    lengthSamples: number,
  ) {
    const listener = kindOfFollower(follower).listen?.(follower, ear, lengthSamples);
    if (!listener) throw new RangeError('the beat is not heard but worked out');
    this.listener = listener;
    this.rate = listener.rate;
    this.moments = listener.moments;
    this.analysed = listener.analysed;
    this.signals = listener.signals;
  }

  get kind(): FollowerKind {
    return kindOfFollower(this.follower);
  }

  samplesFor(first: number, count: number): [number, number] {
    return this.listener.samplesFor(first, count);
  }

  hear(signals: readonly Float32Array[], start: number, first: number, count: number): void {
    this.listener.hear(signals, start, first, count);
  }

  /** Makes the values anew from what has been heard. */
  settle(follower: Follower = this.follower): void {
    this.follower = follower;
    this.raw = this.listener.raw();
    const { silence, pulses } = this.kind;
    const { analysed } = this;
    this.distribution = new Distribution(this.raw.filter((level, n) => analysed[n] === 1 && level > silence));
    this.values = new Float32Array(this.moments);
    if (pulses) this.markOnsets(follower);
    else this.mapLevels(follower);
    shapeValues(this.values, follower, 1 / this.rate);
  }

  private mapLevels(follower: Follower): void {
    const { raw, values, distribution } = this;
    const inPercent = follower.unit === 'percent';
    this.gate = inPercent ? distribution.percentile(follower.gatePercent) : follower.gateDb;
    const ceiling = inPercent ? distribution.percentile(follower.ceilingPercent) : follower.ceilingDb;
    this.ceiling = Math.max(ceiling, this.gate + 0.1);
    const factor = 1 / (this.ceiling - this.gate);
    for (let n = 0; n < raw.length; n++) {
      values[n] = Math.min(Math.max((raw[n]! - this.gate) * factor, 0), 1);
    }
    this.fires = distribution.isEmpty ? [] : gateOpenings(raw, this.rate, this.gate);
  }

  /** A pulse for each onset, as high as it is strong. */
  private markOnsets(follower: Follower): void {
    const onsets = pickOnsets(this.raw, this.rate, follower.sensitivity);
    const strengths = new Distribution(onsets.map(({ strength }) => strength));
    this.gate = Math.min(...onsets.map(({ strength }) => strength), this.distribution.percentile(99.9));
    this.ceiling = Math.max(strengths.percentile(80), this.gate + 1e-6);
    for (const { time, strength } of onsets) {
      const moment = Math.min(Math.round(time * this.rate), this.moments - 1);
      this.values[moment] = Math.min(1, strength / this.ceiling);
    }
    this.fires = onsets.map(({ time }) => time);
  }

  /** How often it fires in a minute of the song. */
  get firesPerMinute(): number {
    const minutes = this.moments / this.rate / 60;
    return minutes > 0 ? this.fires.length / minutes : 0;
  }

  /** Values as they travel between threads: a copy. */
  toTable(): FollowerTable {
    return { rate: this.rate, values: this.values.slice(), delay: this.follower.delay, fires: this.fires };
  }
}
