import { expect, test, type Page } from './test';
import { readFile } from 'node:fs/promises';
import type { Film } from '../packages/core/src/film/document/film';
import { difference, analysed, makeSong, openFilm, save, screenPixels, readPicture } from './support';

/** Opens a copy of a demo film, so that other tests find the demo films as they were. */
async function copyOf(page: Page, songId: string): Promise<void> {
  const film = (await (await page.request.get(`/api/films/demo-${songId}`)).json()) as { document: object };
  const created = await page.request.post('/api/films', { data: { document: film.document } });
  const { id } = (await created.json()) as { id: string };
  await openFilm(page, `/films/${id}`);
}

const hear = (page: Page) => page.getByRole('region', { name: 'Hear' });
const hits = async (page: Page) =>
  Number(/(\d+) in the song/.exec((await page.getByTestId('fires').textContent()) ?? '')?.[1] ?? NaN);

test('pick the kick with the mouse, drag its gate, see the hits change, undo', async ({ page }) => {
  await copyOf(page, 'breakwater');
  await hear(page).getByRole('button', { name: 'Add a follower' }).first().click();
  await expect(page.getByTestId('fires')).toContainText('times a minute');

  // Drag over the low end of the ear's live spectrum.
  const picker = page.getByTestId('range-picker');
  await picker.scrollIntoViewIfNeeded();
  const box = (await picker.boundingBox())!;
  await page.mouse.move(box.x + 2, box.y + 20);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width * 0.12, box.y + 24, { steps: 6 });
  await page.mouse.up();
  const from = page.getByRole('spinbutton', { name: 'From', exact: true }).last();
  const to = page.getByRole('spinbutton', { name: 'To', exact: true }).last();
  expect(Number(await from.inputValue())).toBeLessThan(70);
  expect(Number(await to.inputValue())).toBeLessThan(200);
  await analysed(page);

  // On the Tape, the gate is a line over the level: drag it up, nearly to the ceiling.
  const gate = page.getByRole('spinbutton', { name: 'Gate', exact: true });
  await gate.fill('60');
  await gate.press('Enter');
  await analysed(page);
  const before = await hits(page);
  const tape = (await page.getByRole('slider', { name: 'Time in the song' }).boundingBox())!;
  let grip: number | undefined;
  for (let y = tape.y + tape.height - 3; y > tape.y + tape.height * 0.6 && grip === undefined; y -= 3) {
    await page.mouse.move(tape.x + 400, y);
    const cursor = await page
      .getByRole('slider', { name: 'Time in the song' })
      .evaluate((element) => element.style.cursor);
    if (cursor === 'ns-resize') grip = y;
  }
  expect(grip).toBeDefined();
  await page.mouse.down();
  await page.mouse.move(tape.x + 400, grip! - 14, { steps: 4 });
  await page.mouse.up();
  expect(Number(await gate.inputValue())).toBeGreaterThan(61);
  await expect.poll(() => hits(page)).not.toBe(before);
  await page.getByRole('button', { name: /^Undo: gate/ }).click();
  await expect(gate).toHaveValue('60');
  await expect.poll(() => hits(page)).toBe(before);
});

test('a preset finds the kick: as many hits as the song has', async ({ page }) => {
  await copyOf(page, 'breakwater');
  await hear(page).getByRole('button', { name: 'Add a follower' }).first().click();
  await page.getByLabel('Preset').click();
  await page.getByRole('option', { name: 'Kick' }).click();
  // 27 bars of four on the floor.
  await expect.poll(() => hits(page)).toBe(108);
  await expect(page.getByRole('textbox', { name: 'Name of the follower' })).toHaveValue('Kick');
});

