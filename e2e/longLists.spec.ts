import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { serve } from './serve';
import { expect, test } from './test';

test('of many films those are in the page that are looked at; all can be reached and searched', async ({
  page,
}) => {
  const data = await mkdtemp(join(tmpdir(), 'cyclogram-e2e-long-'));
  const server = await serve(data);
  try {
    const post = async (path: string, body: unknown) =>
      (await (await page.request.post(`${server.url}/api${path}`, { data: body })).json()) as { id: string };
    // A film without layers, of which pictures are drawn at once.
    const film = { version: 1, title: 'x', width: 64, height: 36, fps: 30, tracks: [], layers: [] };
    for (let i = 0; i < 150; i++) await post('/films', { document: { ...film, title: `Film ${i}` } });
    await page.goto(server.url);
    const items = page.getByRole('list', { name: 'Films', exact: true }).locator('> li');
    await expect(items.first()).toContainText('Film 149');
    expect(await items.count()).toBeLessThan(60);

    // The last one stands where it would if all were there, with what comes after the list below it.
    const recipes = page.getByRole('heading', { name: 'Recipes' });
    await recipes.scrollIntoViewIfNeeded();
    await expect(items.last()).toContainText('Film 0');
    await expect(items.last()).toHaveAttribute('aria-posinset', '150');
    const [above, below] = [await items.last().boundingBox(), await recipes.boundingBox()];
    expect(below!.y).toBeGreaterThan(above!.y + above!.height - 1);
    expect(below!.y).toBeLessThan(above!.y + above!.height + 80);
    expect(await items.count()).toBeLessThan(60);

    // Film 14, 114, and 140 to 149.
    await page.getByLabel('Search films').fill('14 film');
    await expect(items).toHaveCount(12);
    await page.getByLabel('Search films').fill('nowhere');
    await expect(page.getByText('No films match “nowhere”.')).toBeVisible();
    await page.getByLabel('Search films').fill('');
    await expect(items.first()).toContainText('Film 149');
    // What changes in the list changes here.
    await page.getByRole('button', { name: 'Delete Film 149', exact: true }).click();
    await expect(items.first()).toContainText('Film 148');
  } finally {
    await server.close();
    await rm(data, { recursive: true, force: true });
  }
});
