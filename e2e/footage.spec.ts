import { dataFolder, expect, test, type Locator, type Page } from './test';
import { build } from 'esbuild';
import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { ssim } from 'ssim.js';
import { frameIndexAt } from '../packages/core/src/picture/footage/footage';
import { seeded } from '../packages/core/src/contract/math/noise';
import { FrameReader } from '../packages/server/src/footage/frameReader';
import { footage, numberedVideo, numberIn, x264 } from './numberedVideo';
import { card, show } from './showPanel';
import {
  analysed,
  cyclogram,
  difference,
  folder,
  media,
  openFilm,
  save,
  screenPixels,
  settledPixels,
  readPicture,
  type Picture,
} from './support';

// Code of ours that is no part of the page reads frames in it.
test.use({ bypassCSP: true });

/** What frames look like in the browser: a number in them, and a hash of some of their pixels. */
async function inBrowser(page: Page, sha256: string, indices: number[]): Promise<number[][]> {
  const { outputFiles } = await build({
    entryPoints: [fileURLToPath(new URL('../packages/web/src/footage/footageBits.ts', import.meta.url))],
    bundle: true,
    format: 'iife',
    globalName: 'footageBits',
    write: false,
  });
  await page.goto('/');
  await page.addScriptTag({ content: outputFiles[0]!.text });
  return page.evaluate(
    async ({ sha256, indices }) => {
      type Read = (
        address: string,
        indices: number[],
        look: (pixels: Uint8ClampedArray, width: number) => number[],
      ) => Promise<number[][]>;
      const { readFrames } = (globalThis as unknown as { footageBits: { readFrames: Read } }).footageBits;
      return readFrames(`/api/footage/${sha256}`, indices, (pixels) =>
        Array.from(pixels.subarray(4 * 320 * 88, 4 * 320 * 92)),
      );
    },
    { sha256, indices },
  );
}

const someTimes = (count: number, length: number, seed: number) =>
  Array.from({ length: count }, (_, i) => seeded(seed, i) * length);

/** The row in which numbers are read, as if it were the whole picture. */
const numberOf = (rows: ArrayLike<number>) => {
  const whole = new Uint8ClampedArray(4 * 320 * 180);
  whole.set(rows, 4 * 320 * 88);
  return numberIn(whole, 320);
};

for (const [name, rate, frames, args, momentOf] of [
  ['24.mp4', '24', 120, x264, (n: number) => n / 24],
  [
    '25.webm',
    '25',
    120,
    ['-c:v', 'libvpx-vp9', '-b:v', '600k', '-deadline', 'realtime', '-cpu-used', '8'],
    (n: number) => n / 25,
  ],
  ['29.97.mkv', '30000/1001', 120, x264, (n: number) => (n * 1001) / 30000],
  ['60.mov', '60', 200, ['-c:v', 'prores_ks', '-profile:v', '0'], (n: number) => n / 60],
  [
    'variable.mp4',
    '50',
    120,
    [
      '-vf',
      "settb=1/1000,setpts='(N*0.02+0.05*floor(N/3))/TB'",
      '-fps_mode',
      'passthrough',
      '-enc_time_base',
      '1/1000',
      ...x264,
    ],
    (n: number) => n * 0.02 + 0.05 * Math.floor(n / 3),
  ],
] as const) {
  test(`frames of ${name} are the right ones at random moments, in the browser and in renders, with the same pixels`, async ({
    page,
  }) => {
    const path = await numberedVideo(name, frames, rate, [...args]);
    const { sha256, times } = await footage(page, path);
    expect(times).toHaveLength(frames);
    for (const [n, time] of times.entries()) expect(Math.abs(time - momentOf(n))).toBeLessThan(0.0011);
    const moments = someTimes(40, momentOf(frames), 7);
    const wanted = moments.map((t) => {
      // The last one that has begun, by the moments that the frames were made for.
      let n = 0;
      while (n + 1 < frames && momentOf(n + 1) <= t) n++;
      return n;
    });
    const indices = moments.map((t) => frameIndexAt(times, t));
    const seen = await inBrowser(page, sha256, indices);
    const off = seen.map(numberOf).map((n, i) => Math.abs(n - wanted[i]!));
    // At the edge of two frames a millionth decides.
    expect(off.filter((difference) => difference > 1)).toEqual([]);
    expect(off.filter((difference) => difference > 0).length).toBeLessThanOrEqual(1);
    const data = dataFolder();
    const files = {
      copy: join(data, 'footage', sha256, 'copy.mp4'),
      infoPath: join(data, 'footage', sha256, 'info.json'),
    };
    const reader = await FrameReader.open(files);
    const hash = (bytes: ArrayLike<number>) =>
      createHash('sha256').update(Uint8Array.from(bytes)).digest('hex');
    for (const [i, index] of indices.entries()) {
      const { rgba, width } = await reader.frame(index);
      const own = rgba.slice(4 * 88 * width, 4 * 92 * width);
      expect(hash(own)).toBe(hash(seen[i]!));
    }
    reader.close();
  });
}

