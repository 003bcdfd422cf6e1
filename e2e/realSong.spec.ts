import { expect, test } from './test';
import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { cyclogram, folder, analysed, media, probe, save } from './support';

// A real recording: music of a free game, from Debian's package frozen-bubble-data.
const recording = '/usr/share/games/frozen-bubble/snd/introzik.ogg';
/** Its first minute and some. */
const song = join(folder, 'introzik.ogg');

const pcm = async (path: string) => {
  const bytes = await media(
    'ffmpeg',
    '-i',
    path,
    '-map',
    '0:a',
    '-ac',
    '1',
    '-ar',
    '48000',
    '-f',
    's16le',
    '-',
  );
  return new Int16Array(bytes.buffer, bytes.byteOffset, bytes.length / 2);
};

/** Correlation coefficient of two rows of numbers. */
function correlation(a: ArrayLike<number>, b: ArrayLike<number>): number {
  const n = Math.min(a.length, b.length);
  let [sa, sb, saa, sbb, sab] = [0, 0, 0, 0, 0];
  for (let i = 0; i < n; i++) {
    sa += a[i]!;
    sb += b[i]!;
    saa += a[i]! ** 2;
    sbb += b[i]! ** 2;
    sab += a[i]! * b[i]!;
  }
  return (n * sab - sa * sb) / Math.sqrt((n * saa - sa * sa) * (n * sbb - sb * sb));
}

test('a real song becomes a film: length, sync and pictures', async ({ page }) => {
  test.skip(!existsSync(recording), 'frozen-bubble-data is not installed');
  test.setTimeout(600_000);
  await media('ffmpeg', '-i', recording, '-t', '80', '-c', 'copy', '-y', song);
  await page.goto('/');
  await page.getByLabel('Song file').setInputFiles(song);
  await expect(page.getByLabel('Title of the film')).toHaveValue('introzik');
  await analysed(page);
  // Quick to fall, so that the picture follows the song closely.
  const release = page.getByRole('spinbutton', { name: 'Release' });
  await release.fill('20');
  await release.press('Enter');
  await page.getByRole('button', { name: 'Render', exact: true }).click();
  await page.getByRole('combobox', { name: 'Size' }).click();
  // Small, for there are many frames.
  await page.getByRole('option', { name: 'Custom' }).click();
  await page.getByRole('spinbutton', { name: 'Width' }).fill('320');
  await page.getByRole('spinbutton', { name: 'Height' }).fill('180');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'Start rendering' }).click();
  const row = page.getByRole('listitem').filter({ hasText: 'introzik' });
  const download = page.waitForEvent('download', { timeout: 500_000 });
  await row.getByRole('link', { name: 'Download' }).click({ timeout: 500_000 });
  const file = await save(await download, 'introzik.mp4');

  // Length: the song's, to the frame.
  const original = await pcm(song);
  const seconds = original.length / 48000;
  const { video, audio } = await probe(file);
  expect(Number(video['nb_frames'])).toBe(Math.round(seconds * 30));
  expect(Math.abs(Number(audio['duration']) - seconds)).toBeLessThan(0.05);

  // Sync of the sound: it matches the original best without any shift.
  const rendered = await pcm(file);
  const at = (shift: number) =>
    correlation(original.subarray(48000, 240000), rendered.subarray(48000 + shift, 240000 + shift));
  expect(at(0)).toBeGreaterThan(0.98);
  for (const shift of [-200, -20, 20, 200]) expect(at(shift)).toBeLessThan(at(0));

  // Sync of the picture: how much of it the bars light follows the levels heard at the same frames.
  const csv = join(folder, 'introzik.csv');
  await cyclogram(
    'hear',
    song,
    '--from',
    '40',
    '--to',
    '14000',
    '--bands',
    '64',
    '--fps',
    '30',
    '--csv',
    csv,
  );
  const [, ...rows] = (await readFile(csv, 'utf8')).trim().split('\n');
  const loudness = rows.map((line) => {
    const levels = line.split(',').slice(1).map(Number);
    return levels.reduce((sum, db) => sum + Math.min(Math.max(db + 62, 0), 40), 0);
  });
  const bytes = await media(
    'ffmpeg',
    '-i',
    file,
    '-vf',
    'scale=96:54,format=gray',
    '-fps_mode',
    'passthrough',
    '-f',
    'rawvideo',
    '-',
  );
  const light = Array.from({ length: bytes.length / (96 * 54) }, (_, frame) =>
    bytes
      .subarray(frame * 96 * 54, (frame + 1) * 96 * 54)
      .reduce((sum, value) => sum + Math.max(0, value - 32), 0),
  );
  const shifted = (frames: number) =>
    correlation(light.slice(30, -60), loudness.slice(30 + frames, frames - 60));
  expect(shifted(0)).toBeGreaterThan(0.6);
  for (const frames of [-12, -6, 6, 12]) expect(shifted(frames)).toBeLessThan(shifted(0));
});
