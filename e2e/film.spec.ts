import { newFilm } from './showPanel';
import { expect, test } from './test';
import { difference, analysed, makeSong, openFilm, probe, save, screenPixels } from './support';

test('from a dropped song to a video file', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Breakwater Lamps' })).toBeVisible();
  await page.getByLabel('Song file').setInputFiles(await makeSong('rising.mp3', 6));
  await expect(page.getByLabel('Title of the film')).toHaveValue('rising');
  await analysed(page);

  // It opens where it is lively, as its picture in the library shows it; at its start it is silent.
  await expect(page.getByTestId('time')).not.toContainText('0:00.0 /');
  await page.getByRole('toolbar', { name: 'Transport' }).getByRole('button', { name: 'Go to start' }).click();
  await expect(page.getByTestId('time')).toContainText('0:00.0 /');

  // Jump into the song: the picture follows.
  const silent = await screenPixels(page);
  const tape = page.getByRole('slider', { name: 'Time in the song' });
  // Just after a beat, where the song is loud.
  await tape.click({ position: { x: 435, y: 80 } });
  await expect(page.getByTestId('time')).not.toContainText('0:00.0 /');
  await expect.poll(async () => difference(await screenPixels(page), silent)).toBeGreaterThan(0.5);

  // Change the ear, by typing and by arrow keys: the picture changes, undo brings it back.
  await expect.poll(async () => difference(await screenPixels(page), await screenPixels(page))).toBe(0);
  const before = await screenPixels(page);
  const bands = page.getByRole('spinbutton', { name: 'Bands', exact: true });
  await bands.fill('48/2');
  await bands.press('Enter');
  await bands.press('ArrowUp');
  await expect(bands).toHaveValue('25');
  await analysed(page);
  await expect.poll(async () => difference(await screenPixels(page), before)).toBeGreaterThan(0.5);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(bands).toHaveValue('64');
  await analysed(page);
  await expect.poll(async () => difference(await screenPixels(page), before)).toBeLessThan(0.05);

  // Change the figure: scale, side and radius each show.
  const reach = page.getByRole('spinbutton', { name: 'Reach' });
  await reach.fill('400');
  await reach.press('Enter');
  await expect.poll(async () => difference(await screenPixels(page), before)).toBeGreaterThan(0.5);
  const outward = await screenPixels(page);
  await page.getByRole('combobox', { name: 'Side' }).click();
  await page.getByRole('option', { name: 'Inward' }).click();
  await expect.poll(async () => difference(await screenPixels(page), outward)).toBeGreaterThan(0.5);
  const log = await screenPixels(page);
  await page
    .getByRole('region', { name: 'Hear' })
    .getByRole('combobox', { name: 'Scale', exact: true })
    .click();
  await page.getByRole('option', { name: 'Linear' }).click();
  await analysed(page);
  await expect.poll(async () => difference(await screenPixels(page), log)).toBeGreaterThan(0.5);

  // Play: time goes on by itself.
  await page.getByRole('toolbar', { name: 'Transport' }).getByRole('button', { name: 'Go to start' }).click();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(page.getByTestId('time')).toContainText('0:02.', { timeout: 15_000 });
  await page.getByRole('button', { name: 'Pause', exact: true }).click();

  // Render, download, decode.
  await page.getByRole('button', { name: 'Render', exact: true }).click();
  await page.getByRole('combobox', { name: 'Size' }).click();
  await page.getByRole('option', { name: '720p' }).click();
  await page.getByRole('button', { name: 'Start rendering' }).click();
  const row = page.getByRole('listitem').filter({ hasText: 'rising' });
  const download = page.waitForEvent('download', { timeout: 120_000 });
  await row.getByRole('link', { name: 'Download' }).click({ timeout: 120_000 });
  const { video, audio } = await probe(await save(await download, 'rising.mp4'));
  expect(video).toMatchObject({
    codec_name: 'h264',
    width: 1280,
    height: 720,
    nb_frames: '180',
    r_frame_rate: '30/1',
  });
  expect(audio).toMatchObject({ codec_name: 'aac', sample_rate: '48000' });
  expect(Number(audio['duration'])).toBeCloseTo(6, 1);
});

