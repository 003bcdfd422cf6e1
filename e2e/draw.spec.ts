import { expect, test } from './test';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { ssim } from 'ssim.js';
import { card, changed, choose, newFilm, place, set, show, songFilm, unfold } from './showPanel';
import {
  cyclogram,
  difference,
  folder,
  media,
  save,
  screenPixels,
  readPicture,
  type Picture,
} from './support';

const image = ({ data, width, height }: Picture) => ({ data: Uint8ClampedArray.from(data), width, height });

test('a path drawn with the pen, bars on it, mirrored, copied with delays, rendered: the preview was right', async ({
  page,
}) => {
  await songFilm(page, 'pen', 8.5);
  const tape = page.getByRole('slider', { name: 'Time in the song' });
  const box = (await tape.boundingBox())!;
  await tape.click({ position: { x: 600, y: 80 } });

  // Three points: a corner, a curve, a corner.
  await show(page).getByRole('button', { name: 'Pen: draw on the Screen' }).click();
  await page.mouse.click(...(await place(page, 0.2, 0.7)));
  await page.mouse.move(...(await place(page, 0.35, 0.45)));
  await page.mouse.down();
  await page.mouse.move(...(await place(page, 0.42, 0.42)), { steps: 5 });
  await page.mouse.up();
  await page.mouse.click(...(await place(page, 0.5, 0.7)));
  await page.keyboard.press('Enter');
  await expect(show(page).getByLabel('Shape', { exact: true })).toHaveText('Drawn');
  await expect(page.getByRole('button', { name: /^Point \d of 3$/ })).toHaveCount(3);

  let before = await screenPixels(page);
  await unfold(page, 'Symmetry');
  await choose(page, 'Symmetry', 'Mirror');
  await changed(page, before);
  before = await screenPixels(page);
  await unfold(page, 'Copies');
  await set(page, 'Count', '3');
  await set(page, 'Offset per copy y', '-60');
  await set(page, 'Delay per copy', '120');
  await changed(page, before);

  // Two seconds, looped with the mouse on the ruler and rendered.
  await page.mouse.move(box.x + 500, box.y + 8);
  await page.mouse.down();
  await page.mouse.move(box.x + 820, box.y + 8, { steps: 8 });
  await page.mouse.up();
  await expect(page.getByTestId('loop')).toBeVisible();
  await tape.click({ position: { x: 700, y: 80 } });
  const frame = Number(/frame (\d+)/.exec((await page.getByTestId('time').textContent())!)![1]);
  const picture = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save frame as PNG' }).click();
  await expect(page.getByText(/^saved \d/)).toBeVisible();
  const preview = await readPicture(await readFile(await save(await picture, 'pen-preview.png')));
  const id = /films\/([^/]+)/.exec(page.url())![1]!;

  await page.getByRole('button', { name: 'Render', exact: true }).click();
  await page.getByRole('combobox', { name: 'Range' }).click();
  await page.getByRole('option', { name: 'Loop' }).click();
  await page.getByRole('button', { name: 'Start rendering' }).click();
  const row = page.getByRole('listitem').filter({ hasText: 'pen' });
  const download = page.waitForEvent('download', { timeout: 120_000 });
  await row.getByRole('link', { name: 'Download' }).click({ timeout: 120_000 });
  const video = await save(await download, 'pen.mp4');
  const { renders } = (await (await page.request.get('/api/renders')).json()) as {
    renders: { filmId: string; firstFrame: number; frameCount: number }[];
  };
  const render = renders.find(({ filmId }) => filmId === id)!;
  expect(render.frameCount).toBeGreaterThan(45);
  expect(render.frameCount).toBeLessThan(90);
  const still = join(folder, 'pen-frame.png');
  // The default conversion to RGB rounds dark colours down by several steps; the accurate one does not.
  const exactly = 'scale=sws_flags=accurate_rnd+full_chroma_int+full_chroma_inp,format=rgb24';
  const select = `select=eq(n\\,${frame - render.firstFrame}),${exactly}`;
  await media('ffmpeg', '-i', video, '-vf', select, '-frames:v', '1', '-y', still);
  const rendered = await readPicture(await readFile(still));
  expect([rendered.width, rendered.height]).toEqual([preview.width, preview.height]);
  // What the video's compression takes away is more than what may differ before it.
  expect(ssim(image(preview), image(rendered)).mssim).toBeGreaterThanOrEqual(0.97);
  const out = join(folder, 'pen-server.png');
  await cyclogram('frame', id, '--at', String((frame + 0.5) / 30), '--out', out);
  expect(ssim(image(preview), image(await readPicture(await readFile(out)))).mssim).toBeGreaterThanOrEqual(
    0.985,
  );
});

