import { readFile } from 'node:fs/promises';
import { expect, it } from 'vitest';
import { tokens } from './tokens';

it('canvases have the colours of the style sheet', async () => {
  const css = await readFile(new URL('../styles.css', import.meta.url), 'utf8');
  const theme = Object.fromEntries(
    [...css.matchAll(/--color-(\w+): (#[0-9a-f]{6});/g)].map(([, name, value]) => [name, value]),
  );
  delete theme['signal'];
  expect(tokens).toEqual(theme);
});