test('footage under a figure, a driven pane over both, curves on the picture: rendered as the preview shows it', async ({
  page,
}) => {
  const video = await numberedVideo('harbour.mp4', 100, '25', x264);
  const answer = await page.request.get('/api/films/demo-breakwater');
  const { document } = (await answer.json()) as { document: { layers: { id: string }[] } };
  Object.assign(document, {
    ...{ title: 'Dress', cords: [], palettes: [], finish: { passes: [] } },
    layers: document.layers.filter(({ id }) => id === 'lamps').map((one) => ({ ...one, group: null })),
  });
  const created = await page.request.post('/api/films', { data: { document } });
  expect(await created.text()).toContain('"id"');
  const { id } = (await created.json()) as { id: string };
  await openFilm(page, `/films/${id}`);
  await analysed(page);

  // Footage, from its file: it says how it is prepared, and what there is of it.
  await show(page).getByRole('button', { name: 'Add a layer' }).first().click();
  await page.getByRole('dialog').getByRole('button', { name: 'Footage', exact: true }).click();
  await card(page, 'Footage').getByLabel('Video file').setInputFiles(video);
  await expect(card(page, 'Footage')).toContainText('320 × 180, 4.0 s, 25 fps');

  // A pane, in front of both.
  await show(page).getByRole('button', { name: 'Add a layer' }).first().click();
  await page.getByRole('dialog').getByRole('button', { name: 'Pane', exact: true }).click();
  const addPass = async (where: Locator, name: string) => {
    await where.getByRole('button', { name: 'Add a pass' }).click();
    await page.getByRole('dialog').getByRole('button', { name, exact: true }).click();
  };
  const finish = show(page).getByRole('region', { name: 'Finish', exact: true });
  const paneFinish = finish.first();
  if ((await paneFinish.getByRole('button', { name: 'Add a pass' }).count()) === 0)
    await paneFinish.getByRole('button', { name: 'Finish' }).click();
  await addPass(paneFinish, 'Lens');
  await paneFinish.getByRole('button', { name: /^Lens/ }).click();
  await paneFinish.getByRole('button', { name: 'Drive Magnification' }).click();
  await page.getByRole('region', { name: 'Followers' }).getByRole('button', { name: /^Kick/ }).click();
  await expect(
    page.getByRole('button', { name: /^Cords 1/ }).or(page.getByRole('link', { name: /^Cords 1/ })),
  ).toBeVisible();

  // Curves on the whole picture, by the keyboard.
  const before = await screenPixels(page);
  const picture = finish.last();
  await addPass(picture, 'Curves');
  await picture.getByRole('button', { name: /^Curves/ }).click();
  const point = picture.getByRole('slider', { name: 'Point 2 of 4' });
  await point.focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowUp');
  await expect(point).toHaveAttribute('aria-valuetext', '28 % to 52 %');
  await expect.poll(async () => difference(await screenPixels(page), before)).toBeGreaterThan(1);

  // Before is what it was, for as long as it is held.
  await page.getByRole('slider', { name: 'Time in the song' }).click({ position: { x: 700, y: 60 } });
  await settledPixels(page);
  const seen = async () =>
    await readPicture(await page.getByRole('img', { name: 'The picture now' }).screenshot());
  const after = await seen();
  await page.getByRole('button', { name: 'Before' }).hover();
  await page.mouse.down();
  await expect.poll(async () => difference(await seen(), after)).toBeGreaterThan(1);
  await page.mouse.up();
  await expect.poll(async () => difference(await seen(), after)).toBeLessThan(0.5);
  await expect(page.getByText(/^saved/)).toBeVisible();

  // Two seconds of it, rendered: a frame of the video is the frame of the preview.
  const frameNow = async () =>
    Number(/frame (\d+)/.exec((await page.getByTestId('time').textContent())!)![1]);
  const frame = (await frameNow()) + 1;
  await page.keyboard.press('.');
  await expect.poll(frameNow).toBe(frame);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save frame as PNG' }).click();
  const preview = await readPicture(await readFile(await save(await download, 'dress.png')));
  const out = join(folder, 'dress.mp4');
  const [from, to] = [frame / 30, frame / 30 + 2].map((seconds) => seconds.toFixed(4));
  await cyclogram('render', id, '--from', from!, '--to', to!, '--out', out);
  const still = join(folder, 'dress-render.png');
  await media('ffmpeg', '-i', out, '-frames:v', '1', '-y', still);
  const rendered = await readPicture(await readFile(still));
  expect([rendered.width, rendered.height]).toEqual([preview.width, preview.height]);
  const as = ({ data, width, height }: Picture) => ({ data: new Uint8ClampedArray(data), width, height });
  expect(ssim(as(rendered), as(preview)).mssim).toBeGreaterThan(0.97);
});

