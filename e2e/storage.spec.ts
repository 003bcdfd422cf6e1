import { cyclogram, folder } from './support';
import { expect, test } from './test';
import { join } from 'node:path';
import { songFilm } from './showPanel';

test('a film goes into the bin and comes back; emptied, it is gone', async ({ page }) => {
  await songFilm(page, 'Lost and found', 1);
  await page.goto('/');
  await page.getByRole('button', { name: 'Delete Lost and found', exact: true }).click();
  await expect(page.getByText('Moved “Lost and found” to the bin.')).toBeVisible();
  await page.getByRole('link', { name: 'Storage', exact: true }).click();
  const bin = page.getByRole('region', { name: 'Bin' });
  const restore = bin.getByRole('button', { name: 'Restore Lost and found' });
  await restore.click();
  await expect(page.getByText('Restored “Lost and found”.')).toBeVisible();
  await expect(restore).toHaveCount(0);
  await page.getByRole('link', { name: 'Films', exact: true }).click();
  const remove = page.getByRole('button', { name: 'Delete Lost and found', exact: true });
  await remove.click();
  await expect(remove).toHaveCount(0);
  await page.getByRole('link', { name: 'Storage', exact: true }).click();
  await expect(restore).toBeVisible();
  await bin.getByRole('button', { name: 'Empty the bin' }).click();
  await page.getByRole('button', { name: 'Delete permanently' }).click();
  await expect(restore).toHaveCount(0);
  await expect(page.getByRole('region', { name: 'Disk' }).getByText('Free', { exact: true })).toBeVisible();
});

test('a film leaves as one file and is taken in again with its song', async ({ page }) => {
  await songFilm(page, 'Packed', 3);
  await page.goto('/');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Export Packed', exact: true }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('Packed.cyclogram');
  const path = join(folder, 'Packed.cyclogram');
  await download.saveAs(path);
  await page.getByLabel('Film file').setInputFiles(path);
  await expect(page.getByRole('slider', { name: 'Time in the song' })).toBeVisible();
  await expect(page.getByText('Packed', { exact: true }).first()).toBeVisible();
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Packed', exact: true })).toHaveCount(2);

  // What is no such file says so.
  await page.getByLabel('Film file').setInputFiles({
    name: 'words.cyclogram',
    mimeType: 'application/zip',
    buffer: Buffer.from('words'),
  });
  await expect(page.getByText('it is no zip, or a damaged one')).toBeVisible();

  // The command line makes a backup while the server works.
  const { stdout } = await cyclogram('backup', join(folder, 'all.zip'));
  expect(stdout).toMatch(/all\.zip: \d+/);
});
