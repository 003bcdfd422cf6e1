import { spectrogramRange } from '@cyclogram/core';
import type { Lane } from './lanes';

const { fromHz, toHz } = spectrogramRange;
const octaves = Math.log2(toHz / fromHz);

/** Height of a frequency on the spectrogram, in pixels from the top of the Tape. */
export const yOfHz = ({ top, height }: Lane, hz: number) =>
  top + height * (1 - Math.log2(Math.min(Math.max(hz, fromHz), toHz) / fromHz) / octaves);

/** The frequency at a height, held at the spectrogram's ends. */
export const hzOfY = ({ top, height }: Lane, y: number) =>
  fromHz * 2 ** (octaves * (1 - Math.min(Math.max((y - top) / height, 0), 1)));

/** Frequencies named beside the spectrogram, as many as fit. */
export function namedFrequencies(lane: Lane): { hz: number; y: number; text: string }[] {
  const named = [];
  let last = Infinity;
  for (const hz of [50, 100, 200, 500, 1000, 2000, 5000, 10000]) {
    const y = yOfHz(lane, hz);
    if (last - y < 14 || y < lane.top + 7 || y > lane.top + lane.height - 7) continue;
    last = y;
    named.push({ hz, y, text: hz < 1000 ? `${hz}` : `${hz / 1000}k` });
  }
  return named;
}
