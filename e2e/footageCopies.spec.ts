import { expect, test } from './test';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { newLayer } from '../packages/core/src/film/document/defaults';
import type { Film } from '../packages/core/src/film/document/film';
import { footage, numberedVideo, numberIn, x264 } from './numberedVideo';
import { folder, media, openFilm, readPicture, settledPixels } from './support';

// A video is read from an address that holds all of it.
test.use({ bypassCSP: true });

test('large footage plays from its smaller copy, and stands still in its own size', async ({ page }) => {
  const large = ['-vf', 'scale=1440:810:flags=neighbor', ...x264];
  const { sha256 } = await footage(page, await numberedVideo('large.mp4', 60, '30', large));
  // The smaller copy is that of a video with other numbers, so that it can be told which one is seen.
  const other = await footage(page, await numberedVideo('other.mp4', 60, '30', large, 2048));
  await page.route(`**/api/footage/${sha256}/small`, (route) =>
    route.continue({ url: route.request().url().replace(sha256, other.sha256) }),
  );
  const answer = await page.request.get('/api/films/demo-breakwater');
  const { document } = (await answer.json()) as { document: Film };
  document.footage = [{ id: 'v', name: 'Large', source: { asset: sha256 } }];
  Object.assign(document, { title: 'Large', cords: [], finish: { passes: [] }, layers: [] });
  document.layers = [newLayer('footage', document, { id: 'f', footage: 'v', repeat: 'loop' })];
  Object.assign(document.fades.picture, { fadeIn: 0, fadeOut: 0 });
  const created = await page.request.post('/api/films', { data: { document } });
  const { id } = (await created.json()) as { id: string };

  await openFilm(page, `/films/${id}`);
  const screen = page.getByRole('img', { name: 'The picture now' });
  const frameNow = async () =>
    Number(/frame (\d+)/.exec((await page.getByTestId('time').textContent())!)![1]);
  const numberSeen = async () => {
    const { data, width } = await readPicture(await screen.screenshot());
    return numberIn(data, width);
  };
  /** Standing still, picture and saved frame show the frame of the moment, from the copy of its own size. */
  const standsStill = async () => {
    const wanted = (await frameNow()) % 60;
    await expect.poll(numberSeen).toBe(wanted);
    const { data, width } = await settledPixels(page);
    expect(numberIn(data, width)).toBe(wanted);
  };
  await page.keyboard.press('Home');
  await expect.poll(frameNow).toBe(0);
  await page.keyboard.press('.');
  await expect.poll(frameNow).toBe(1);
  await standsStill();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect.poll(numberSeen).toBeGreaterThan(2048);
  await page.getByRole('button', { name: 'Pause', exact: true }).click();
  expect(await frameNow()).toBeGreaterThan(1);
  await standsStill();
});

for (const [size, matrix] of [
  ['640x480', 'bt601'],
  ['1280x720', 'bt709'],
] as const) {
  test(`colours of a video that does not say how to read them are as the browser shows it: ${size}`, async ({
    page,
  }) => {
    const path = join(folder, `untagged-${size}.mp4`);
    await media(
      'ffmpeg',
      ...['-f', 'lavfi', '-i', `color=0xc83c28:s=${size}:d=0.2:r=25,format=gbrp`],
      ...[
        '-vf',
        `scale=out_color_matrix=${matrix}:out_range=tv,format=yuv420p`,
        '-c:v',
        'libx264',
        '-crf',
        '8',
      ],
      ...['-bsf:v', 'h264_metadata=matrix_coefficients=2:colour_primaries=2:transfer_characteristics=2'],
      ...['-y', path],
    );
    const told = await media('ffprobe', '-show_entries', 'stream=color_space', '-of', 'csv=p=0', path);
    expect(String(told).trim()).toMatch(/^(unknown)?$/);
    const { sha256 } = await footage(page, path);
    const still = await page.request.get(`/api/footage/${sha256}/frames/2`);
    const own = Array.from((await readPicture(await still.body())).data.subarray(0, 3));
    await page.goto('/');
    const shown = await page.evaluate(
      async (address) => {
        const video = Object.assign(document.createElement('video'), { src: address, muted: true });
        await new Promise((resolve, reject) => {
          video.requestVideoFrameCallback(resolve);
          video.onerror = () => reject(new Error(video.error?.message));
          void video.play();
        });
        const context = document.createElement('canvas').getContext('2d')!;
        context.drawImage(video, 0, 0);
        return Array.from(context.getImageData(4, 4, 1, 1).data.slice(0, 3));
      },
      `data:video/mp4;base64,${(await readFile(path)).toString('base64')}`,
    );
    for (const [channel, value] of [0xc8, 0x3c, 0x28].entries()) {
      expect(Math.abs(own[channel]! - value)).toBeLessThanOrEqual(3);
      expect(Math.abs(shown[channel]! - value)).toBeLessThanOrEqual(3);
    }
  });
}
