import { canCrossfade, layerRegistry, shortestSpan, type Film, type Layer } from '@cyclogram/core';

/** One layer goes as another comes: both are mixed as one while the one in front fades in. */

type Range = readonly [number, number];

const chosen = (film: Film, ids: readonly string[]): Layer[] =>
  film.layers.filter(({ id }) => ids.includes(id));

/** Why two layers cannot crossfade over a range; undefined where they can. @param range seconds */
export function crossfadeProblem(
  film: Film,
  ids: readonly string[],
  range: Range | undefined,
): string | undefined {
  const [back, front] = chosen(film, ids);
  if (!back || !front) return 'Unlock both layers first.';
  if (back.group !== front.group) return 'Put both layers in the same group first.';
  const together = film.layers.filter(({ group }) => group === back.group);
  if (together.indexOf(front) !== together.indexOf(back) + 1)
    return 'Move both next to each other first: there are layers between them.';
  if (back.blend !== front.blend) return 'Give both the same blend mode first.';
  if (!canCrossfade(back, front, (layer) => layerRegistry.of(layer)))
    return 'A pane shows what lies below it, and cannot be mixed.';
  if (back.sections.length > 0 || front.sections.length > 0)
    return 'Show both in all sections first: a crossfade goes by their start and end.';
  if (!range) return 'Mark the range first: drag on the ruler of the Tape.';
  if (range[0] - back.span.from < shortestSpan) return `The loop must begin after ${back.name} does.`;
  return undefined;
}

/** The layer further back goes over a range while the one in front comes. @param range seconds */
export function crossfade(film: Film, ids: readonly string[], range: Range): void {
  const [back, front] = chosen(film, ids);
  if (!back || !front || crossfadeProblem(film, ids, range)) return;
  const [from, to] = range;
  back.span = { ...back.span, to, fadeOut: to - from };
  front.span = { ...front.span, from, fadeIn: to - from };
  front.crossfade = back.id;
}

/** Ends crossfades of a layer: both fade by themselves, as their timing says. */
export function endCrossfade(film: Film, id: string): void {
  for (const layer of film.layers) if (layer.id === id) layer.crossfade = null;
}

/** After a layer's timing was changed, the one that it crossfades with comes or goes with it. */
export function keepCrossfades(film: Film, id: string): void {
  for (const front of film.layers) {
    const back = film.layers.find((layer) => layer.id === front.crossfade);
    if (!back) continue;
    if (front.id === id) {
      const { from, fadeIn } = front.span;
      if (fadeIn > 0) back.span = { ...back.span, to: from + fadeIn, fadeOut: fadeIn };
      else front.crossfade = null;
    } else if (back.id === id) {
      const { to, fadeOut } = back.span;
      if (to !== null && fadeOut > 0)
        front.span = { ...front.span, from: Math.max(0, to - fadeOut), fadeIn: fadeOut };
      else front.crossfade = null;
    }
  }
}
