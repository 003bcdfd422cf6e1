import { expect, test, type Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { ssim } from 'ssim.js';
import { figureKinds, type FigureKind } from '../packages/core/src/figure/registry';
import { falloffStandard } from '../packages/core/src/figure/falloff';
import { bandColors } from '../packages/core/src/figure/ink';
import { symmetryStandard } from '../packages/core/src/figure/symmetry';
import { layerStandard } from '../packages/core/src/film/defaults';
import { placeStandard } from '../packages/core/src/film/place';
import type { FigureLayer, Film } from '../packages/core/src/film/schema';
import { pathKinds, type PathKind, type PathSettings } from '../packages/core/src/path/registry';
import { cyclogram, folder, openFilm, save } from './support';

/** The picture at a place on the Tape must be what the server renders at that frame. */
async function comparePictures(page: Page, id: string, position: number): Promise<void> {
  await openFilm(page, `/films/${id}`);
  await page.getByRole('slider', { name: 'Time in the song' }).click({ position: { x: position, y: 60 } });
  const frameNow = async () =>
    Number(/frame (\d+)/.exec((await page.getByTestId('time').textContent())!)![1]);
  await expect.poll(frameNow).toBeGreaterThan(100);
  const frame = (await frameNow()) + 1;
  await page.keyboard.press('.');
  await expect.poll(frameNow).toBe(frame);
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

/** A square with a round corner, for outlines that are made elsewhere. */
const outline = { data: 'M0 0H80Q100 0 100 20V100H0Z', scale: 4 };

test('the preview of every kind of figure and path shows what the server renders', async ({ page }) => {
  const stored = (await (await page.request.get('/api/films/demo-dry-dock')).json()) as { document: Film };
  const film = stored.document;
  const figures = Object.keys(figureKinds) as FigureKind[];
  const paths = Object.keys(pathKinds) as PathKind[];
  const base = film.layers.find((layer): layer is FigureLayer => layer.kind === 'figure')!;
  film.paths = paths.map((kind, i) => {
    const shape = pathKinds[kind].defaults(1920, 1080);
    return {
      ...{ id: `path-${i}`, name: kind },
      shape: { ...shape, ...('data' in shape ? outline : {}), offset: i % 4 === 1 ? 20 : 0 } as PathSettings,
    };
  });
  const count = Math.max(figures.length, paths.length);
  const colorings = ['one', 'band', 'along', 'across', 'level', 'time'] as const;
  const layers = Array.from({ length: count }, (_, i): FigureLayer => ({
    ...base,
    ...{ id: `layer-${i}`, opacity: 0.8, blend: i % 3 === 0 ? 'hardLight' : 'normal' },
    path: film.paths[i % paths.length]!.id,
    figure: {
      ...figureKinds[figures[i % figures.length]!].defaults(1920, 1080),
      soft: i % 5 === 2 ? 6 : 0,
    } as never,
    color: {
      ...bandColors('#d8432b', '#2b6fd8'),
      by: colorings[i % colorings.length]!,
      fade: i % 2 ? 0.4 : 0,
    },
    falloffs: i % 4 === 3 ? [falloffStandard(1920, 1080)] : [],
    symmetry: { ...symmetryStandard, kind: i % 6 === 4 ? 'kaleidoscope' : i % 6 === 5 ? 'mirror' : 'none' },
    copies: { ...base.copies, count: 2, turn: 30, delay: 0.1, opacity: 0.6, hue: 40 },
  }));
  for (const layer of layers)
    if (!('soft' in figureKinds[layer.figure.kind].defaults(1, 1)))
      delete (layer.figure as { soft?: number }).soft;
  const common = { ...layerStandard, opacity: 0.9 };
  film.layers = [
    ...layers.map((layer, i) => ({ ...layer, group: i < 4 ? 'group' : null })),
    {
      ...common,
      ...placeStandard,
      kind: 'group',
      id: 'group',
      name: 'Group',
      turn: 8,
      scale: 0.9,
      clip: film.paths[0]!.id,
    },
    {
      ...common,
      ...placeStandard,
      kind: 'tied',
      id: 'tied',
      name: 'Tied',
      source: 'layer-5',
      moveX: 120,
      delay: 0.2,
    },
  ];
  const created = await page.request.post('/api/films', { data: { document: film } });
  expect(created.status()).toBe(201);
  await comparePictures(page, ((await created.json()) as { id: string }).id, 300);
});
