import { defineConfig } from '@playwright/test';
import { chromiumOptions } from './chromium';

export default defineConfig({
  testDir: '.',
  outputDir: '../test-results/e2e',
  globalSetup: './globalSetup.ts',
  workers: 2,
  timeout: 180_000,
  // What takes a second takes many on a busy machine.
  expect: { timeout: 45_000 },
  use: {
    viewport: { width: 1280, height: 800 },
    screenshot: 'only-on-failure',
    launchOptions: chromiumOptions,
  },
});
