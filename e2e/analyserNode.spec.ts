import { expect, test } from './test';
import { loadSegments } from '../packages/core/src/sound/spectrum/segmentTransform';

const size = 2048;
const rate = 48000;

/** A chord and a little noise, the same on both sides of the check. */
function makeSound(): number[] {
  let state = 7;
  return Array.from({ length: size }, (_, n) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    const noise = state / 2147483648 - 1;
    const tone = (hz: number, gain: number) => gain * Math.sin((2 * Math.PI * hz * n) / rate);
    return tone(440, 0.3) + tone(1234.5, 0.2) + tone(9000, 0.05) + 0.01 * noise;
  });
}

/**
 * W3C Web Audio API, AnalyserNode: a Blackman window with alpha 0.16, the
 * transform divided by its size, magnitudes in dB; as bytes, from minDecibels to
 * maxDecibels onto 0..255, rounded down.
 */
function analyse(sound: number[]): { db: number[]; bytes: number[] } {
  const window = Float64Array.from({ length: size }, (_, n) => {
    const x = n / size;
    return 0.42 - 0.5 * Math.cos(2 * Math.PI * x) + 0.08 * Math.cos(4 * Math.PI * x);
  });
  const loaded = loadSegments(Float32Array.from(sound), window, size, 0, size / 2, 1 / size ** 2);
  loaded.transform(0, undefined);
  const db = Array.from(loaded.powerA.subarray(0, size / 2), (power) => 10 * Math.log10(power));
  const bytes = db.map((value) => Math.min(255, Math.max(0, Math.floor((255 / 70) * (value + 100)))));
  return { db, bytes };
}

test('our transform agrees with the browser’s own analyser on the same samples', async ({ page }) => {
  await page.goto('/');
  const sound = makeSound();
  const browser = await page.evaluate(
    async ([samples, fftSize, sampleRate]) => {
      const context = new OfflineAudioContext(1, fftSize, sampleRate);
      const buffer = context.createBuffer(1, fftSize, sampleRate);
      buffer.getChannelData(0).set(samples);
      const source = new AudioBufferSourceNode(context, { buffer });
      const analyser = new AnalyserNode(context, { fftSize, smoothingTimeConstant: 0 });
      source.connect(analyser).connect(context.destination);
      source.start();
      await context.startRendering();
      const db = new Float32Array(fftSize / 2);
      const bytes = new Uint8Array(fftSize / 2);
      analyser.getFloatFrequencyData(db);
      analyser.getByteFrequencyData(bytes);
      return { db: Array.from(db), bytes: Array.from(bytes) };
    },
    [sound, size, rate] as const,
  );
  const ours = analyse(sound);
  const analysed = ours.db.filter((db) => db > -90).length;
  expect(analysed).toBeGreaterThan(200);
  ours.db.forEach((db, k) => {
    if (db > -90) expect(Math.abs(db - browser.db[k]!), `bin ${k}`).toBeLessThan(0.1);
  });
  ours.bytes.forEach((byte, k) => expect(Math.abs(byte - browser.bytes[k]!)).toBeLessThanOrEqual(1));
});
