import type { Film } from './schema';

/** Ids of the ears whose waveform a figure shows. */
export const wavedEars = (film: Film): string[] =>
  film.ears
    .map(({ id }) => id)
    .filter((id) =>
      film.layers.some(
        (layer) => layer.kind === 'figure' && layer.ear === id && layer.figure.kind === 'wave',
      ),
    );

/** Seconds before a moment that its picture looks back into the sound: trails, strips, delays, the waveform. */
export const lookBack = (film: Film): number => reachInTime(film, 1);

/** Seconds after a moment that its picture looks ahead: negative delays, half of the waveform. */
export const lookAhead = (film: Film): number => reachInTime(film, -1);

function reachInTime(film: Film, way: 1 | -1): number {
  const tied = film.layers.reduce(
    (sum, layer) => sum + (layer.kind === 'tied' ? Math.max(way * layer.delay, 0) : 0),
    0,
  );
  const figures = film.layers.map((layer) => {
    if (layer.kind !== 'figure') return 0;
    const { figure, copies } = layer;
    const delay = Math.max(way * copies.delay * (copies.count - 1), 0);
    if (figure.kind === 'trail' && way > 0) return delay + figure.moments * figure.every;
    if (figure.kind === 'strip' && way > 0) return delay + figure.span;
    if (figure.kind === 'wave') return delay + figure.span + (way > 0 ? 2 * figure.settle : 0) + 0.05;
    return delay;
  });
  return tied + Math.max(0, ...figures);
}
