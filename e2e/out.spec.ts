import { expect, test, type Page } from './test';
import { readFile } from 'node:fs/promises';
import { analysed, makeSong, media, probe, save } from './support';

const dialog = (page: Page) => page.getByRole('dialog');

/** Chooses from a list in the render dialog. */
async function choose(page: Page, label: string, option: string | RegExp) {
  await dialog(page).getByRole('combobox', { name: label, exact: true }).click();
  await page.getByRole('option', { name: option }).first().click();
}

/** A film of a short song, in the workspace. */
async function shortFilm(page: Page, name: string, seconds: number) {
  await page.goto('/');
  await page.getByLabel('Song file', { exact: true }).setInputFiles(await makeSong(`${name}.wav`, seconds));
  await expect(page.getByLabel('Title of the film')).toHaveValue(name);
  await analysed(page);
}

test('three formats from one dialog: kept settings, order, pause, and each plays in the browser', async ({
  page,
}) => {
  await shortFilm(page, 'outputs', 2.2);
  await page.getByRole('button', { name: 'Render', exact: true }).click();
  await choose(page, 'Size', 'Custom');
  for (const [label, value] of [
    ['Width', '320'],
    ['Height', '180'],
  ] as const) {
    const input = dialog(page).getByRole('spinbutton', { name: label });
    await input.fill(value);
    await input.press('Enter');
  }
  // Measured on this film.
  await expect(dialog(page).getByRole('status')).toHaveText(/^About .*, [\d.]+ MB\. [\d.]+ GB free\.$/, {
    timeout: 60_000,
  });
  await dialog(page).getByRole('button', { name: 'Add output' }).click();
  await choose(page, 'Format', /WebM, AV1/);
  await dialog(page).getByRole('button', { name: 'Add output' }).click();
  await choose(page, 'Format', /WebM, VP9/);
  await dialog(page).getByRole('switch', { name: 'Without background' }).click();
  await dialog(page).getByRole('button', { name: 'Keep these settings' }).click();
  await page.getByLabel('Name of the settings').fill('Three of them');
  await page.keyboard.press('Enter');
  // Odd sides are refused before anything starts.
  const width = dialog(page).getByRole('spinbutton', { name: 'Width' });
  await width.fill('321');
  await width.press('Enter');
  await expect(dialog(page).getByRole('status')).toHaveText(/322 x 180 would work/);
  await dialog(page).getByRole('button', { name: 'Settings', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Three of them', exact: true }).click();
  await expect(dialog(page).getByRole('spinbutton', { name: 'Width' })).toHaveValue('320');
  // A long render goes first, so that the others wait.
  const asked = await page.request.post('/api/renders', { data: { filmId: 'demo-slow-tide' } });
  expect(asked.status()).toBe(201);
  const long = page.getByRole('listitem').filter({ hasText: 'Slow Tide, Low Lanterns' });
  await dialog(page).getByRole('button', { name: 'Start 3 renders' }).click();

  await expect(page.getByRole('heading', { name: 'Renders' })).toBeVisible();
  const rows = page.getByRole('listitem');
  const row = (name: string | RegExp) => rows.filter({ has: page.getByRole('heading', { name }) });
  await expect(row(/^outputs.*\.mp4$/)).toHaveCount(1);
  // What still waits is put in another order by the keyboard.
  const handles = page.getByRole('button', { name: /^Move outputs/ });
  const order = () =>
    handles.evaluateAll((all) => all.map((one) => one.getAttribute('aria-label')!.split('.').at(-1)!));
  expect(await order()).toEqual(['mp4 in the queue', 'webm in the queue', 'webm in the queue']);
  await handles.first().focus();
  for (const key of ['Space', 'ArrowDown', 'Space']) {
    await page.keyboard.press(key);
    await page.waitForTimeout(200);
  }
  const moved = ['webm in the queue', 'mp4 in the queue', 'webm in the queue'];
  await expect.poll(order).toEqual(moved);
  await page.reload();
  await expect.poll(order).toEqual(moved);
  await long.getByRole('button', { name: 'Cancel' }).click();
  await expect(long.getByRole('status')).toHaveText('Cancelled');
  for (const name of [/^outputs 320x180\.webm$/, /^outputs 320x180 2\.webm$/, /^outputs.*\.mp4$/]) {
    const own = row(name);
    await own.getByRole('button', { name: 'Watch' }).click({ timeout: 120_000 });
    const video = own.locator('video');
    await expect
      .poll(() => video.evaluate((element: HTMLVideoElement) => element.currentTime), { timeout: 20_000 })
      .toBeGreaterThan(0.2);
    expect(await video.evaluate((element: HTMLVideoElement) => [element.videoWidth, element.error])).toEqual([
      320,
      null,
    ]);
    await own.getByRole('button', { name: 'Close' }).click();
  }
  // The corner of the transparent one is clear in the browser, too.
  const webm = row(/^outputs 320x180( 2)?\.webm$/).filter({ hasText: 'without background' });
  await webm.getByRole('button', { name: 'Watch' }).click();
  const alpha = await webm.locator('video').evaluate(async (video: HTMLVideoElement) => {
    while (video.readyState < 2) await new Promise((resolve) => setTimeout(resolve, 50));
    const canvas = Object.assign(document.createElement('canvas'), { width: 320, height: 180 });
    const context = canvas.getContext('2d')!;
    context.drawImage(video, 0, 0);
    const at = (x: number, y: number) => context.getImageData(x, y, 1, 1).data[3]!;
    const all = Array.from({ length: 32 * 18 }, (_, i) => at(10 * (i % 32), 10 * Math.floor(i / 32)));
    return { corner: at(2, 2), max: Math.max(...all) };
  });
  expect(alpha.corner).toBeLessThan(8);
  expect(alpha.max).toBeGreaterThan(200);
});

test('loops and stills are shown in the page: an animated WebP with all of its frames', async ({ page }) => {
  await shortFilm(page, 'loops', 1.2);
  await page.getByRole('button', { name: 'Render', exact: true }).click();
  await choose(page, 'Format', /Animated WebP/);
  await choose(page, 'Size', 'Custom');
  for (const [label, value] of [
    ['Width', '160'],
    ['Height', '90'],
  ] as const) {
    const input = dialog(page).getByRole('spinbutton', { name: label });
    await input.fill(value);
    await input.press('Enter');
  }
  await choose(page, 'Frame rate', '25 fps');
  await dialog(page).getByRole('button', { name: 'Start rendering' }).click();
  const row = page.getByRole('listitem').filter({ has: page.getByRole('heading', { name: 'loops.webp' }) });
  const download = page.waitForEvent('download', { timeout: 60_000 });
  await row.getByRole('link', { name: 'Download' }).click({ timeout: 60_000 });
  const bytes = await readFile(await save(await download, 'loops.webp'));
  await row.getByRole('button', { name: 'Watch' }).click();
  await expect
    .poll(() => row.getByRole('img').evaluate((image: HTMLImageElement) => image.naturalWidth))
    .toBe(160);
  const decoded = await page.evaluate(async (base64) => {
    const data = Uint8Array.from(atob(base64), (character) => character.charCodeAt(0));
    const decoder = new ImageDecoder({ data, type: 'image/webp' });
    await decoder.tracks.ready;
    await decoder.completed;
    const track = decoder.tracks.selectedTrack!;
    return { frames: track.frameCount, loops: track.repetitionCount };
  }, bytes.toString('base64'));
  expect(decoded.frames).toBeGreaterThan(20);
  expect(decoded.loops).toBe(Infinity);
});

test('a recipe is saved, another song dropped on it, what was fitted is told, and the film rendered', async ({
  page,
}) => {
  await shortFilm(page, 'source', 3);
  await page.getByRole('button', { name: 'Recipe', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Save as recipe…' }).click();
  await dialog(page).getByLabel('Name', { exact: true }).fill('House look');
  await dialog(page).getByLabel('Note').fill('For all of them');
  await dialog(page).getByRole('button', { name: 'Save recipe' }).click();
  await expect(page.getByText('House look is among the recipes of the library')).toBeVisible();

  await page.goto('/');
  await page.getByLabel('Song for House look').setInputFiles(await makeSong('next-song.wav', 2.5));
  await expect(page.getByRole('heading', { name: 'Fitted to the song' })).toBeVisible({ timeout: 60_000 });
  await expect(dialog(page).getByRole('row')).toHaveCount(2);
  await expect(dialog(page).getByRole('cell', { name: /-?[\d.]+ to -?[\d.]+ dB/ })).toBeVisible();
  await dialog(page).getByRole('button', { name: 'Done' }).click();
  await expect(page.getByLabel('Title of the film')).toHaveValue('next-song');
  await analysed(page);

  // Another look on it, and back in one step.
  await page.getByRole('button', { name: 'Recipe', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Apply a recipe…' }).click();
  await dialog(page).getByRole('button', { name: 'Pier lights', exact: true }).click();
  await dialog(page).getByRole('button', { name: 'Apply recipe' }).click();
  await page.getByRole('button', { name: 'Done' }).click({ timeout: 60_000 });
  const layers = page.getByRole('region', { name: 'Show' }).getByRole('listitem');
  await expect(layers.filter({ hasText: 'Drizzle' })).toHaveCount(1);
  await page.getByRole('button', { name: 'Undo: apply recipe' }).click();
  await expect(layers.filter({ hasText: 'Drizzle' })).toHaveCount(0);

  // A property goes back to what the recipe has.
  const show = page.getByRole('region', { name: 'Show' });
  await layers.filter({ hasText: 'Ring of bars' }).first().click();
  const reach = show.getByRole('spinbutton', { name: 'Reach', exact: true });
  const own = await reach.inputValue();
  await reach.fill('99');
  await reach.press('Enter');
  await reach.click({ button: 'right' });
  await page.getByRole('menuitem', { name: 'Reset to recipe House look' }).click();
  await expect(reach).toHaveValue(own);

  await page.getByRole('button', { name: 'Render', exact: true }).click();
  await choose(page, 'Size', /720p/);
  await dialog(page).getByRole('button', { name: 'Start rendering' }).click();
  const row = page
    .getByRole('listitem')
    .filter({ has: page.getByRole('heading', { name: 'next-song.mp4' }) });
  const download = page.waitForEvent('download', { timeout: 120_000 });
  await row.getByRole('link', { name: 'Download' }).click({ timeout: 120_000 });
  const file = await save(await download, 'next-song.mp4');
  expect((await probe(file)).video).toMatchObject({ codec_name: 'h264', nb_frames: '75' });
  const tags = String(await media('ffprobe', '-show_entries', 'format_tags=title', '-of', 'csv=p=0', file));
  expect(tags.trim()).toBe('next-song');
});

test('the song of a film is swapped, with a before and after of its ears', async ({ page }) => {
  await shortFilm(page, 'first-song', 2);
  await page.getByRole('button', { name: 'Recipe', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Swap the song…' }).click();
  await dialog(page)
    .getByLabel('Song file')
    .setInputFiles(await makeSong('second-song.wav', 4));
  await expect(page.getByRole('heading', { name: 'Fitted to the song' })).toBeVisible({ timeout: 60_000 });
  await expect(dialog(page).getByRole('columnheader', { name: 'Before' })).toBeVisible();
  await dialog(page).getByRole('button', { name: 'Done' }).click();
  await expect(page.getByLabel('Title of the film')).toHaveValue('second-song');
  await expect(page.getByTestId('time')).toContainText('0:04');
  await page.getByRole('button', { name: 'Undo: swap song' }).click();
  await expect(page.getByLabel('Title of the film')).toHaveValue('first-song');
});
