import {
  backgroundFill,
  fadeCurves,
  fadeLevel,
  fadesStandard,
  type Fade,
  type FadeCurve,
  type Film,
} from '@cyclogram/core';
import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { soundFade } from '../src/render/soundFade';
import { cyclogram, decodeFrames, media, smallFilm, temporaryFolder, tone, writeWav } from './support';

const folder = temporaryFolder();
const data = join(folder, 'data');
const curves = Object.keys(fadeCurves) as FadeCurve[];

/** What ffmpeg makes of ones that stand in the film from `start` on, in seconds. */
async function fadedOnes(fade: Fade, filmSeconds: number, start: number, seconds: number) {
  const filter = soundFade(fade, filmSeconds * 48000, start * 48000);
  const pcm = await media(
    'ffmpeg',
    ...['-f', 'lavfi', '-i', `aevalsrc=1:s=48000:d=${seconds}`],
    ...['-af', `aformat=sample_fmts=flt,${filter}anull`, '-f', 'f32le', '-'],
  );
  return new Float32Array(pcm.buffer.slice(pcm.byteOffset, pcm.byteOffset + pcm.length));
}

describe.each(curves)('sound that fades by %s', (curve) => {
  const fade: Fade = { fadeIn: 0.5, fadeOut: 0.75, curve };

  it.each([
    ['all of a film', 0, 3],
    ['a part that begins within the fade in', 0.2, 1],
    ['a part in the middle', 1, 1],
    ['a part that begins within the fade out', 2.5, 0.5],
    ['a part that begins after the fade in and ends within the fade out', 1.9, 0.6],
  ])('has the level of every sample of %s', async (_what, start, seconds) => {
    const samples = await fadedOnes(fade, 3, start, seconds);
    expect(samples).toHaveLength(Math.round(seconds * 48000));
    let worst = 0;
    samples.forEach((value, n) => {
      worst = Math.max(worst, Math.abs(value - fadeLevel(fade, 0, 3, start + n / 48000)));
    });
    expect(worst).toBeLessThan(2e-4);
  });
});

describe('a rendered film with fades', () => {
  const color = '#3060a0';
  const fades: Film['fades'] = {
    picture: { fadeIn: 1, fadeOut: 1, curve: 'linear', color },
    sound: { ...fadesStandard.sound, fadeIn: 1, fadeOut: 0.5, curve: 'linear' },
  };

  async function render(name: string, ...args: string[]): Promise<string> {
    await writeWav(join(folder, 'tone.wav'), tone(4, 1000, 0.5));
    const film = smallFilm({ path: 'tone.wav' }, (f) => {
      f.layers = [backgroundFill(f, 'sand', { middle: '#d0b080', edge: '#d0b080' })];
      f.fades = fades;
    });
    await writeFile(join(folder, 'film.json'), JSON.stringify(film));
    const out = join(folder, name);
    const { code, stderr } = await cyclogram(data, [
      'render',
      join(folder, 'film.json'),
      '--out',
      out,
      ...args,
    ]);
    expect([code, stderr]).toEqual([0, '']);
    return out;
  }

  /** Peak level in each tenth of a second, in the middle of it. */
  async function peaks(video: string): Promise<number[]> {
    const pcm = await media(
      'ffmpeg',
      '-i',
      video,
      '-map',
      '0:a',
      '-af',
      'pan=mono|c0=FL',
      '-f',
      'f32le',
      '-',
    );
    const samples = new Float32Array(pcm.buffer.slice(pcm.byteOffset, pcm.byteOffset + pcm.length));
    return Array.from({ length: Math.floor(samples.length / 4800) }, (_, i) =>
      // Two periods of the tone around the middle.
      samples
        .slice(i * 4800 + 2352, i * 4800 + 2448)
        .reduce((max, value) => Math.max(max, Math.abs(value)), 0),
    );
  }

  it('goes from the colour to the picture and back, mixed as its levels say', async () => {
    const frames = await decodeFrames(await render('whole.mp4'), 16, 9);
    expect(frames).toHaveLength(120);
    const [from, to] = [color, '#d0b080'].map((hex) =>
      [1, 3, 5].map((i) => Number.parseInt(hex.slice(i, i + 2), 16)),
    ) as [number[], number[]];
    for (const frame of [0, 7, 15, 29, 30, 60, 89, 95, 105, 119]) {
      const level = fadeLevel(fades.picture, 0, 4, (frame + 0.5) / 30);
      from.forEach((value, i) => {
        const expected = value + level * (to[i]! - value);
        expect(Math.abs(frames[frame]![3 * 70 + i]! - expected)).toBeLessThan(4);
      });
    }
  });

  it('has the sound rise and fall with it, in a part as in the whole', async () => {
    const whole = await peaks(await render('whole-sound.mp4'));
    const part = await peaks(await render('part-sound.mp4', '--from', '0.5', '--to', '3.8'));
    const expected = (t: number) => 0.5 * fadeLevel(fades.sound, 0, 4, t);
    for (const i of [0, 2, 5, 9, 12, 20, 33, 36, 38])
      expect(Math.abs(whole[i]! - expected(i / 10 + 0.05))).toBeLessThan(0.015);
    for (const i of [0, 2, 4, 8, 20, 29, 31])
      expect(Math.abs(part[i]! - expected(0.5 + i / 10 + 0.05))).toBeLessThan(0.015);
  });
});
