import { expect, it } from 'vitest';
import css from '../styles.css?raw';
import { tokens } from './tokens';

it('canvases have the colours of the style sheet', () => {
  const theme = Object.fromEntries(
    [...css.matchAll(/--color-(\w+): (#[0-9a-f]{6});/g)].map(([, name, value]) => [name, value]),
  );
  delete theme['signal'];
  expect(tokens).toEqual(theme);
});
