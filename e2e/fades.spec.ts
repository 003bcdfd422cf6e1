import { expect, test, type Page } from './test';
import { cyclogram, folder, media, openFilm, screenPixels } from './support';
import { join } from 'node:path';
import type { Film } from '../packages/core/src/film/document/film';

/** A copy of a demo film, changed; its id. */
async function copyOf(page: Page, songId: string, change: (film: Film) => void): Promise<string> {
  const { document } = (await (await page.request.get(`/api/films/demo-${songId}`)).json()) as {
    document: Film;
  };
  change(document);
  const created = await page.request.post('/api/films', { data: { document } });
  return ((await created.json()) as { id: string }).id;
}

const tapeOf = (page: Page) => page.getByRole('slider', { name: 'Time in the song' });

/** Drags on the Tape to a place where the film has that time; from a place where the pointer shows `cursor`. */
async function dragTo(page: Page, from: [number, number], seconds: number, length: number): Promise<void> {
  const box = (await tapeOf(page).boundingBox())!;
  await page.mouse.move(box.x + from[0], box.y + from[1]);
  await expect.poll(() => tapeOf(page).evaluate((element) => element.style.cursor)).toBe('ew-resize');
  await page.mouse.down();
  await page.mouse.move(box.x + (seconds / length) * box.width, box.y + from[1], { steps: 6 });
  await page.mouse.up();
}

/** Mean brightness of what the Screen shows, 0..255. */
async function brightness(page: Page): Promise<number> {
  const { data } = await screenPixels(page);
  let sum = 0;
  for (let i = 0; i < data.length; i += 4) sum += data[i]! + data[i + 1]! + data[i + 2]!;
  return sum / (data.length / 4) / 3;
}

/** Height of the Tape's last rows, with one pixel to spare. */
const rowFromBottom = (box: { height: number }, row: number) => box.height - 4 - 18 * row + 5;

test('fades are dragged on the Tape, snap to beats, and are undone', async ({ page }) => {
  const id = await copyOf(page, 'dry-dock', (film) => {
    film.fades.picture.fadeOut = 0;
  });
  await openFilm(page, `/films/${id}`);
  const box = (await tapeOf(page).boundingBox())!;
  const show = page.getByRole('region', { name: 'Show' });
  const fadeIn = show.getByRole('spinbutton', { name: 'Fade in', exact: true });
  const length = Number(await tapeOf(page).getAttribute('aria-valuemax'));

  // The picture's row is the last one while no layer is open. A beat lasts 0.625 s.
  await dragTo(page, [3, rowFromBottom(box, 1)], 3.2, length);
  expect(Number(await fadeIn.inputValue()) / 0.625).toBeCloseTo(5, 1);
  await page.getByRole('button', { name: /^Undo: fade in/ }).click();
  await expect(fadeIn).toHaveValue('0');
  await page.keyboard.press('Control+Shift+Z');
  expect(Number(await fadeIn.inputValue())).toBeGreaterThan(3);

  // The film is paper: faded to black at its start, and the paper comes through halfway.
  await fadeIn.scrollIntoViewIfNeeded();
  await show.getByLabel('Colour', { exact: true }).click();
  await page.getByRole('textbox', { name: 'Colour, as hex' }).fill('#000000');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Home');
  await expect.poll(() => brightness(page)).toBeLessThan(2);
  await page.mouse.click(box.x + (1.5625 / length) * box.width, box.y + 40);
  await expect.poll(() => brightness(page)).toBeGreaterThan(60);
  const halfway = await brightness(page);
  expect(halfway).toBeLessThan(150);
  await page.mouse.click(box.x + (10 / length) * box.width, box.y + 40);
  await expect.poll(() => brightness(page)).toBeGreaterThan(180);

  // A double click on the handle takes the fade away; without snapping it goes anywhere.
  await page.mouse.dblclick(box.x + (3.125 / length) * box.width, box.y + rowFromBottom(box, 1));
  await expect(fadeIn).toHaveValue('0');
  await page.getByRole('button', { name: 'Snap loops, fades and keyframes to beats' }).click();
  await dragTo(page, [3, rowFromBottom(box, 1)], 2.77, length);
  expect(Number(await fadeIn.inputValue())).toBeCloseTo(2.77, 1);
  expect((Number(await fadeIn.inputValue()) / 0.625) % 1).toBeGreaterThan(0.2);
});