test('videos that are none, damaged or too large are refused, and the server goes on', async ({ page }) => {
  const send = async (name: string, buffer: Buffer) => {
    const file = { name, mimeType: 'video/mp4', buffer };
    const response = await page.request.post('/api/footage', { multipart: { file } });
    return {
      status: response.status(),
      detail: ((await response.json()) as { detail?: string }).detail ?? '',
    };
  };
  expect(await send('empty.mp4', Buffer.alloc(0))).toMatchObject({ status: 422 });
  expect((await send('noise.mp4', Buffer.alloc(5000, 'x'))).detail).toContain('no video that can be read');
  const list = '#EXTM3U\n#EXT-X-TARGETDURATION:10\n#EXTINF:10,\nfile:///etc/passwd\n';
  expect(await send('list.mp4', Buffer.from(list))).toMatchObject({ status: 422 });
  const huge = join(folder, 'huge.mp4');
  await media('ffmpeg', '-f', 'lavfi', '-i', 'color=s=8192x64:d=0.2', '-c:v', 'libx264', '-y', huge);
  expect(await send('huge.mp4', await readFile(huge))).toMatchObject({ status: 413 });
  const long = join(folder, 'long.mp4');
  await media('ffmpeg', '-f', 'lavfi', '-i', 'color=s=32x32:r=0.01:d=36000', '-c:v', 'libx264', '-y', long);
  expect((await send('long.mp4', await readFile(long))).detail).toContain('hours');
  const sound = join(folder, 'sound.mp4');
  await media('ffmpeg', '-f', 'lavfi', '-i', 'sine=d=1', '-y', sound);
  expect((await send('sound.mp4', await readFile(sound))).detail).toContain('no picture');
  expect((await page.request.get('/api/health')).status()).toBe(200);
  expect((await page.request.get('/api/footage/nothing')).status()).toBe(404);
});

test('transparency is kept, and the sound of a video becomes a track', async ({ page }) => {
  const clear = join(folder, 'clear.webm');
  const half =
    'color=red:s=64x48:d=0.4:r=25,format=yuva420p,geq=lum=lum(X\\,Y):cb=cb(X\\,Y):cr=cr(X\\,Y):a=if(lt(X\\,32)\\,255\\,64)';
  await media('ffmpeg', '-f', 'lavfi', '-i', half, '-c:v', 'libvpx-vp9', '-pix_fmt', 'yuva420p', '-y', clear);
  const prores = join(folder, 'clear.mov');
  await media(
    'ffmpeg',
    '-c:v',
    'libvpx-vp9',
    '-i',
    clear,
    '-c:v',
    'prores_ks',
    '-profile:v',
    '4444',
    '-pix_fmt',
    'yuva444p10le',
    '-y',
    prores,
  );
  for (const path of [clear, prores]) {
    const { sha256 } = await footage(page, path);
    const still = await page.request.get(`/api/footage/${sha256}/frames/3`);
    const { data } = await readPicture(await still.body());
    const at = (x: number) => Array.from(data.subarray(4 * (24 * 64 + x), 4 * (24 * 64 + x) + 4));
    const [red, green, , opaque] = at(10) as [number, number, number, number];
    expect([red > 230, green < 30, opaque > 250]).toEqual([true, true, true]);
    expect(Math.abs(at(50)[3]! - 64)).toBeLessThan(6);
  }
  const loud = join(folder, 'loud.mp4');
  await media(
    'ffmpeg',
    '-f',
    'lavfi',
    '-i',
    'color=s=64x64:d=1',
    '-f',
    'lavfi',
    '-i',
    'sine=frequency=440:d=1',
    '-c:v',
    'libx264',
    '-c:a',
    'aac',
    '-y',
    loud,
  );
  const { sha256 } = await footage(page, loud);
  const sound = await page.request.post(`/api/footage/${sha256}/sound?name=Loud`);
  expect(sound.status()).toBe(201);
  expect(((await sound.json()) as { seconds: number }).seconds).toBeCloseTo(1, 1);
  const silent = await footage(page, join(folder, 'clear.mov'));
  expect((await page.request.post(`/api/footage/${silent.sha256}/sound`)).status()).toBe(422);
});
