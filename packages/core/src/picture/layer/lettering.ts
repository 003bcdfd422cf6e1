import { choicesOf, fieldGroups, ofHeight, type ValueOf } from '../../contract';
import { boxOf } from '../../pixels';
import { outlinesOf, placeAlong, placeLines, type PlacedLetter } from '../lettering/layout';
import { readoutMark, withReadouts } from '../lettering/readouts';
import type { Operation } from '../display/displayList';
import { filled } from '../display/operation/shape';
import { group } from '../display/operations';
import type { Moment } from '../display/moment';
import { blur } from '../pass/blur';
import type { PassSettings } from '../pass/registry';
import { paintIn, paintRecord } from '../palette/paintRecord';
import { usualTypeface } from '../typeface/typeface';
import { noNeeds, type LayerKind } from './layerKind';
import { layerRecord } from './layerRecord';

const px = { kind: 'number', min: 0, max: 2000, step: 1, unit: 'px' } as const;
const hasOutline = { key: 'outlineWidth', isNot: [0] } as const;
const hasShadow = { key: 'shadowOpacity', isNot: [0] } as const;
const onPath = { key: 'path', isNot: [null] } as const;
const offPath = { key: 'path', is: [null] } as const;

export const letteringLayerRecord = layerRecord(
  'lettering',
  fieldGroups([
    {
      heading: 'Text',
      fields: [
        { kind: 'text', key: 'text', label: 'Text', maxLength: 2000, default: 'Text' },
        { kind: 'font', key: 'font', label: 'Typeface', default: usualTypeface },
        {
          kind: 'number',
          key: 'size',
          label: 'Size',
          min: 1,
          max: 4000,
          step: 2,
          unit: 'px',
          default: ofHeight(0.1, 8),
        },
        {
          kind: 'number',
          key: 'tracking',
          label: 'Tracking',
          help: 'Added between letters, in thousandths of the size.',
          min: -500,
          max: 4000,
          step: 10,
          unit: '',
          default: 20,
        },
        {
          kind: 'number',
          key: 'lineSpacing',
          label: 'Line spacing',
          help: 'From one line to the next, in sizes.',
          min: 0.2,
          max: 6,
          step: 0.05,
          unit: '×',
          default: 1.15,
        },
        {
          kind: 'number',
          key: 'mostWidth',
          label: 'Maximum width',
          help: 'Longer text is set smaller, so that it fits; unlimited unless set.',
          min: 10,
          max: 20000,
          step: 10,
          unit: 'px',
          nullable: true,
          shownWhen: offPath,
        },
        {
          kind: 'choice',
          key: 'align',
          label: 'Alignment',
          choices: choicesOf({ left: 'Left', centre: 'Centre', right: 'Right' }),
          default: 'centre',
          driven: false,
        },
        {
          kind: 'point',
          key: 'at',
          label: 'Place',
          min: -20000,
          max: 20000,
          step: 10,
          unit: 'px',
          default: ({ width, height }) => ({ x: width / 2, y: height / 2 }),
          shownWhen: offPath,
        },
        {
          kind: 'reference',
          key: 'path',
          label: 'Path',
          help: 'What the letters stand along; none for straight lines.',
          to: 'paths',
          nullable: true,
          hidden: true,
          driven: false,
        },
        {
          kind: 'number',
          key: 'offset',
          label: 'Path offset',
          help: 'Moves the text along the path.',
          min: -10,
          max: 10,
          step: 1,
          unit: '%',
          shownPer: 100,
          default: 0,
          shownWhen: onPath,
        },
      ],
    },
    {
      heading: 'Letters',
      fields: [
        {
          kind: 'number',
          key: 'letterScale',
          label: 'Letter scale',
          help: 'Of each letter, around the middle of its foot.',
          min: 0,
          max: 20,
          step: 5,
          unit: '%',
          shownPer: 100,
          default: 1,
        },
        {
          kind: 'number',
          key: 'letterRise',
          label: 'Baseline shift',
          help: 'How far each letter stands above its line.',
          min: -5000,
          max: 5000,
          step: 2,
          unit: 'px',
          default: 0,
        },
        {
          kind: 'number',
          key: 'letterRotation',
          label: 'Letter rotation',
          min: -3600,
          max: 3600,
          step: 5,
          unit: '°',
          default: 0,
        },
        {
          kind: 'number',
          key: 'letterOpacity',
          label: 'Letter opacity',
          min: 0,
          max: 1,
          step: 5,
          unit: '%',
          shownPer: 100,
          default: 1,
        },
      ],
    },
    {
      heading: 'Colour',
      fields: [
        { kind: 'record', key: 'fill', label: 'Fill', of: paintRecord },
        { ...px, key: 'outlineWidth', label: 'Outline width', default: 0 },
        {
          kind: 'color',
          key: 'outlineColor',
          label: 'Outline colour',
          default: '#14100c',
          shownWhen: hasOutline,
        },
        {
          kind: 'number',
          key: 'shadowOpacity',
          label: 'Shadow opacity',
          min: 0,
          max: 1,
          step: 5,
          unit: '%',
          shownPer: 100,
          default: 0,
        },
        {
          kind: 'color',
          key: 'shadowColor',
          label: 'Shadow colour',
          default: '#000000',
          shownWhen: hasShadow,
        },
        {
          kind: 'point',
          key: 'shadowOffset',
          label: 'Shadow offset',
          min: -2000,
          max: 2000,
          step: 1,
          unit: 'px',
          default: { x: 0, y: 6 },
          shownWhen: hasShadow,
        },
        {
          ...px,
          key: 'shadowSoftness',
          label: 'Shadow feather',
          max: 500,
          default: 14,
          shownWhen: hasShadow,
        },
      ],
    },
  ]),
);
export type LetteringLayer = { kind: 'lettering' } & ValueOf<typeof letteringLayerRecord>;

