import type { Film } from '@cyclogram/core';
import { chromium } from '@playwright/test';
import { chromiumOptions } from '../e2e/chromium';
import { stackOfTen } from './figures';

const seconds = 8;

/** A film with ten figures of 128 marks each on a demo song; its id. */
async function storeTen(url: string): Promise<string> {
  const stored = (await (await fetch(`${url}/api/films/demo-breakwater`)).json()) as { document: Film };
  const document = stackOfTen(stored.document);
  const response = await fetch(`${url}/api/films`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ document: { ...document, title: 'Ten figures' } }),
  });
  return ((await response.json()) as { id: string }).id;
}

/** Playing a stack of ten figures of 128 marks each, as {@link benchPreview}. */
export const benchTenFigures = async (url: string) => ({
  ...(await benchPreview(url, await storeTen(url))),
  what: 'playing ten figures of 128 marks each in headless Chromium without a graphics processor',
});

/**
 * Playing a demo film in headless Chromium without a graphics processor, the
 * picture 1280 pixels wide: painted frames a second and the longest task of the
 * main thread.
 * @param url address of a running application with the demo
 * @param film id of the film that is played
 */
export async function benchPreview(url: string, film = 'demo-breakwater') {
  const browser = await chromium.launch(chromiumOptions);
  try {
    // Wide enough for a picture of 1280 x 720 between the panels.
    const page = await browser.newPage({ viewport: { width: 1860, height: 1080 } });
    await page.goto(`${url}/films/${film}`);
    await page.waitForTimeout(9000);
    await page.getByRole('slider', { name: 'Time in the song' }).click({ position: { x: 1250, y: 60 } });
    await page.getByRole('button', { name: 'Play', exact: true }).click();
    await page.waitForTimeout(3000);
    const longest = page.evaluate(
      (ms) =>
        new Promise<number>((resolve) => {
          let max = 0;
          new PerformanceObserver((list) => {
            for (const entry of list.getEntries()) max = Math.max(max, entry.duration);
          }).observe({ type: 'longtask' });
          setTimeout(() => resolve(max), ms);
        }),
      seconds * 1000,
    );
    const notes: string[] = [];
    for (let i = 0; i < seconds - 1; i++) {
      await page.waitForTimeout(1000);
      notes.push((await page.getByTestId('preview-note').textContent()) ?? '');
    }
    const rates = notes.map((note) => Number(/(\d+) fps/.exec(note)?.[1] ?? 0)).sort((a, b) => a - b);
    return {
      what: 'playing a demo film in headless Chromium without a graphics processor',
      paintedAt: notes.at(-1)?.split(' ')[0],
      framesPerSecond: rates[rates.length >> 1],
      framesPerSecondTarget: 30,
      longestMainThreadTaskMs: Math.round(await longest),
      longestMainThreadTaskNote: '0 when none was over 50 ms, which is the target',
    };
  } finally {
    await browser.close();
  }
}
