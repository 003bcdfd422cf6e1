import { bodyKinds, figureKinds, layerKinds, passKinds, pathKinds, sourceKinds } from '@cyclogram/core';
import { expect, it } from 'vitest';
import { kindLists } from './kindLists';

it('the help names every kind there is, each once in its family', () => {
  const families = [layerKinds, figureKinds, pathKinds, bodyKinds, sourceKinds, passKinds];
  for (const kinds of families) {
    for (const { label } of Object.values(kinds) as { label: string }[])
      expect(kindLists.filter(({ names }) => names.includes(label)).length, label).toBeGreaterThan(0);
  }
  for (const { family, names } of kindLists) {
    expect(names.length, family).toBeGreaterThan(0);
    expect(new Set(names).size, family).toBe(names.length);
  }
});
