import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const source = (path: string) => fileURLToPath(new URL(`${path}/src/index.ts`, import.meta.url));

export default defineConfig({
  resolve: {
    alias: {
      '@cyclogram/core/typeface': fileURLToPath(
        new URL('packages/core/src/typeface/readTypeface.ts', import.meta.url),
      ),
      '@cyclogram/core': source('packages/core'),
      '@cyclogram/painter': source('packages/painter'),
      '@cyclogram/demo': source('demo'),
    },
  },
  test: {
    include: ['packages/*/{src,test}/**/*.test.ts', 'demo/**/*.test.ts'],
    css: true,
    testTimeout: 120_000,
    hookTimeout: 120_000,
    // Tests that render use every processor themselves.
    maxWorkers: 2,
  },
});