/** The letters of a text where they stand, spaces left out, and their size; none while the typeface is not here. */
function placedLetters(
  layer: LetteringLayer,
  { film, assets, cache, t, hearing }: Moment,
): { placed: PlacedLetter[]; size: number } {
  const { size, mostWidth } = layer;
  const typeface = assets.typefaces.get(layer.font);
  if (!typeface) return { placed: [], size };
  const text = withReadouts(layer.text, { film, t, end: hearing.end });
  const found = film.paths.find(({ id }) => id === layer.path);
  const visible = (placed: readonly PlacedLetter[]) => placed.filter(({ letter }) => !letter.blank);
  if (found) {
    return { placed: visible(placeAlong(typeface, text, layer, cache.paths.get(found), layer.offset)), size };
  }
  const placed = visible(placeLines(typeface, text, layer, layer.at));
  if (mostWidth === null) return { placed, size };
  const [, , width] = boxOf(placed.flatMap((one) => outlinesOf(one, size)));
  if (width <= mostWidth) return { placed, size };
  // Tracking is in thousandths of the size: all of it becomes smaller alike.
  const fitting = (size * mostWidth) / width;
  return {
    placed: visible(placeLines(typeface, text, { ...layer, size: fitting }, layer.at)),
    size: fitting,
  };
}

/** What each letter may have of its own. */
const ofLetter = ['letterScale', 'letterRise', 'letterRotation', 'letterOpacity'] as const;

/** What is the same of all letters, or differs from one to the next. */
function ofLetters(layer: LetteringLayer, count: number, moment: Moment) {
  const values = (key: (typeof ofLetter)[number]) => {
    const parts = moment.parts(layer.id, key, count);
    return (i: number) => parts?.[i] ?? layer[key];
  };
  return {
    scale: values('letterScale'),
    rise: values('letterRise'),
    rotation: values('letterRotation'),
    opacity: values('letterOpacity'),
  };
}

