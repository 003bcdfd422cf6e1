import { expect, test } from '@playwright/test';
import { build } from 'esbuild';
import { createHash } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import { mathBits } from '../packages/core/src/math/mathBits';

test('the mathematics of pictures gives the same bits in the browser as in Node', async ({ page }) => {
  const { outputFiles } = await build({
    entryPoints: [fileURLToPath(new URL('../packages/core/src/math/mathBits.ts', import.meta.url))],
    bundle: true,
    format: 'iife',
    globalName: 'cyclogramMath',
    write: false,
  });
  await page.goto('about:blank');
  await page.addScriptTag({ content: outputFiles[0]!.text });
  const bytes = await page.evaluate(() => {
    const { mathBits: bits } = (globalThis as unknown as { cyclogramMath: { mathBits(): Float64Array } })
      .cyclogramMath;
    return Array.from(new Uint8Array(bits().buffer));
  });
  const hash = (all: Uint8Array) => createHash('sha256').update(all).digest('hex');
  expect(bytes.length).toBeGreaterThan(80_000);
  expect(hash(Uint8Array.from(bytes))).toBe(hash(new Uint8Array(mathBits().buffer)));
});
