import { defineConfig } from '@playwright/test';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromiumOptions } from './chromium';

const port = 5279;
// Playwright reads this file in every process; all have to name the same folder.
const data = (process.env['CYCLOGRAM_E2E_DATA'] ??= mkdtempSync(join(tmpdir(), 'cyclogram-e2e-')));

export default defineConfig({
  testDir: '.',
  outputDir: '../test-results/e2e',
  workers: 1,
  timeout: 180_000,
  expect: { timeout: 20_000 },
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    screenshot: 'only-on-failure',
    launchOptions: chromiumOptions,
  },
  webServer: {
    command: 'node ../packages/server/dist/main.js --demo',
    url: `http://127.0.0.1:${port}/api/films/demo-breakwater`,
    timeout: 120_000,
    env: { PORT: String(port), CYCLOGRAM_DATA: data },
  },
});
