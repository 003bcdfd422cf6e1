import { expect, test, type Page } from './test';
import { difference, screenPixels, settledPixels } from './support';

const show = (page: Page) => page.getByRole('region', { name: 'Show' });

/** Chooses an entry of a list, and waits until the picture has changed. */
async function choose(page: Page, list: string, entry: string): Promise<void> {
  const before = await screenPixels(page);
  await show(page).getByRole('combobox', { name: list, exact: true }).click();
  await page.getByRole('option', { name: entry, exact: true }).click();
  await expect.poll(async () => difference(await screenPixels(page), before)).toBeGreaterThan(0.005);
}

test('another path, other marks, copies: each shows at once, and can be undone', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New film without a song' }).click();
  const bare = await settledPixels(page);
  const rest = show(page).getByRole('spinbutton', { name: 'Rest', exact: true });
  await rest.fill('40');
  await rest.press('Enter');
  await expect.poll(async () => difference(await screenPixels(page), bare)).toBeGreaterThan(0.005);
  const start = await settledPixels(page);
  await choose(page, 'Shape', 'Star');
  await choose(page, 'Figure', 'Area');
  await choose(page, 'Figure', 'Line');
  await choose(page, 'Shape', 'Rectangle');

  // Its width has a handle of its own.
  const width = show(page).getByRole('spinbutton', { name: 'Width', exact: true }).first();
  const before = Number(await width.inputValue());
  await page.getByRole('button', { name: 'Width', exact: true }).press('ArrowRight');
  await expect(width).toHaveValue(String(before + 20));

  const single = await screenPixels(page);
  await show(page).getByRole('region', { name: 'Copies' }).getByRole('button').first().click();
  const count = show(page).getByRole('spinbutton', { name: 'Count' });
  await count.fill('4');
  await count.press('Enter');
  const scale = show(page).getByRole('region', { name: 'Copies' }).getByRole('spinbutton', { name: 'Scale' });
  await scale.fill('80');
  await scale.press('Enter');
  await expect.poll(async () => difference(await screenPixels(page), single)).toBeGreaterThan(0.02);

  // Back to where only the rest had been set. Quick changes of one thing are one step.
  while ((await page.getByRole('button', { name: 'Undo: rest', exact: true }).count()) === 0) {
    await page.getByRole('button', { name: /^Undo/ }).click();
  }
  await expect.poll(async () => difference(await screenPixels(page), start)).toBeLessThan(0.001);
});

test('a mark is the shape of an SVG file; one that is too large says so', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New film without a song' }).click();
  await choose(page, 'Figure', 'Shapes or images');
  const size = show(page).getByRole('spinbutton', { name: 'Size at rest', exact: true });
  await size.fill('40');
  await size.press('Enter');
  const before = await screenPixels(page);
  const file = show(page).getByLabel('SVG file of the mark');
  const svg = (inside: string) => ({
    name: 'buoy.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9">${inside}</svg>`),
  });
  await file.setInputFiles(svg('<rect width="9" height="2"/><circle cx="4" cy="6" r="2"/>'));
  await expect.poll(async () => difference(await screenPixels(page), before)).toBeGreaterThan(0.05);
  const shape = show(page).getByRole('textbox', { name: 'Shape', exact: true });
  await expect(shape).toHaveValue(/^M0 0L/);
  await file.setInputFiles(svg('<circle cx="4" cy="6" r="2"/>'.repeat(400)));
  await expect(page.getByText(/buoy.svg is not used.*20000 can be used/)).toBeVisible();
  await shape.fill('M0 0 boat');
  await expect(show(page).getByRole('alert')).toContainText('at character 6');
});

test('path data is read as it is pasted; what is none says so', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New film without a song' }).click();
  await choose(page, 'Shape', 'SVG');
  const before = await screenPixels(page);
  const data = show(page).getByRole('textbox', { name: 'Data' });
  await data.fill('M0 0 H400 V100 Z');
  await expect.poll(async () => difference(await screenPixels(page), before)).toBeGreaterThan(0.005);
  await data.fill('M0 0 <script>');
  await expect(show(page).getByRole('alert')).toContainText('at character 6');
  await data.fill('M0 0 L9 9');
  await expect(show(page).getByRole('alert')).toHaveCount(0);
});