test('points of a drawn curve: added, moved, made smooth, removed, by mouse and keyboard', async ({
  page,
}) => {
  await newFilm(page);
  await choose(page, 'Shape', 'Drawn');
  const points = page.getByRole('button', { name: /^Point \d of \d$/ });
  await expect(points).toHaveCount(3);
  const before = await screenPixels(page);
  await points.nth(1).focus();
  await page.keyboard.press('Shift+ArrowUp');
  await changed(page, before);
  await expect(page.getByRole('button', { name: 'Handle out' })).toHaveCount(1);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Handle out' })).toHaveCount(0);
  await page.keyboard.press('Delete');
  await expect(points).toHaveCount(2);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(points).toHaveCount(3);
  // Between two points, a double click adds one.
  const [x, y] = await page
    .locator('path', { hasText: 'Double click to add a point' })
    .first()
    .evaluate((path: SVGPathElement) => {
      const middle = path.getPointAtLength(path.getTotalLength() / 3);
      const box = path.ownerSVGElement!.getBoundingClientRect();
      return [box.x + middle.x, box.y + middle.y] as const;
    });
  await page.mouse.dblclick(x, y);
  await expect(points).toHaveCount(4);
});

test('a drawn point is placed by numbers, and the whole curve sized by its handle', async ({ page }) => {
  await newFilm(page);
  await choose(page, 'Shape', 'Drawn');
  await expect(show(page).getByText('3 points')).toBeVisible();
  await show(page).getByRole('button', { name: 'Next point' }).click();
  await show(page).getByRole('button', { name: 'Next point' }).click();
  await expect(show(page).getByText('Point 2 of 3')).toBeVisible();
  const number = (name: string) => show(page).getByRole('spinbutton', { name, exact: true });
  const type = async (name: string, value: string) => {
    await number(name).fill(value);
    await number(name).press('Enter');
  };
  let before = await screenPixels(page);
  await type('Point y', '200');
  await changed(page, before);
  // Of a smooth point, the other handle turns along.
  await type('Handle out y', '-150');
  expect(Number(await number('Handle in y').inputValue())).toBeGreaterThan(50);
  await show(page).getByLabel('Smooth').click();
  await expect(number('Handle out y')).toHaveValue('0');
  await page.getByRole('button', { name: /^Undo: corner or smooth/ }).click();
  await expect(number('Handle out y')).toHaveValue('-150');

  const scale = card(page, 'Path').getByRole('spinbutton', { name: 'Path scale', exact: true });
  const size = page.getByRole('button', { name: 'Resize the path' });
  before = await screenPixels(page);
  const box = (await size.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 - 60, box.y + box.height / 2 - 20, { steps: 4 });
  await page.mouse.up();
  await changed(page, before);
  expect(Number(await scale.inputValue())).toBeLessThan(95);
});

test('a line drawn by hand becomes a curve of few points', async ({ page }) => {
  await newFilm(page);
  await page.keyboard.press('b');
  await page.mouse.move(...(await place(page, 0.2, 0.5)));
  await page.mouse.down();
  for (let i = 1; i <= 40; i++) {
    await page.mouse.move(...(await place(page, 0.2 + i * 0.015, 0.5 + 0.15 * Math.sin(i / 5))));
  }
  await page.mouse.up();
  await expect(show(page).getByLabel('Shape', { exact: true })).toHaveText('Drawn');
  const points = await page.getByRole('button', { name: /^Point \d+ of \d+$/ }).count();
  expect(points).toBeGreaterThan(2);
  expect(points).toBeLessThan(12);
});

