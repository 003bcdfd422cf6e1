import { expect, test } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { ssim } from 'ssim.js';
import { cyclogram, folder, openFilm, save } from './support';

// Structural similarity: Wang et al., IEEE Trans. Image Processing 13 (2004) 600.
for (const [id, position] of [
  ['demo-breakwater', 900],
  ['demo-slow-tide', 640],
  ['demo-dry-dock', 300],
] as const) {
  test(`the preview of ${id} shows what the server renders`, async ({ page }) => {
    await openFilm(page, `/films/${id}`);
    await page.getByRole('slider', { name: 'Time in the song' }).click({ position: { x: position, y: 60 } });
    await page.keyboard.press('.');
    const frame = Number(/frame (\d+)/.exec((await page.getByTestId('time').textContent())!)![1]);
    expect(frame).toBeGreaterThan(100);
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save this picture as PNG' }).click();
    const preview = PNG.sync.read(await readFile(await save(await download, `${id}.png`)));
    const out = join(folder, `${id}-server.png`);
    await cyclogram('frame', id, '--at', String((frame + 0.5) / 30), '--out', out);
    const server = PNG.sync.read(await readFile(out));
    expect([preview.width, preview.height]).toEqual([1920, 1080]);
    const image = ({ data, width, height }: PNG) => ({ data: Uint8ClampedArray.from(data), width, height });
    const { mssim } = ssim(image(preview), image(server));
    expect(mssim).toBeGreaterThanOrEqual(0.985);
  });
}
