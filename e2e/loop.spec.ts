import { expect, test, type Page } from './test';
import { analysed, difference, openFilm, screenPixels, settledPixels } from './support';

test.use({ cacheMegabytes: 512 });

const note = (page: Page) => page.getByTestId('preview-note');

/** Loops a part of a film, and waits until all of it is there at full quality. */
async function loopFilm(page: Page, id: string): Promise<void> {
  await openFilm(page, `/films/${id}`);
  await analysed(page);
  await page.getByRole('slider', { name: 'Time in the song' }).click({ position: { x: 300, y: 60 } });
  await page.getByRole('button', { name: 'Loop the next four seconds' }).click();
  await expect(note(page)).toHaveText('100 % cached', { timeout: 120_000 });
}

test('a loop is painted in advance, plays in full size, and is the picture that stands there', async ({
  page,
}) => {
  await loopFilm(page, 'demo-dry-dock');
  await note(page).click();
  await expect(page.getByTestId('cached-seconds')).toHaveText('4.0 of 4.0 s cached');
  await page.keyboard.press('Escape');
  const canvas = page.getByRole('img', { name: 'The picture now' });
  const sizeOf = () => canvas.evaluate((one: HTMLCanvasElement) => [one.width, one.height].join('×'));
  const size = await sizeOf();
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect(note(page)).toHaveText(new RegExp(`^${size} · \\d+ fps · 100 % cached$`));
  await page.getByRole('button', { name: 'Pause', exact: true }).click();
  const kept = await settledPixels(page);
  // Without what is kept it is painted anew: the same, so nothing flickers.
  await note(page).click();
  await page.getByRole('combobox', { name: 'Frame cache' }).click();
  await page.getByRole('option', { name: 'Off' }).click();
  await expect(note(page)).toHaveText('Cache off');
  expect(difference(await settledPixels(page), kept)).toBe(0);
  await page.keyboard.press('Escape');
  await page.keyboard.press('.');
  await expect.poll(async () => difference(await screenPixels(page), kept)).toBeGreaterThan(0);
});

test('after an edit what has changed is painted again, and shown at once', async ({ page }) => {
  await loopFilm(page, 'demo-dry-dock');
  const before = await settledPixels(page);
  const hide = page.getByRole('button', { name: 'Hide', exact: true }).first();
  await hide.click();
  await expect.poll(async () => difference(await screenPixels(page), before)).toBeGreaterThan(0);
  await expect(note(page)).not.toHaveText('100 % cached');
  await expect(note(page)).toHaveText('100 % cached', { timeout: 120_000 });
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(note(page)).toHaveText('100 % cached', { timeout: 120_000 });
  await expect.poll(async () => difference(await screenPixels(page), before)).toBe(0);
});