/** A blur that fades out over so many picture units. */
const softened = (softness: number): PassSettings => ({
  ...blur.defaults({ width: 0, height: 0 }),
  id: 'shadow',
  // What a Gaussian spreads lies almost wholly within so many standard deviations.
  radius: softness / 2.4,
  edges: 'clear',
});

/** Letters: a word, a title, the time. */
export const letteringLayer: LayerKind<'lettering', typeof letteringLayerRecord> = {
  kind: 'lettering',
  label: 'Lettering',
  card: 'lettering',
  icon: 'text',
  offers: [
    {
      heading: 'Layers',
      name: 'Title',
      about: 'Title and artist',
      icon: 'text',
      part: ({ size: { height } }) => ({
        text: `${readoutMark('title', '')}\n${readoutMark('artist', '')}`,
        size: Math.round(height * 0.07),
      }),
    },
    {
      heading: 'Layers',
      name: 'Lettering',
      about: 'A word, each letter of it on its own',
      icon: 'text',
      part: () => ({ text: 'HARBOUR' }),
    },
    {
      heading: 'Layers',
      name: 'Elapsed time',
      about: 'The time that has gone',
      icon: 'timer',
      part: ({ size: { width, height } }) => ({
        text: readoutMark('elapsed', ''),
        size: Math.round(height * 0.035),
        at: { x: Math.round(width * 0.92), y: Math.round(height * 0.93) },
      }),
    },
  ],
  record: letteringLayerRecord,
  content(layer, moment) {
    const { placed, size } = placedLetters(layer, moment);
    const of = ofLetters(layer, placed.length, moment);
    const { outlineWidth, outlineColor, shadowOpacity, shadowColor, shadowOffset, shadowSoftness } = layer;
    // The gradient lies over the letters at rest, so that it does not breathe with them.
    const still = paintIn(
      layer.fill,
      boxOf(placed.flatMap((one) => outlinesOf(one, size))),
      moment.cache.ramps,
    );
    const letters = placed.map((one, i) => ({
      outlines: outlinesOf(one, size, { scale: of.scale(i), rise: of.rise(i), rotation: of.rotation(i) }),
      opacity: of.opacity(i),
    }));
    const even = letters.every(({ opacity }) => opacity === 1);
    // As one shape where that is the same; else each by itself.
    const bunches = even ? [{ outlines: letters.flatMap(({ outlines }) => outlines), opacity: 1 }] : letters;
    const operations: Operation[] = [];
    for (const { outlines, opacity } of bunches) {
      if (opacity <= 0 || outlines.length === 0) continue;
      const drawn: Operation[] = [];
      if (shadowOpacity > 0) {
        const moved = outlines.map((line) =>
          line.map((value, i) => value + (i % 2 === 0 ? shadowOffset.x : shadowOffset.y)),
        );
        drawn.push(
          group([{ op: 'fill', color: shadowColor, soft: 0, outlines: moved }], {
            opacity: shadowOpacity,
            passes: shadowSoftness > 0 ? [softened(shadowSoftness)] : undefined,
          }),
        );
      }
      if (outlineWidth > 0) {
        drawn.push({
          ...filled(outlines, outlineColor),
          stroke: outlineColor,
          width: 2 * outlineWidth,
          corners: 'round',
        });
      }
      drawn.push(filled(outlines, still));
      operations.push(...(opacity < 1 ? [group(drawn, { opacity })] : drawn));
    }
    return { operations };
  },
  needs: () => noNeeds,
  shows: () => [],
  parts: ({ text }, film) => {
    const shown = withReadouts(text, { film, t: 0, end: 0 });
    return Math.max(1, [...shown.replace(/[\s\p{M}]/gu, '')].length);
  },
  spreads: (_layer, key) => (ofLetter as readonly string[]).includes(key),
  figures: () => 0,
};