test('a render can be cancelled', async ({ page }) => {
  await openFilm(page, '/films/demo-slow-tide');
  await page.getByRole('button', { name: 'Render', exact: true }).click();
  await page.getByRole('button', { name: 'Start rendering' }).click();
  const row = page.getByRole('listitem').filter({ hasText: 'Slow Tide, Low Lanterns' });
  await row.getByRole('button', { name: 'Cancel' }).click();
  await expect(row.getByRole('status')).toHaveText('Cancelled');
  await row.getByRole('button', { name: 'Remove' }).click();
  await expect(row).toHaveCount(0);
});

test('undo survives a reload', async ({ page }) => {
  await openFilm(page, '/films/demo-dry-dock');
  const title = page.getByLabel('Title of the film');
  await title.fill('Dry Dock, again');
  await expect(page.getByText(/^saved \d/)).toBeVisible();
  await page.waitForTimeout(1000);
  await expect(page.getByText(/^saved \d/)).toBeVisible();
  await page.reload();
  await expect(title).toHaveValue('Dry Dock, again');
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(title).toHaveValue('Dry Dock Signals');
  await page.getByRole('button', { name: /^Redo/ }).click();
  await expect(title).toHaveValue('Dry Dock, again');
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByText(/^saved \d/)).toBeVisible();
});

