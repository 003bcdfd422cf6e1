import {
  BandListener,
  hearStretch,
  SpectrogramListener,
  type SharedListener,
  type Stretch,
} from '@cyclogram/core';
import { EarSounds } from './earSounds';
import type { EarSource } from './messages';

/** What a stretch is heard for. */
export interface HelperTask {
  what: 'bands' | 'spectrogram';
  /** Says what the listener depends on: another one is made when it changes. */
  key: string;
  source: EarSource;
  /** Of the song, in samples. */
  length: number;
}

/** What a helper is asked: the levels of one stretch. */
export interface StretchWish extends HelperTask {
  id: number;
  stretch: Stretch;
}

export type StretchAnswer =
  { id: number; rows: Float32Array<ArrayBuffer> | Uint8Array<ArrayBuffer> } | { id: number; problem: string };

/** Hears stretches for the hearing worker, which has others meanwhile. */

/** Listeners that are kept: those that take turns when several ears are changed at once. */
const mostListeners = 4;

const sounds = new EarSounds();
const listeners = new Map<string, { source: EarSource; listener: SharedListener }>();

function listenerFor({ what, key, source, length }: HelperTask): SharedListener {
  const name = `${what} ${key}`;
  const known = listeners.get(name);
  listeners.delete(name);
  const { ear } = source;
  const listener =
    known?.listener ??
    (what === 'bands'
      ? new BandListener(ear, ear.channel, length)
      : new SpectrogramListener(ear.channel, length));
  // Last used goes last; the one used longest ago is dropped.
  listeners.set(name, { source, listener });
  if (listeners.size > mostListeners) listeners.delete(listeners.keys().next().value!);
  if (!known) sounds.keepOnly([...listeners.values()].map((one) => one.source));
  return listener;
}

self.onmessage = async ({ data }: MessageEvent<StretchWish>) => {
  const { id, stretch } = data;
  try {
    const listener = listenerFor(data);
    await hearStretch(listener, sounds.reader(data.source), stretch);
    const rows = listener.rowsOf(stretch.first, stretch.count);
    const answer: StretchAnswer = { id, rows };
    self.postMessage(answer, { transfer: [rows.buffer] });
  } catch (error) {
    const answer: StretchAnswer = { id, problem: (error as Error).message };
    self.postMessage(answer);
  }
};
