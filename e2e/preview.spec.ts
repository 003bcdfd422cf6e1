import { expect, test, type Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { ssim } from 'ssim.js';
import { figureKinds, type FigureKind } from '../packages/core/src/figure/registry';
import type { Film } from '../packages/core/src/film/schema';
import { pathKinds, type PathKind } from '../packages/core/src/path/registry';
import { cyclogram, folder, openFilm, save } from './support';

/** The picture at a place on the Tape must be what the server renders at that frame. */
async function comparePictures(page: Page, id: string, position: number): Promise<void> {
  await openFilm(page, `/films/${id}`);
  await page.getByRole('slider', { name: 'Time in the song' }).click({ position: { x: position, y: 60 } });
  await page.keyboard.press('.');
  const frame = Number(/frame (\d+)/.exec((await page.getByTestId('time').textContent())!)![1]);
  expect(frame).toBeGreaterThan(100);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save this picture as PNG' }).click();
  const preview = PNG.sync.read(await readFile(await save(await download, `${id}.png`)));
  const out = join(folder, `${id}-server.png`);
  await cyclogram('frame', id, '--at', String((frame + 0.5) / 30), '--out', out);
  const server = PNG.sync.read(await readFile(out));
  expect([preview.width, preview.height]).toEqual([1920, 1080]);
  // Structural similarity: Wang et al., IEEE Trans. Image Processing 13 (2004) 600.
  const image = ({ data, width, height }: PNG) => ({ data: Uint8ClampedArray.from(data), width, height });
  const { mssim } = ssim(image(preview), image(server));
  expect(mssim).toBeGreaterThanOrEqual(0.985);
}

for (const [id, position] of [
  ['demo-breakwater', 900],
  ['demo-slow-tide', 640],
  ['demo-dry-dock', 300],
] as const) {
  test(`the preview of ${id} shows what the server renders`, async ({ page }) => {
    await comparePictures(page, id, position);
  });
}

test('the preview of every kind of figure and path shows what the server renders', async ({ page }) => {
  const stored = (await (await page.request.get('/api/films/demo-dry-dock')).json()) as { document: Film };
  const film = stored.document;
  const figures = Object.keys(figureKinds) as FigureKind[];
  film.layers = (Object.keys(pathKinds) as PathKind[]).map((kind, i): Film['layers'][number] => ({
    ...film.layers[0]!,
    ...{ id: `layer-${i}`, opacity: 0.8, blend: i % 3 === 0 ? 'hardLight' : 'normal' },
    path: pathKinds[kind].defaults(1920, 1080),
    figure: figureKinds[figures[i % figures.length]!].defaults(1920, 1080),
    copies: { ...film.layers[0]!.copies, count: 2, turn: 30, delay: 0.1, opacity: 0.6 },
  }));
  const created = await page.request.post('/api/films', { data: { document: film } });
  await comparePictures(page, ((await created.json()) as { id: string }).id, 300);
});
