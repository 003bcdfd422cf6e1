import { expect, test, type Page } from './test';
import { ssim } from 'ssim.js';
import { card, choose, set, show } from './showPanel';
import {
  analysed,
  cyclogram,
  difference,
  folder,
  media,
  screenPixels,
  readPicture,
  type Picture,
} from './support';
import { join } from 'node:path';
import { readFile } from 'node:fs/promises';

/** A film of the demo's song with a kick, without layers. */
async function emptyFilm(page: Page): Promise<string> {
  const answer = await page.request.get('/api/films/demo-breakwater');
  const { document } = (await answer.json()) as { document: Record<string, unknown> };
  Object.assign(document, { title: 'Stage', layers: [], paths: [], cords: [], palettes: [] });
  const created = await page.request.post('/api/films', { data: { document } });
  const { id } = (await created.json()) as { id: string };
  await page.goto(`/films/${id}`);
  await analysed(page);
  return id;
}

async function seek(page: Page, seconds: number): Promise<void> {
  const tape = page.getByRole('slider', { name: 'Time in the song' });
  const end = Number(await tape.getAttribute('aria-valuemax'));
  const box = (await tape.boundingBox())!;
  await tape.click({ position: { x: (seconds / end) * box.width, y: 60 } });
  await page.waitForTimeout(200);
}

const orbit = (page: Page) => page.getByRole('slider', { name: 'Orbit the camera' });

test('a terrain is added, orbited, driven by the kick, and rendered as the preview shows it', async ({
  page,
}) => {
  const id = await emptyFilm(page);
  await show(page).getByRole('button', { name: 'Add a layer' }).first().click();
  await page.getByRole('dialog').getByRole('button', { name: 'Terrain', exact: true }).click();
  await expect(show(page).getByLabel('Name of the layer')).toHaveValue('Terrain');
  await seek(page, 24);
  const before = await screenPixels(page);

  // Dragging orbits and tilts; so do the arrow keys; the wheel comes nearer. Each can be undone.
  const box = (await orbit(page).boundingBox())!;
  await page.mouse.move(box.x + box.width / 2 + 30, box.y + box.height / 2 + 40);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 - 70, box.y + box.height / 2 + 70, { steps: 6 });
  await page.mouse.up();
  const camera = card(page, 'Camera');
  const number = (name: string) => camera.getByRole('spinbutton', { name, exact: true });
  await expect(number('Orbit')).toHaveValue('35');
  await expect(number('Tilt')).not.toHaveValue('16');
  expect(difference(await screenPixels(page), before)).toBeGreaterThan(2);
  await orbit(page).focus();
  await page.keyboard.press('ArrowRight');
  await expect(number('Orbit')).toHaveValue('40');
  const distance = Number(await number('Distance').inputValue());
  await page.mouse.wheel(0, -240);
  await expect.poll(async () => Number(await number('Distance').inputValue())).toBeLessThan(distance);
  await page.keyboard.press('Control+z');
  await expect(number('Distance')).toHaveValue(String(distance));

  // Presets, and everything in view.
  await camera.getByRole('button', { name: 'Above' }).click();
  await expect(number('Tilt')).toHaveValue('90');
  await camera.getByRole('button', { name: 'Three-quarter' }).click();
  await camera.getByRole('button', { name: 'Frame all' }).click();
  await expect(number('Distance')).not.toHaveValue(String(distance));
  const { width, height, data } = await screenPixels(page);
  const { data: empty } = before;
  // Nothing reaches the edges of the picture: they are the background, as in the corner.
  for (let x = 0; x < width; x += 8) expect(Math.abs(data[4 * x]! - empty[4 * x]!)).toBeLessThan(40);
  expect(height).toBe(1080);

  // The distance follows the kick: further away on a hit.
  await number('Distance').scrollIntoViewIfNeeded();
  await page.getByRole('button', { name: 'Drive Distance' }).click();
  await page.getByRole('dialog').getByRole('button', { name: /^Kick/ }).click();
  const cord = show(page).getByRole('region', { name: 'Cords of Distance' });
  await expect(cord).toBeVisible();
  await expect(page.getByRole('link', { name: 'Cords 1', exact: true })).toBeVisible();

  // Lines instead of faces, another form.
  await choose(page, 'Form', 'Bars');
  await set(page, 'Rows', '24');
  await expect(page.getByText(/^saved/)).toBeVisible();

  // What is rendered is what the preview shows.
  await seek(page, 24);
  const frameNow = async () =>
    Number(/frame (\d+)/.exec((await page.getByTestId('time').textContent())!)![1]);
  // A step puts the time into the middle of a frame, where renders look.
  const at = (await frameNow()) + 1;
  await page.keyboard.press('.');
  await expect.poll(frameNow).toBe(at);
  expect(Math.abs(at - 30 * 24)).toBeLessThan(30);
  const preview = await screenPixels(page);
  await page.waitForTimeout(1000);
  await expect(page.getByText(/^saved/)).toBeVisible();
  const out = join(folder, 'stage.png');
  await cyclogram('frame', id, '--at', String((at + 0.5) / 30), '--out', out);
  const server = await readPicture(await readFile(out));
  const image = ({ data: pixels, width: wide, height: high }: Picture) => ({
    data: Uint8ClampedArray.from(pixels),
    width: wide,
    height: high,
  });
  expect(ssim(image(preview), image(server)).mssim).toBeGreaterThanOrEqual(0.985);
  const video = join(folder, 'stage.mp4');
  await cyclogram('render', id, '--out', video, '--from', '24', '--to', '26', '--size', '320x180');
  const frames = await media('ffmpeg', '-i', video, '-f', 'rawvideo', '-pix_fmt', 'gray', '-');
  expect(frames.length).toBe(60 * 320 * 180);
});
