import { chromium } from '@playwright/test';
import { chromiumOptions } from '../e2e/chromium';
import type { PaintStats } from '../packages/web/src/workers/messages';

const films = ['breakwater', 'dry-dock', 'night-crossing', 'slipway', 'slow-tide', 'storm-glass'];
const seconds = 10;

const median = (values: readonly number[]) => values.slice().sort((a, b) => a - b)[values.length >> 1] ?? 0;

/**
 * Playing each dressed demo film, and then a loop of it, in headless Chromium without a graphics processor, on a Screen of
 * about 702 x 394.
 * @param url address of a running application with the demo
 */
export async function benchPlaying(url: string) {
  const browser = await chromium.launch(chromiumOptions);
  const results: Record<string, object> = {};
  try {
    for (const film of films) {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
      await page.goto(`${url}/films/demo-${film}`);
      await page.waitForSelector('[data-hearing="done"]', { timeout: 120_000, state: 'attached' });
      await page.getByRole('slider', { name: 'Time in the song' }).click({ position: { x: 600, y: 60 } });
      const note = page.getByTestId('preview-note');
      const watch = async () => {
        const all: PaintStats[] = [];
        // How things are at the start is not how they stay.
        await page.waitForTimeout(4000);
        for (let i = 0; i < seconds; i++) {
          await page.waitForTimeout(1000);
          all.push(JSON.parse((await note.getAttribute('data-stats')) ?? '{}') as PaintStats);
        }
        const of = (key: Exclude<keyof PaintStats, 'passes'>) =>
          Math.round(10 * median(all.map((one) => one[key]))) / 10;
        return {
          size: `${of('width')} x ${of('height')}`,
          framesPerSecond: of('fps'),
          intervalMs95: of('intervalMs'),
          paintMs: of('paintMs'),
          fixedMs: of('fixedMs'),
          idle: of('idle'),
        };
      };
      await page.getByRole('button', { name: 'Play', exact: true }).click();
      const playing = await watch();
      await page.getByRole('button', { name: 'Pause', exact: true }).click();
      await page.getByRole('button', { name: 'Loop the next four seconds' }).click();
      const start = performance.now();
      await note.getByText('100 % cached').waitFor({ timeout: 120_000 });
      const cachedIn = Math.round((performance.now() - start) / 100) / 10;
      await page.getByRole('button', { name: 'Play', exact: true }).click();
      const { size, framesPerSecond, intervalMs95 } = await watch();
      results[film] = { playing, loop: { cachedIn, size, framesPerSecond, intervalMs95 } };
      await page.close();
    }
    return {
      what: 'playing dressed demo films, and loops of four seconds of them, in headless Chromium on a Screen of 702 x 394',
      framesPerSecondTarget: 24,
      sizeTarget: '640 x 360',
      films: results,
    };
  } finally {
    await browser.close();
  }
}