test('small pictures of layers show what their ear hears after its bands have changed', async ({ page }) => {
  await copyOf(page, 'breakwater');
  const thumbnail = page
    .getByRole('region', { name: 'Show' })
    .getByRole('listitem')
    .filter({ has: page.getByText('Lamps', { exact: true }) })
    .locator('canvas')
    .first();
  /** Bright pixels: without rays around the ring it would be some 340. */
  const bright = () =>
    thumbnail.evaluate((canvas: HTMLCanvasElement) => {
      const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
      return data.filter((value, i) => i % 4 === 0 && value > 140).length;
    });
  await expect.poll(bright).toBeGreaterThan(600);
  await hear(page).getByText('Whole song', { exact: true }).click();
  const bands = hear(page).getByRole('spinbutton', { name: 'Bands', exact: true });
  await bands.fill('96');
  await bands.press('Enter');
  await analysed(page);
  await expect.poll(bright).toBeGreaterThan(600);
  // It stays so.
  await page.waitForTimeout(500);
  expect(await bright()).toBeGreaterThan(600);
});

test('the Listening page by keyboard', async ({ page }) => {
  await copyOf(page, 'slow-tide');
  await hear(page)
    .getByRole('button', { name: 'Open Pipes in the Listening view', exact: true })
    .press('Enter');
  await expect(page).toHaveURL(/listening\/deep$/);
  const listening = page.getByRole('region', { name: 'Listening' });
  await expect(listening.getByRole('img', { name: 'Spectrum of Pipes' })).toBeVisible();
  const table = listening.getByRole('table', { name: 'Bands' });
  await expect(table).toHaveAttribute('aria-rowcount', '49');
  await analysed(page);

  // An inner edge moves with the arrow keys, and makes the bands ones by hand.
  const edge = table.getByRole('textbox', { name: 'Band 3 from', exact: true });
  const before = Number(await edge.inputValue());
  await edge.press('ArrowUp');
  await expect.poll(async () => Number(await edge.inputValue())).toBeGreaterThan(before);
  await expect(listening.getByRole('combobox', { name: 'Scale', exact: true })).toHaveText('By hand');
  await edge.fill('62');
  await edge.press('Enter');
  await expect(edge).toHaveValue('62.0');
  // Typed key by key: the field keeps the focus while the bands are heard anew.
  const name = table.getByRole('textbox', { name: 'Name of band 3', exact: true });
  await name.focus();
  await page.keyboard.type('Low pipe', { delay: 40 });
  await expect(name).toHaveValue('Low pipe');
  await expect(name).toBeFocused();

  // Mute, split and remove with the keys of their buttons.
  await table.getByRole('button', { name: 'Mute band 2', exact: true }).press('Enter');
  await expect(table.getByRole('button', { name: 'Unmute band 2', exact: true })).toBeVisible();
  await table.getByRole('button', { name: 'Split band 3', exact: true }).press('Enter');
  await expect(table).toHaveAttribute('aria-rowcount', '50');
  await table.getByRole('button', { name: 'Remove band 4', exact: true }).press('Enter');
  await expect(table).toHaveAttribute('aria-rowcount', '49');

  // Weights: a point is moved with the arrow keys and removed with Delete.
  await listening.getByRole('button', { name: 'Draw weights' }).press('Enter');
  const spectrum = (await page.getByTestId('large-spectrum').boundingBox())!;
  await page.mouse.click(spectrum.x + spectrum.width / 2, spectrum.y + spectrum.height / 3);
  const point = listening.getByRole('button', { name: /^Weight / });
  const label = await point.getAttribute('aria-label');
  await point.press('ArrowUp');
  await expect(point).not.toHaveAttribute('aria-label', label!);
  await point.press('Delete');
  await expect(point).toHaveCount(0);

  await page.keyboard.press('Control+z');
  await expect(point).toHaveCount(1);
  await listening.getByRole('button', { name: 'Back to the film' }).press('Enter');
  await expect(page.getByRole('img', { name: 'The picture now' })).toBeVisible();
});