test('two tabs with the same film: the later save is told, and nothing is lost', async ({
  page,
  context,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New film without a song' }).click();
  await expect(page.getByLabel('Title of the film')).toHaveValue('Untitled');
  const other = await context.newPage();
  await other.goto(page.url());
  // It has the film as it was, before the first one saves.
  await expect(other.getByLabel('Title of the film')).toHaveValue('Untitled');
  await page.getByLabel('Title of the film').fill('First');
  await expect
    .poll(async () => (await page.request.get(page.url().replace('/films/', '/api/films/'))).json())
    .toMatchObject({ document: { title: 'First' } });
  await other.getByLabel('Title of the film').fill('Second');
  await expect(other.getByRole('alert')).toContainText('saved in another tab');
  await other.getByRole('button', { name: 'Keep mine as a copy' }).click();
  await expect(other.getByLabel('Title of the film')).toHaveValue('Second (mine)');
  await page.reload();
  await expect(page.getByLabel('Title of the film')).toHaveValue('First');
});

test('edits that did not reach the server are offered when the film is opened again', async ({ page }) => {
  await newFilm(page);
  const title = page.getByLabel('Title of the film');
  await expect(page.getByText(/^saved \d/)).toBeVisible();
  // The server does not answer any more.
  await page.route('**/api/films/*', (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  );
  await title.fill('Not arrived');
  await expect(page.getByRole('alert')).toContainText('Not saved');
  await page.unroute('**/api/films/*');
  await page.reload();
  await expect(page.getByRole('heading', { name: /^Unsaved edits of/ })).toBeVisible({ timeout: 30_000 });
  await page.getByRole('button', { name: 'Restore edits' }).click();
  await expect(title).toHaveValue('Not arrived');
  await expect(page.getByText(/^saved \d/)).toBeVisible();
  await page.reload();
  await expect(title).toHaveValue('Not arrived');
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(title).toHaveValue('Untitled');
});

test('layers: add, duplicate, hide, delete, and the handles on the Screen', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New film without a song' }).click();
  const show = page.getByRole('region', { name: 'Show' });
  await show.getByRole('button', { name: 'Duplicate' }).click();
  await expect(show.getByRole('listitem')).toHaveCount(3);
  const both = await screenPixels(page);
  const handle = page.getByRole('button', { name: 'Radius of the path' });
  const box = (await handle.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y - 60, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByRole('spinbutton', { name: 'Radius' })).not.toHaveValue('259');
  await expect.poll(async () => difference(await screenPixels(page), both)).toBeGreaterThan(0.02);
  await show.getByRole('button', { name: 'Hide' }).first().click();
  await expect(show.getByRole('button', { name: 'Show', exact: true })).toHaveCount(1);
  await show.getByRole('button', { name: 'Delete' }).click();
  await expect(show.getByRole('listitem')).toHaveCount(2);
});

test('a file that is no song says so, and leaves the library as it was', async ({ page }) => {
  await page.goto('/');
  await page
    .getByLabel('Song file')
    .setInputFiles({ name: 'words.mp3', mimeType: 'audio/mpeg', buffer: Buffer.from('no song') });
  await expect(page.getByRole('alert')).toContainText('"words.mp3" is not audio');
  await expect(page.getByRole('button', { name: 'Choose a file' })).toBeVisible();
});

test('nothing is asked of any other machine, and nothing breaks the content security policy', async ({
  page,
}) => {
  const outside: string[] = [];
  const complaints: string[] = [];
  page.on('request', (request) => {
    const { protocol, hostname } = new URL(request.url());
    if (protocol.startsWith('http') && hostname !== '127.0.0.1') outside.push(request.url());
  });
  page.on('console', (message) => {
    if (message.type() === 'error') complaints.push(message.text());
  });
  page.on('pageerror', (error) => complaints.push(error.message));
  await page.goto('/');
  await openFilm(page, '/films/demo-breakwater');
  await page.goto('/renders');
  await page.getByRole('button', { name: 'Help' }).click();
  await expect(page.getByRole('dialog')).toContainText('Import a song');
  expect(outside).toEqual([]);
  // Else workers copy what they could share.
  expect(await page.evaluate(() => crossOriginIsolated)).toBe(true);
  expect(complaints).toEqual([]);
});

test('a number can be dragged by its name, stepped finely, and reset; the picture takes another shape', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New film without a song' }).click();
  const reach = page.getByRole('spinbutton', { name: 'Reach' });
  await expect(reach).toHaveValue('216');
  const label = page.getByText('Reach', { exact: true });
  await label.scrollIntoViewIfNeeded();
  const name = (await label.boundingBox())!;
  await page.mouse.move(name.x + 20, name.y + name.height / 2);
  await page.mouse.down();
  await page.mouse.move(name.x + 60, name.y + name.height / 2, { steps: 5 });
  await page.mouse.up();
  await expect(reach).toHaveValue('316');
  await reach.press('Shift+ArrowDown');
  await expect(reach).toHaveValue('216');
  await reach.press('Alt+ArrowUp');
  await expect(reach).toHaveValue('217');
  await reach.fill('-50');
  await reach.press('Enter');
  await expect(reach).toHaveValue('0');
  await reach.dblclick();
  await expect(reach).toHaveValue('216');

  const shape = async () => {
    const { width, height } = (await page.getByRole('img', { name: 'The picture now' }).boundingBox())!;
    return width / height;
  };
  expect(await shape()).toBeCloseTo(16 / 9, 1);
  const show = page.getByRole('region', { name: 'Show' });
  const width = show.getByRole('spinbutton', { name: 'Width' }).last();
  await width.fill('1080');
  await width.press('Enter');
  await expect.poll(shape).toBeCloseTo(1, 1);
});

test('the render dialog has the rate that the film has now, not that of when it was opened', async ({
  page,
}) => {
  await openFilm(page, '/films/demo-dry-dock');
  const render = page.getByRole('button', { name: 'Render', exact: true });
  const rate = page.getByRole('dialog').getByRole('combobox', { name: 'Frame rate' });
  await render.click();
  await expect(rate).toHaveText('Film, 30 fps');
  await page.keyboard.press('Escape');
  await page.getByRole('region', { name: 'Show' }).getByRole('combobox', { name: 'Frame rate' }).click();
  await page.getByRole('option', { name: '25 fps' }).click();
  await render.click();
  await expect(rate).toHaveText('Film, 25 fps');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByText(/^saved \d/)).toBeVisible();
});
