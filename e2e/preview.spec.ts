import { expect, test, type Page } from './test';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { newLayer } from '../packages/core/src/film/document/defaults';
import { falloffRecord } from '../packages/core/src/picture/figure/falloff';
import { bandColors } from '../packages/core/src/picture/figure/ink';
import { figureKinds, type FigureKindName } from '../packages/core/src/picture/figure/registry';
import type { Film } from '../packages/core/src/film/document/film';
import { placeStandard } from '../packages/core/src/picture/layer/place';
import type { FigureLayer } from '../packages/core/src/picture/layer/figure';
import { layerRegistry } from '../packages/core/src/picture/layer/registry';
import { defaultPath } from '../packages/core/src/picture/path/filmPath';
import { pathKinds, type PathKind } from '../packages/core/src/picture/path/registry';
import { defaultsOf } from '../packages/core/src/contract/property/defaults';
import {
  cyclogram,
  difference,
  folder,
  analysed,
  openFilm,
  save,
  screenPixels,
  settledPixels,
  readPicture,
  type Picture,
} from './support';

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
  await page.getByRole('button', { name: 'Save frame as PNG' }).click();
  const preview = await readPicture(await readFile(await save(await download, `${id}.png`)));
  const out = join(folder, `${id}-server.png`);
  await cyclogram('frame', id, '--at', String((frame + 0.5) / 30), '--out', out);
  const server = await readPicture(await readFile(out));
  expect([preview.width, preview.height]).toEqual([1920, 1080]);
  // Not like it: the same.
  expect(pixelsThatDiffer(preview, server)).toBe(0);

  // What stands on the Screen is a painting of its own, in the Screen's size: what lies over it is taken away to look at it.
  const canvas = page.getByRole('img', { name: 'The picture now' });
  const [width, height] = await canvas.evaluate((one: HTMLCanvasElement) => [one.width, one.height] as const);
  expect(width).toBeGreaterThan(300);
  const small = join(folder, `${id}-screen.png`);
  await cyclogram(
    'frame',
    id,
    '--at',
    String((frame + 0.5) / 30),
    '--size',
    `${width}x${height}`,
    '--out',
    small,
  );
  const expected = await readPicture(await readFile(small));
  await expect(async () => {
    // Where panels end between two pixels, the browser moves the canvas to whole ones.
    const { x, y } = (await canvas.boundingBox())!;
    const clip = { x: Math.round(x), y: Math.round(y), width, height };
    const shown = await readPicture(await page.screenshot({ style: overPicture, clip }));
    expect(pixelsThatDiffer(shown, expected)).toBe(0);
  }).toPass({ timeout: 30_000 });
}

/** Nothing but the canvas of the Screen. */
const overPicture = `
  body * { visibility: hidden !important; }
  canvas[aria-label='The picture now'] { visibility: visible !important; }
`;

/** How many pixels are not the same. */
function pixelsThatDiffer(a: Picture, b: Picture): number {
  expect([a.width, a.height]).toEqual([b.width, b.height]);
  let count = 0;
  for (let i = 0; i < a.data.length; i += 4)
    if ([0, 1, 2].some((channel) => a.data[i + channel] !== b.data[i + channel])) count++;
  return count;
}

for (const [id, position] of [
  ['demo-breakwater', 900],
  ['demo-slow-tide', 640],
  ['demo-dry-dock', 300],
  ['demo-night-crossing', 460],
  ['demo-storm-glass', 520],
  ['demo-slipway', 460],
] as const) {
  test(`the preview of ${id} shows what the server renders`, async ({ page }) => {
    await comparePictures(page, id, position);
  });
}

/** A square with a round corner, for outlines that are made elsewhere. */
const outline = 'M0 0H80Q100 0 100 20V100H0Z';

test('the preview of every kind of figure and path shows what the server renders', async ({ page }) => {
  const stored = (await (await page.request.get('/api/films/demo-dry-dock')).json()) as { document: Film };
  const film = stored.document;
  const figures = Object.keys(figureKinds) as FigureKindName[];
  const paths = Object.keys(pathKinds) as PathKind[];
  const base = film.layers
    .map((layer) => layerRegistry.as('figure', layer))
    .find((layer) => layer !== undefined)!;
  film.paths = paths.map((kind, i) => {
    const path = defaultPath(kind, `path-${i}`, kind, film, {}, { offset: i % 4 === 1 ? 20 : 0 });
    if (!('data' in path.shape)) return path;
    return { ...path, shape: { ...path.shape, data: outline }, scale: { x: 4, y: 4 } };
  });
  const count = Math.max(figures.length, paths.length);
  const colorings = ['one', 'band', 'along', 'across', 'level', 'time'] as const;
  const layers = Array.from({ length: count }, (_, i): FigureLayer => {
    const figure = figureKinds[figures[i % figures.length]!].defaults(film);
    return {
      ...base,
      ...{ id: `layer-${i}`, blend: i % 3 === 0 ? 'hardLight' : 'normal' },
      place: { ...placeStandard, opacity: 0.8 },
      path: film.paths[i % paths.length]!.id,
      figure: { ...figure, ...('soft' in figure && i % 5 === 2 ? { soft: 6 } : {}) } as never,
      color: {
        ...bandColors('#d8432b', '#2b6fd8'),
        by: colorings[i % colorings.length]!,
        fade: i % 2 ? 0.4 : 0,
      },
      falloffs: i % 4 === 3 ? [{ ...defaultsOf(falloffRecord, film), id: 'region', shape: 'circle' }] : [],
      symmetry: { ...base.symmetry, kind: i % 6 === 4 ? 'kaleidoscope' : i % 6 === 5 ? 'mirror' : 'none' },
      copies: { ...base.copies, count: 2, rotation: 30, delay: 0.1, opacity: 0.6, hue: 40 },
    };
  });
  const faint = { ...placeStandard, opacity: 0.9 };
  film.layers = [
    ...layers.map((layer, i) => ({ ...layer, group: i < 4 ? 'group' : null })),
    newLayer('group', film, {
      id: 'group',
      name: 'Group',
      place: { ...faint, rotation: 8, scale: { x: 0.9, y: 0.9 } },
      clipPath: film.paths[0]!.id,
      passes: [{ id: 'pass', kind: 'invert', on: true, amount: 0.5 } as never],
    }),
    newLayer('linked', film, {
      id: 'linked',
      name: 'Linked',
      source: 'layer-5',
      delay: 0.2,
      place: { ...faint, position: { x: 120, y: 0 } },
    }),
  ];
  const created = await page.request.post('/api/films', { data: { document: film } });
  expect(created.status()).toBe(201);
  await comparePictures(page, ((await created.json()) as { id: string }).id, 300);
});

test('a worker that stops is started again: the picture comes back, and the page says so', async ({
  page,
}) => {
  await openFilm(page, '/films/demo-dry-dock');
  await page.getByRole('slider', { name: 'Time in the song' }).click({ position: { x: 500, y: 60 } });
  const before = await settledPixels(page);
  for (const name of ['painting', 'hearing']) {
    const worker = page.workers().find((one) => one.url().includes(name))!;
    // What nobody catches ends a worker's usefulness.
    await worker.evaluate(
      () =>
        void setTimeout(() => {
          throw new Error('stopped for a test');
        }),
    );
    await expect(page.getByText('stopped and was started again')).toBeVisible();
    await analysed(page);
    await expect.poll(async () => difference(await screenPixels(page), before)).toBe(0);
    await expect(page.getByRole('img', { name: 'The picture now' })).toHaveCount(1);
  }
});
