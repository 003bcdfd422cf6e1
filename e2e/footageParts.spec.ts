import { expect, test } from './test';
import { readFile } from 'node:fs/promises';
import { newLayer } from '../packages/core/src/film/document/defaults';
import type { Film } from '../packages/core/src/film/document/film';
import { numberedVideo, numberIn, x264 } from './numberedVideo';
import { openFilm, screenPixels } from './support';

test('of a long video the part that is shown is copied: the Screen shows its frames, after a change of it too', async ({
  page,
}) => {
  const path = await numberedVideo('long.mp4', 3000, '10', x264);
  const file = { name: 'video', mimeType: 'video/mp4', buffer: await readFile(path) };
  const sent = await page.request.post('/api/footage', { multipart: { file } });
  const { sha256 } = (await sent.json()) as { sha256: string };
  const answer = await page.request.get('/api/films/demo-breakwater');
  const { document } = (await answer.json()) as { document: Film };
  Object.assign(document, { title: 'Long', length: 20, cords: [], finish: { passes: [] } });
  document.footage = [{ id: 'v', name: 'Long', source: { asset: sha256 } }];
  document.layers = [newLayer('footage', document, { id: 'f', footage: 'v', in: 65, repeat: 'hold' })];
  Object.assign(document.fades.picture, { fadeIn: 0, fadeOut: 0 });
  const created = await page.request.post('/api/films', { data: { document } });
  const { id } = (await created.json()) as { id: string };

  const asked: string[] = [];
  page.on('request', (request) => {
    if (request.url().includes(sha256)) asked.push(request.url().split(sha256)[1]!);
  });
  await openFilm(page, `/films/${id}`);
  const numberSeen = async () => {
    const { data, width } = await screenPixels(page);
    return numberIn(data, width);
  };
  const frameNow = async () =>
    Number(/frame (\d+)/.exec((await page.getByTestId('time').textContent())!)![1]);
  /** The frame of the video that belongs to this moment. @param from where the video begins, in seconds */
  const wanted = async (from: number) => {
    const rate = document.fps.numerator / document.fps.denominator;
    return 10 * from + Math.floor((10 * (await frameNow())) / rate + 1e-6);
  };
  await page.keyboard.press('Home');
  await expect.poll(numberSeen, { timeout: 60_000 }).toBe(650);
  for (const key of ['.', '.', '.', '.', 'End']) {
    await page.keyboard.press(key);
    await expect.poll(numberSeen).toBe(await wanted(65));
  }
  expect(asked.some((address) => address.startsWith('/copy?part=60-90'))).toBe(true);
  expect(asked.filter((address) => /^\/copy(?!\?part=60-90)/.test(address))).toEqual([]);

  // Another part of it is prepared when it is wanted.
  await page.getByRole('listitem').filter({ hasText: 'Footage' }).first().click();
  const begin = page.getByRole('spinbutton', { name: /^(In|In point)$/ }).first();
  await begin.fill('200');
  await begin.press('Enter');
  await page.keyboard.press('Escape');
  await page.getByRole('slider', { name: 'Time in the song' }).focus();
  await page.keyboard.press('Home');
  await expect.poll(numberSeen, { timeout: 60_000 }).toBe(2000);
  const { state, info } = (await (
    await page.request.get(`/api/footage/${sha256}?from=180&to=240`)
  ).json()) as { state: string; info: { part: string } };
  expect([state, info.part]).toEqual(['ready', '180-240']);
});
