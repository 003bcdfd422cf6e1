import { sampleRate, type Stem } from './stem';

/** A stem as a 16-bit stereo WAV file (RIFF, Microsoft/IBM 1991). Samples beyond full scale are clipped. */
export function encodeWav({ left, right }: Stem): Uint8Array {
  const bytes = left.length * 4;
  const view = new DataView(new ArrayBuffer(44 + bytes));
  const text = (at: number, value: string) =>
    [...value].forEach((c, i) => view.setUint8(at + i, c.charCodeAt(0)));
  text(0, 'RIFF');
  view.setUint32(4, 36 + bytes, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, 2, true);
  view.setUint32(24, sampleRate, true);
  view.setUint32(28, sampleRate * 4, true);
  view.setUint16(32, 4, true);
  view.setUint16(34, 16, true);
  text(36, 'data');
  view.setUint32(40, bytes, true);
  const sample = (value: number) => Math.round(Math.max(-1, Math.min(1, value)) * 32767);
  for (let n = 0; n < left.length; n++) {
    view.setInt16(44 + 4 * n, sample(left[n]!), true);
    view.setInt16(46 + 4 * n, sample(right[n]!), true);
  }
  return new Uint8Array(view.buffer);
}