test('a layer is shown for a part of the film, as it is rendered', async ({ page }) => {
  const id = await copyOf(page, 'dry-dock', () => {});
  await openFilm(page, `/films/${id}`);
  const show = page.getByRole('region', { name: 'Show' });
  await show.getByText('Word', { exact: true }).click();
  await show.getByRole('button', { name: /^Timing/ }).click();
  const box = (await tapeOf(page).boundingBox())!;
  const length = Number(await tapeOf(page).getAttribute('aria-valuemax'));
  // The lower half of the layer's row moves its ends, the upper its fades.
  await dragTo(page, [3, rowFromBottom(box, 1) + 9], 10, length);
  await expect(show.getByRole('spinbutton', { name: 'Start', exact: true }).last()).toHaveValue('10');
  const to = show.getByRole('spinbutton', { name: 'End', exact: true }).last();
  await to.fill('20');
  await to.press('Enter');
  const fade = show.getByRole('spinbutton', { name: 'Fade in', exact: true }).first();
  await fade.fill('2');
  await fade.press('Enter');
  // An end before the beginning stays just after it.
  await to.fill('3');
  await to.press('Enter');
  await expect(to).toHaveValue('10.05');
  await page.keyboard.press('Control+z');
  await expect(to).toHaveValue('20');
  await expect(page.getByText(/^saved/)).toBeVisible();

  // What the server draws: the word is missing before, half there at 11 s, there at 15 s.
  const ink = async (at: number, hidden: boolean) => {
    const { document } = (await (await page.request.get(`/api/films/${id}`)).json()) as { document: Film };
    const layer = document.layers.find(({ name }) => name === 'Word')!;
    expect(layer.span).toMatchObject({ from: 10, to: 20, fadeIn: 2 });
    if (hidden) layer.visible = false;
    const created = await page.request.post('/api/films', { data: { document } });
    const copy = ((await created.json()) as { id: string }).id;
    const out = join(folder, `wheel-${at}-${hidden}.png`);
    await cyclogram('frame', copy, '--at', String(at), '--out', out, '--size', '320x180');
    const bytes = await media('ffmpeg', '-i', out, '-f', 'rawvideo', '-pix_fmt', 'gray', '-');
    await page.request.delete(`/api/films/${copy}`);
    return bytes.reduce((sum, value) => sum + value, 0);
  };
  const drawn = async (at: number) => (await ink(at, true)) - (await ink(at, false));
  expect(await drawn(9.9)).toBe(0);
  expect(await drawn(15)).toBeGreaterThan(20_000);
});

test('the sound fades in Hear, and the render has it', async ({ page }) => {
  const id = await copyOf(page, 'dry-dock', () => {});
  await openFilm(page, `/films/${id}`);
  const hear = page.getByRole('region', { name: 'Hear' });
  await hear.getByRole('button', { name: /^Sound fades/ }).click();
  const fadeIn = hear.getByRole('spinbutton', { name: 'Fade in', exact: true });
  await fadeIn.fill('4');
  await fadeIn.press('Enter');
  await hear.getByLabel('Fade curve').click();
  await page.getByRole('option', { name: 'Linear' }).click();
  await expect(page.getByText(/^saved/)).toBeVisible();
  const loudness = async (film: string, name: string) => {
    const out = join(folder, name);
    await cyclogram('render', film, '--out', out, '--size', '64x36', '--fps', '5', '--to', '6');
    const pcm = await media('ffmpeg', '-i', out, '-map', '0:a', '-af', 'pan=mono|c0=FL', '-f', 's16le', '-');
    const samples = new Int16Array(pcm.buffer.slice(pcm.byteOffset, pcm.byteOffset + pcm.length));
    const rms = (from: number, to: number) =>
      Math.sqrt(
        samples.slice(from * 48000, to * 48000).reduce((sum, v) => sum + v * v, 0) / ((to - from) * 48000),
      );
    return [rms(0.5, 1.5), rms(2.5, 3.5), rms(4.5, 5.5)];
  };
  const plain = await loudness('demo-dry-dock', 'plain.mp4');
  const faded = await loudness(id, 'faded.mp4');
  const levels = faded.map((value, i) => value / plain[i]!);
  expect(levels[0]).toBeGreaterThan(0.1);
  expect(levels[0]).toBeLessThan(0.4);
  expect(levels[1]).toBeGreaterThan(0.6);
  expect(levels[1]).toBeLessThan(0.9);
  expect(levels[2]).toBeCloseTo(1, 1);
});
