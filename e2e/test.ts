import { test as base } from '@playwright/test';
import { cp } from 'node:fs/promises';
import { join } from 'node:path';
import { serve } from './serve';

export { expect, type Download, type Locator, type Page } from '@playwright/test';

/** Where a worker's server keeps its films. */
export const dataFolder = () => process.env['CYCLOGRAM_E2E_DATA'] ?? '';

/** What tests choose. */
interface Choices {
  /** Megabytes for frames that are painted in advance: none, but where that is what is tested, for it takes a processor. */
  cacheMegabytes: number;
}

/** Tests of the application: files run beside each other, each worker with a server and demo films of its own. */
export const test = base.extend<Choices, { address: string }>({
  cacheMegabytes: [0, { option: true }],
  address: [
    // Playwright wants to see a pattern here, also where nothing is taken.
    // eslint-disable-next-line no-empty-pattern
    async ({}, use, { workerIndex }) => {
      const folder = process.env['CYCLOGRAM_E2E']!;
      const data = join(folder, `worker-${workerIndex}`);
      await cp(join(folder, 'demo'), data, { recursive: true });
      process.env['CYCLOGRAM_E2E_DATA'] = data;
      const server = await serve(data);
      await use(server.url);
      await server.close();
    },
    { scope: 'worker', auto: true },
  ],
  baseURL: ({ address }, use) => use(address),
  context: async ({ context, cacheMegabytes }, use) => {
    await context.addInitScript((megabytes) => {
      // An empty page can keep nothing.
      if (location.protocol === 'about:') return;
      // As it is chosen below the Screen, until it is chosen there.
      if (localStorage.getItem('screen') === null)
        localStorage.setItem('screen', JSON.stringify({ state: { cacheMegabytes: megabytes }, version: 0 }));
    }, cacheMegabytes);
    await use(context);
  },
});