test('fit to song says what it chose; trimming and the window’s words follow', async ({ page }) => {
  await copyOf(page, 'breakwater');
  await hear(page).getByRole('button', { name: 'Whole song', exact: true }).first().click();
  const before = await page.getByRole('spinbutton', { name: 'Floor' }).inputValue();
  await expect(page.getByTestId('window-note')).toHaveText('This window tells 24 Hz apart, blurs 85 ms.');
  await page.getByRole('button', { name: 'Fit to song' }).click();
  const note = page.getByRole('status').filter({ hasText: 'Ceiling' });
  await expect(note).toContainText('the song falls by');
  const ceiling = Number(await page.getByRole('spinbutton', { name: 'Ceiling' }).inputValue());
  await expect(note).toContainText(`Ceiling ${ceiling} dB`);
  await page.getByRole('button', { name: /^Undo: fit to song/ }).click();
  await expect(page.getByRole('spinbutton', { name: 'Floor' })).toHaveValue(before);

  // A tone that rises to 2 kHz sounds nothing at 20 kHz.
  await page.goto('/');
  await page.getByLabel('Song file').setInputFiles(await makeSong('trim.mp3', 6));
  await expect(page.getByLabel('Title of the film')).toHaveValue('trim');
  await analysed(page);
  const to = page.getByRole('spinbutton', { name: 'To', exact: true }).first();
  await to.fill('23900');
  await to.press('Enter');
  await analysed(page);
  await page.getByRole('button', { name: 'Trim silent bands' }).click();
  await expect.poll(async () => Number(await to.inputValue())).toBeLessThan(23900);
  const bands = page.getByRole('spinbutton', { name: 'Bands', exact: true });
  expect(Number(await bands.inputValue())).toBeLessThan(64);
});

test('beats: found, doubled, shifted, exported; a follower follows them', async ({ page }) => {
  await copyOf(page, 'dry-dock');
  await page.getByRole('button', { name: /^Beats/ }).click();
  await page.getByRole('button', { name: 'Remove', exact: true }).click();
  await page.getByRole('button', { name: 'Detect beats' }).click();
  const tempo = page.getByRole('spinbutton', { name: 'Tempo' });
  await expect(tempo).toHaveValue(/^96|^95\.[5-9]/, { timeout: 30_000 });
  const found = Number(await tempo.inputValue());
  await page.getByRole('button', { name: 'Double' }).click();
  await expect.poll(async () => Number(await tempo.inputValue())).toBeCloseTo(found * 2, 1);
  await page.getByRole('button', { name: 'Half' }).click();
  const first = page.getByRole('spinbutton', { name: 'First bar' });
  const begins = Number(await first.inputValue());
  await page.getByRole('button', { name: 'Shift a beat' }).click();
  await expect.poll(async () => Number(await first.inputValue())).toBeCloseTo(begins + 60 / found, 1);
  await page.keyboard.press('Escape');
  await expect(page.getByText(/^saved \d/)).toBeVisible();
  await page.getByRole('button', { name: 'Export analysis' }).click();
  const take = async (name: string, file: string) => {
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name, exact: true }).click();
    return readFile(await save(await download, file));
  };
  const midi = await take('Beats, MIDI', 'beats.mid');
  expect(midi.subarray(0, 4).toString('latin1')).toBe('MThd');
  const rate = page.getByRole('spinbutton', { name: 'Rows per second' });
  await rate.fill('12.5');
  await rate.press('Enter');
  const csv = String(await take('All followers, CSV', 'followers.csv')).split('\n');
  expect(csv[0]).toBe('time,Barrel strokes,Planks,Tin');
  expect(csv[2]!.split(',')[0]).toBe('0.08');
  const png = await take('Spectrogram, PNG', 'spectrogram.png');
  expect(png.subarray(1, 4).toString('latin1')).toBe('PNG');
});

