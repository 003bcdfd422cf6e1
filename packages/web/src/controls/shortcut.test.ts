import { afterEach, expect, it, vi } from 'vitest';

afterEach(() => {
  vi.unstubAllGlobals();
  vi.resetModules();
});

it.each([
  ['MacIntel', '⌘ ⇧ Z', '⌘ C, ⌥ drag'],
  ['Linux x86_64', 'Ctrl Shift Z', 'Ctrl C, Alt drag'],
])('on %s, keys have the names that stand on them', async (platform, undo, text) => {
  vi.resetModules();
  vi.stubGlobal('navigator', { platform });
  const { inShortcuts, shortcut } = await import('./shortcut');
  expect(shortcut('mod', 'shift', 'Z')).toBe(undo);
  expect(inShortcuts('Ctrl C, Alt drag')).toBe(text);
});
