import {
  bandColors,
  copiesStandard,
  defaultEar,
  defaultFilm,
  defaultPath,
  defaultLayer,
  defaultsOf,
  DrawCache,
  emptyTables,
  falloffRecord,
  figureKinds,
  momentOf,
  pictureAt,
  symmetryRecord,
  TableHearing,
  type FigureKindName,
  type FigureLayer,
  type Film,
  type PathKind,
} from '@cyclogram/core';
import { Painter } from '@cyclogram/painter';

const bands = 128;
const figures: FigureKindName[] = [
  ...(['bars', 'needles', 'dots', 'line', 'area', 'ribbon', 'trail', 'caps', 'bars', 'dots'] as const),
];
const paths: PathKind[] = [
  ...([
    'circle',
    'line',
    'ellipse',
    'wave',
    'star',
    'spiral',
    'circle',
    'arc',
    'drawn',
    'rectangle',
  ] as const),
];
const colourings = ['band', 'along', 'across', 'level', 'one'] as const;

/** Ten figures of 128 marks each, of all sorts. */
export function stackOfTen(film: Film = defaultFilm('Ten figures')): Film {
  const ear = { ...defaultEar('ten'), bands };
  const layers = figures.map((kind, i): FigureLayer => {
    const layer = defaultLayer(`ten-${i}`, 'ten', `ten-${i}`, film, `${kind} ${i}`);
    const figure = figureKinds[kind].defaults(film);
    return {
      ...layer,
      figure: { ...figure, ...('order' in figure ? { order: 'up' } : {}) } as never,
      color: { ...bandColors('#e8633a', '#7fd6c2'), by: colourings[i % colourings.length]! },
      falloffs: i === 2 ? [{ ...defaultsOf(falloffRecord, film), id: 'region', shape: 'circle' }] : [],
      symmetry: defaultsOf(symmetryRecord, film),
      copies: copiesStandard,
      blend: i % 4 === 1 ? 'screen' : 'normal',
      place: { ...layer.place, opacity: i % 4 === 1 ? 0.8 : 1 },
    };
  });
  return {
    ...film,
    ears: [...film.ears, ear],
    paths: [...film.paths, ...paths.map((kind, i) => defaultPath(kind, `ten-${i}`, kind, film))],
    layers,
  };
}

/** Drawing ten figures at 1080p with Skia in Node: milliseconds a frame, and how many shapes that is. */
export function benchFigures() {
  const film = stackOfTen();
  const rate = 60;
  const moments = 600;
  // Levels like those of music: peaks that wander.
  const levels = Float32Array.from({ length: moments * bands }, (_, i) => {
    const [moment, band] = [Math.floor(i / bands), i % bands];
    return Math.max(0, 0.5 + 0.5 * Math.sin(band / 7 + moment / 9) * Math.cos(band / 23 - moment / 31));
  });
  const tables = { ...emptyTables(), ears: new Map([['ten', { bands, rate, first: 0, levels }]]) };
  const hearing = new TableHearing(tables, film);
  const [width, height] = [1920, 1080];
  const painter = new Painter();
  const cache = new DrawCache();
  const times = { picture: [] as number[], paint: [] as number[] };
  const drawCalls: number[] = [];
  for (let frame = 0; frame < 60; frame++) {
    const start = performance.now();
    const picture = pictureAt(momentOf(film, hearing, 1 + frame / 30, { cache }));
    const between = performance.now();
    painter.paint(picture, width, height, () => undefined);
    times.picture.push(between - start);
    times.paint.push(performance.now() - between);
    drawCalls.push(painter.drawCalls);
  }
  const median = (values: number[]) => values.slice(10).sort((a, b) => a - b)[25]!;
  const round = (value: number) => Math.round(value * 10) / 10;
  return {
    what: 'a stack of ten figures of 128 marks each at 1080p, drawn in Node',
    pictureMs: round(median(times.picture)),
    paintMs: round(median(times.paint)),
    frameMs: round(median(times.picture) + median(times.paint)),
    frameTargetMs: 60,
    drawCalls: median(drawCalls),
  };
}
