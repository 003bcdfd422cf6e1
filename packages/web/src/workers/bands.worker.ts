import { BandListener, hearStretch, type Ear, type Stretch } from '@cyclogram/core';
import { EarSounds } from './earSounds';
import type { EarSource } from './messages';

/** What the second hearing worker is asked: the levels of one stretch. */
export interface StretchWish {
  id: number;
  /** Says what the listener depends on: another one is made when it changes. */
  key: string;
  source: EarSource;
  length: number;
  stretch: Stretch;
}

export type StretchAnswer = { id: number; db: Float32Array<ArrayBuffer> } | { id: number; problem: string };

/** Hears stretches for the hearing worker, which has the next one meanwhile. */

const sounds = new EarSounds();
let current: { key: string; ear: Ear; listener: BandListener } | undefined;

self.onmessage = async ({ data }: MessageEvent<StretchWish>) => {
  const { id, key, source, length, stretch } = data;
  try {
    if (current?.key !== key) {
      sounds.keepOnly([source]);
      const { ear } = source;
      current = { key, ear, listener: new BandListener(ear, ear.channel, length) };
    }
    const { listener } = current;
    await hearStretch(listener, sounds.reader(source), stretch);
    const from = stretch.first * listener.bands;
    const db = listener.db.slice(from, from + stretch.count * listener.bands);
    const answer: StretchAnswer = { id, db };
    self.postMessage(answer, { transfer: [db.buffer] });
  } catch (error) {
    const answer: StretchAnswer = { id, problem: (error as Error).message };
    self.postMessage(answer);
  }
};
