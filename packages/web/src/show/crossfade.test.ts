import { defaultFilm, newLayer, parseFilm, structuredCopy, type Film, type Layer } from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { crossfade, crossfadeProblem, endCrossfade, keepCrossfades } from './crossfade';
import { deleteLayers, duplicateLayers } from './layerChanges';

/** A film of three fills, back to front. */
function film(): Film {
  const made: Film = structuredCopy({ ...defaultFilm('x'), layers: [] as Film['layers'] });
  for (const id of ['a', 'b', 'c'])
    made.layers.push(newLayer('fill', made, { id, name: id.toUpperCase() }) as Layer);
  return made;
}
const layer = (of: Film, id: string) => of.layers.find((one) => one.id === id)!;
const readable = (of: Film) => expect(() => parseFilm(JSON.parse(JSON.stringify(of)))).not.toThrow();

describe('a crossfade', () => {
  it('lets the back layer end where the front one has come, and says which it comes from', () => {
    const made = film();
    crossfade(made, ['a', 'b'], [4, 6]);
    expect(layer(made, 'a').span).toMatchObject({ to: 6, fadeOut: 2 });
    expect(layer(made, 'b')).toMatchObject({ span: { from: 4, fadeIn: 2 }, crossfade: 'a' });
    readable(made);
  });

  it.each([
    ['no range', (_: Film) => undefined, undefined, 'Mark the range'],
    ['a layer in between', (_: Film) => undefined, [4, 6], 'next to each other', ['a', 'c']],
    ['other blending', (of: Film) => (layer(of, 'b').blend = 'screen'), [4, 6], 'same blend mode'],
    ['sections', (of: Film) => (layer(of, 'b').sections = ['x']), [4, 6], 'all sections'],
    ['another group', (of: Film) => (layer(of, 'b').group = 'c'), [4, 6], 'same group'],
    ['a range before its start', (of: Film) => (layer(of, 'a').span.from = 5), [4, 6], 'begin after A'],
  ] as [string, (of: Film) => unknown, [number, number] | undefined, string, string[]?][])(
    'says why it cannot be: %s',
    (_what, spoil, range, words, ids = ['a', 'b']) => {
      const made = film();
      made.layers.forEach((one) => (one.span = { ...one.span }));
      spoil(made);
      expect(crossfadeProblem(made, ids, range)).toContain(words);
      const before = structuredCopy(made);
      if (range) crossfade(made, ids, range);
      expect(made).toEqual(before);
    },
  );

  it('goes on as one when the timing of either is changed, and ends with a fade that is gone', () => {
    const made = film();
    crossfade(made, ['a', 'b'], [4, 6]);
    layer(made, 'b').span = { ...layer(made, 'b').span, from: 5, fadeIn: 3 };
    keepCrossfades(made, 'b');
    expect(layer(made, 'a').span).toMatchObject({ to: 8, fadeOut: 3 });
    layer(made, 'a').span = { ...layer(made, 'a').span, to: 9 };
    keepCrossfades(made, 'a');
    expect(layer(made, 'b').span).toMatchObject({ from: 6, fadeIn: 3 });
    layer(made, 'a').span = { ...layer(made, 'a').span, fadeOut: 0 };
    keepCrossfades(made, 'a');
    expect(layer(made, 'b').crossfade).toBeNull();
  });

  it('ends by hand and with its layers; copies of both crossfade with each other', () => {
    const made = film();
    crossfade(made, ['a', 'b'], [4, 6]);
    endCrossfade(made, 'b');
    expect(layer(made, 'b')).toMatchObject({ crossfade: null, span: { from: 4, fadeIn: 2 } });
    crossfade(made, ['a', 'b'], [4, 6]);
    deleteLayers(made, ['a']);
    expect(layer(made, 'b').crossfade).toBeNull();
    readable(made);
    const other = film();
    crossfade(other, ['a', 'b'], [4, 6]);
    duplicateLayers(other, ['b']);
    readable(other);
  });
});