const svg = (inside: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100">${inside}</svg>`;
const svgFile = (name: string, text: string) => ({
  name,
  mimeType: 'image/svg+xml',
  buffer: Buffer.from(text),
});

test('an SVG file becomes a path; one made to do harm says why it does not', async ({ page }) => {
  await newFilm(page);
  const file = show(page).getByLabel('SVG file', { exact: true });
  const before = await screenPixels(page);
  await file.setInputFiles(
    svgFile('boat.svg', svg('<script>alert(1)</script><rect width="80" height="30"/>')),
  );
  await expect(show(page).getByLabel('Shape', { exact: true })).toHaveText('SVG');
  await expect(page.getByText('Left out of boat.svg: scripts.')).toBeVisible();
  await changed(page, before);
  const evil = `<!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/passwd">]>${svg('<text>&x;</text>')}`;
  await file.setInputFiles(svgFile('evil.svg', evil));
  await expect(page.getByText(/evil.svg is not used.*entities/)).toBeVisible();
  // Saved, it is a file that can be read again.
  const download = page.waitForEvent('download');
  await show(page).getByRole('button', { name: 'Export path as SVG' }).click();
  expect(await readFile(await save(await download, 'path.svg'), 'utf8')).toContain('<path d="M');
});

test('the outline of a text, in a typeface that ships with the application', async ({ page }) => {
  await newFilm(page);
  await choose(page, 'Shape', 'Text outline');
  await expect(show(page).getByRole('alert')).toContainText('Choose a typeface');
  await show(page).getByLabel('Text', { exact: true }).fill('TIDE');
  const before = await screenPixels(page);
  await choose(page, 'Typeface', 'Archivo Black');
  await changed(page, before, 0.1);
  await expect(show(page).getByRole('alert')).toHaveCount(0);
  const archivo = await screenPixels(page);
  // Quick changes of one thing are one step: this is to be another.
  await page.waitForTimeout(1100);
  await choose(page, 'Typeface', 'Righteous');
  await changed(page, archivo, 0.1);
  // One undo takes back the typeface with the outline made of it.
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(show(page).getByLabel('Typeface', { exact: true })).toHaveText('Archivo Black');
  await expect.poll(async () => difference(await screenPixels(page), archivo)).toBeLessThan(0.01);
  await show(page).getByLabel('Text', { exact: true }).fill('TIDE 海');
  await expect(show(page).getByRole('alert')).toContainText('“海”');
});

test('the outline of a picture is traced, and follows its threshold', async ({ page }) => {
  await newFilm(page);
  await choose(page, 'Shape', 'Image outline');
  const logo = new PNG({ width: 120, height: 120 });
  for (let i = 0; i < 120 * 120; i++) {
    const distance = Math.hypot((i % 120) - 60, Math.floor(i / 120) - 60);
    // Opaque in the middle, fading out.
    logo.data.set([200, 160, 90, Math.max(0, Math.min(255, (58 - distance) * 6))], 4 * i);
  }
  const before = await screenPixels(page);
  await show(page)
    .getByLabel('Image file', { exact: true })
    .first()
    .setInputFiles({ name: 'logo.png', mimeType: 'image/png', buffer: PNG.sync.write(logo) });
  await changed(page, before, 0.02);
  const half = await screenPixels(page);
  await set(page, 'Threshold', '95');
  await changed(page, half);
  await show(page)
    .getByLabel('Image file', { exact: true })
    .first()
    .setInputFiles({ name: 'words.png', mimeType: 'image/png', buffer: Buffer.from('no picture') });
  await expect(page.getByText(/words.png is not used/)).toBeVisible();
});
