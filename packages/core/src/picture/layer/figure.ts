import { fieldGroups, type Offer, someOf, type ValueOf } from '../../contract';
import { shownBands } from '../../sound';
import { figureOffers } from '../figure/figureOffer';
import { copiesModifier, copiesRecord } from '../figure/copies';
import { falloffModifier, falloffRecord } from '../figure/falloff';
import { withDirection } from '../figure/fixedDirection';
import { colorRecord, makeInk, rampSteps, type LayerColor } from '../figure/ink';
import type { Draw } from '../figure/modifier';
import {
  bandRangeOf,
  drawsManyLines,
  figureKinds,
  figureMarks,
  figureNeeds,
  withReach,
} from '../figure/registry';
import { bandsShown } from '../figure/standing';
import { symmetryModifier, symmetryRecord } from '../figure/symmetry';
import { showsAllOnEach } from '../path/registry';
import type { Moment } from '../display/moment';
import { turnHue, type Gradient } from '../palette/palette';
import type { LayerKind } from './layerKind';
import { layerRecord } from './layerRecord';

export const figureLayerRecord = layerRecord(
  'figure',
  fieldGroups([
    {
      heading: 'Figure',
      fields: [
        {
          kind: 'reference',
          key: 'ear',
          label: 'Ear',
          help: 'What the figure follows.',
          to: 'ears',
          driven: false,
        },
        {
          kind: 'reference',
          key: 'path',
          label: 'Path',
          help: 'What its marks stand along.',
          to: 'paths',
          hidden: true,
          driven: false,
        },
        { kind: 'kinds', key: 'figure', label: 'Marks', of: () => figureKinds },
        { kind: 'record', key: 'color', label: 'Colour', of: colorRecord },
        {
          kind: 'list',
          key: 'falloffs',
          label: 'Falloff',
          help: 'Regions that let only a part react.',
          of: { kind: 'record', label: 'Region', of: falloffRecord },
          max: 8,
        },
        { kind: 'record', key: 'copies', label: 'Copies', of: copiesRecord },
        { kind: 'record', key: 'symmetry', label: 'Symmetry', of: symmetryRecord },
      ],
    },
  ]),
);
export type FigureLayer = { kind: 'figure' } & ValueOf<typeof figureLayerRecord>;

/** The gradient of a layer: its palette's, or its own. */
export const gradientOf = (palettes: readonly (Gradient & { id: string })[], color: LayerColor): Gradient =>
  palettes.find(({ id }) => id === color.palette) ?? color;

/** What a figure draws with all its copies, back to front. */
function drawFigure(layer: FigureLayer, moment: Moment) {
  const { film, cache } = moment;
  const found = film.paths.find(({ id }) => id === layer.path);
  if (!found) return [];
  const ear = film.ears.find(({ id }) => id === layer.ear);
  const bands = ear ? shownBands(ear).length : 0;
  const range = bandRangeOf(layer.figure);
  const single = drawOnce(layer, moment, bands, showsAllOnEach(found.shape));
  const draw = symmetryModifier(
    copiesModifier(falloffModifier(single, layer.falloffs, film), layer.copies, film),
    layer.symmetry,
    film,
  );
  return draw({
    t: moment.t,
    path: cache.paths.get(found),
    bands,
    range: range ? bandsShown(bands, range) : [0, bands],
    hue: 0,
    reach: 1,
    weigh: (level) => level,
    copy: 0,
  });
}

/** Draws the figure without what modifiers make of it. @param each whether every line of the path shows all bands */
function drawOnce(layer: FigureLayer, moment: Moment, bands: number, each: boolean): Draw {
  const { film, hearing, cache } = moment;
  const { ear, color } = layer;
  const ofCopies = figuresOfCopies(layer, moment);
  const gradient = gradientOf(film.palettes, color);
  return ({ t, path, range: [first, end], hue, reach, weigh, copy }) => {
    const figure = ofCopies?.[copy] ?? layer.figure;
    const silence = new Float32Array(end - first);
    // Right after the number of bands was changed, the old levels may still be the only ones. The
    // array is a copy: the hearing uses its own again at the next look-up.
    const fitting = (analysed: Float32Array | undefined) =>
      analysed?.length === bands ? analysed.slice(first, end) : undefined;
    const scene = {
      levels: fitting(hearing.levelsAt(ear, t)) ?? silence,
      peaks: fitting(hearing.peaksAt(ear, t)),
      ink: makeInk(color, turnHue(gradient, hue), end - first, t, inkSteps(layer), cache.ramps),
      t,
      levelsAt: (at: number) => fitting(hearing.levelsAt(ear, at)) ?? silence,
      waveform: hearing.waveformOf(ear),
      weigh,
      typefaces: moment.assets.typefaces,
      cache,
    };
    const reached = withReach(figure, reach);
    return (each && path.parts ? path.parts : [path]).flatMap((line) =>
      figureMarks(reached, {
        ...scene,
        path: figure.direction === 'fixed' ? withDirection(line, figure.angle) : line,
      }),
    );
  };
}

/** Whether a property may differ from copy to copy. Which bands there are is settled before there are copies. */
const isOfCopies = (key: string): boolean => /^figure\.\w+$/.test(key) && !/\.band(From|To)$/.test(key);

/** The figure as each of its copies has it, where cords differ from copy to copy; undefined where they are all the same. */
function figuresOfCopies(
  { id, figure, copies }: FigureLayer,
  moment: Moment,
): FigureLayer['figure'][] | undefined {
  const keys = moment.spreads(id).filter(isOfCopies);
  if (keys.length === 0 || copies.count < 2) return undefined;
  const values = keys.map(
    (key) => [key.slice('figure.'.length), moment.parts(id, key, copies.count)] as const,
  );
  return Array.from({ length: copies.count }, (_, copy) =>
    Object.assign(
      { ...figure },
      Object.fromEntries(values.flatMap(([key, all]) => (all ? [[key, all[copy]!]] : []))),
    ),
  );
}

/** Figures that draw many lines in each colour are given fewer colours. */
const inkSteps = ({ figure }: FigureLayer) => (drawsManyLines(figure) ? manyLinesSteps : rampSteps);
const manyLinesSteps = 10;

export const figureLayer: LayerKind<'figure', typeof figureLayerRecord> = {
  kind: 'figure',
  label: 'Figure',
  card: 'figure',
  get offers() {
    return someOf(Object.values(figureKinds).flatMap(figureOffers) as Offer<Partial<FigureLayer>>[]);
  },
  record: figureLayerRecord,
  content: (layer, moment) => ({ operations: drawFigure(layer, moment) }),
  needs({ ear, figure, copies }) {
    const { lookBack, lookAhead, waveform } = figureNeeds(figure);
    const delay = copies.delay * (copies.count - 1);
    return {
      lookBack: lookBack + Math.max(delay, 0),
      lookAhead: lookAhead + Math.max(-delay, 0),
      waveforms: waveform ? [ear] : [],
    };
  },
  shows: () => [],
  parts: ({ copies }) => copies.count,
  spreads: (_layer, key) => isOfCopies(key),
  figures: ({ copies }) => copies.count,
};
