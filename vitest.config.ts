import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';
// @ts-expect-error: a script without types
import { ensureCompiled } from './scripts/ensure.mjs';

(ensureCompiled as () => void)();

const source = (path: string) => fileURLToPath(new URL(`${path}/src/index.ts`, import.meta.url));

export default defineConfig({
  resolve: {
    alias: {
      '@cyclogram/core/typeface': fileURLToPath(
        new URL('packages/core/src/picture/typeface/readTypeface.ts', import.meta.url),
      ),
      '@cyclogram/core': source('packages/core'),
      '@cyclogram/painter': source('packages/painter'),
      '@cyclogram/demo': source('demo'),
    },
  },
  test: {
    css: true,
    testTimeout: 120_000,
    hookTimeout: 120_000,
    // Tests that render use every processor themselves.
    maxWorkers: 2,
    projects: [
      {
        extends: true,
        test: {
          name: 'parts',
          include: ['packages/{core,painter,web}/{src,test}/**/*.test.ts', 'demo/**/*.test.ts'],
          exclude: ['**/node_modules/**', '**/*.mocked.test.ts'],
          // Modules are loaded once for all files: half of the time was for loading them again.
          isolate: false,
          setupFiles: fileURLToPath(new URL('vitest.setup.ts', import.meta.url)),
        },
      },
      // These put others in the place of modules, which must not have been loaded before.
      { extends: true, test: { name: 'mocked', include: ['packages/web/src/**/*.mocked.test.ts'] } },
      {
        extends: true,
        test: { name: 'server', include: ['packages/server/{src,test}/**/*.test.ts'], isolate: false },
      },
    ],
  },
});