test('an ear listens to several tracks, a channel, and only what is percussive', async ({ page }) => {
  await copyOf(page, 'breakwater');
  await page.getByRole('slider', { name: 'Time in the song' }).click({ position: { x: 900, y: 60 } });
  await hear(page).getByRole('button', { name: 'Whole song', exact: true }).first().click();
  const whole = await screenPixels(page);
  await page.getByRole('button', { name: /^Tracks: / }).click();
  await page.getByRole('menuitemcheckbox', { name: 'Bells' }).click();
  await page.getByRole('menuitemcheckbox', { name: 'Hats' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Tracks: 2 tracks' })).toBeVisible();
  await analysed(page);
  await expect.poll(async () => difference(await screenPixels(page), whole)).toBeGreaterThan(0.5);
  const both = await screenPixels(page);
  await page.getByLabel('Component').click();
  await page.getByRole('option', { name: 'Percussive' }).click();
  await analysed(page);
  await expect.poll(async () => difference(await screenPixels(page), both)).toBeGreaterThan(0.3);
  const percussive = await screenPixels(page);
  await page.getByLabel('Channel').click();
  await page.getByRole('option', { name: 'Side' }).click();
  await analysed(page);
  await expect.poll(async () => difference(await screenPixels(page), percussive)).toBeGreaterThan(0.3);
});

test('a track can be muted for now, replaced, and started later', async ({ page }) => {
  await copyOf(page, 'dry-dock');
  await hear(page).getByRole('button', { name: 'Mute' }).click();
  await expect(hear(page).getByRole('button', { name: 'Unmute' })).toBeVisible();
  await hear(page).getByRole('button', { name: 'Unmute' }).click();
  await hear(page).getByRole('button', { name: 'Mix', exact: true }).click();
  const start = page.getByRole('spinbutton', { name: 'Start' }).first();
  await start.fill('2.5');
  await start.press('Enter');
  await expect(page.getByTestId('time')).toContainText('/ 0:42');
  const soundtrack = page.getByRole('switch', { name: 'In the soundtrack' });
  // Amber: what is sound.
  await expect(soundtrack).toHaveCSS('border-color', 'rgb(240, 172, 72)');
  await soundtrack.click();
  await expect(hear(page).getByTitle('Not in the soundtrack')).toHaveCount(4);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await page.getByRole('button', { name: 'Replace' }).click();
  await expect(page.getByRole('dialog')).toContainText('keeps its settings');
  await page.keyboard.press('Escape');
  await openFilm(page, page.url());
});

test('a film whose song is taken away asks for one, and has it back by undo', async ({ page }) => {
  // This one fades to black.
  await copyOf(page, 'breakwater');
  const tape = page.getByRole('slider', { name: 'Time in the song' });
  const shown = async () => await readPicture(await tape.screenshot());
  const before = await shown();
  let removed = 0;
  while ((await tape.count()) > 0) {
    const card = hear(page).getByRole('button', { expanded: false }).first();
    await card.click();
    await hear(page).getByRole('button', { name: 'Remove', exact: true }).first().click();
    removed++;
  }
  await expect(page.getByText('Drop the song here.')).toBeVisible();
  // Nothing fades out of a film without a length.
  expect((await screenPixels(page)).data.some((value, i) => i % 4 < 3 && value > 8)).toBe(true);
  for (let i = 0; i < removed; i++) await page.getByRole('button', { name: /^Undo: remove track/ }).click();
  await analysed(page);
  await expect.poll(async () => difference(await shown(), before)).toBeLessThan(1);
});

test('nothing is heard before all of a film’s sounds are known', async ({ page }) => {
  const answer = await page.request.get('/api/films/demo-dry-dock');
  const { document } = (await answer.json()) as { document: Film };
  let release = () => {};
  const known = new Promise<void>((resolve) => (release = resolve));
  await page.route(`**/api/assets/${document.tracks.at(-1)!.source.asset}`, async (route) => {
    await known;
    await route.continue();
  });
  await page.goto('/films/demo-dry-dock');
  await expect(page.getByRole('slider', { name: 'Time in the song' })).toBeVisible();
  await page.waitForTimeout(2500);
  await expect(page.getByText('analysing 0 %')).toBeVisible();
  release();
  await analysed(page);
});
