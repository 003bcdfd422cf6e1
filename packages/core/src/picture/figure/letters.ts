import { choicesOf, exact, fieldGroups, ofHeight, type ValueOfGroups } from '../../contract';
import { middleLine, warmColors } from './figureOffer';
import type { Operation } from '../display/displayList';
import { outlinesOf } from '../lettering/layout';
import { usualTypeface } from '../typeface/typeface';
import { figureKind } from './figureKind';
import type { MarkScene } from './scene';
import {
  extentAt,
  minField,
  onSide,
  reachField,
  restField,
  sidesOf,
  softField,
  standFields,
  standingMarks,
} from './standing';

const groups = fieldGroups([
  {
    heading: 'Marks',
    fields: [
      ...standFields,
      minField,
      {
        kind: 'text',
        key: 'text',
        label: 'Text',
        help: 'A letter for each band, and again from the first.',
        maxLength: 200,
        line: true,
        default: 'HARBOUR',
      },
      { kind: 'font', key: 'font', label: 'Typeface', default: usualTypeface },
      {
        kind: 'choice',
        key: 'spread',
        label: 'Letters',
        choices: choicesOf({ once: 'The text once', repeat: 'Repeated' }),
        default: 'once',
        driven: false,
      },
      {
        kind: 'switch',
        key: 'upright',
        label: 'Keep upright',
        help: 'Letters do not rotate with the path.',
        default: false,
      },
    ],
  },
  {
    heading: 'Size',
    fields: [
      reachField(0.12),
      restField(0),
      {
        kind: 'number',
        key: 'size',
        label: 'Size',
        help: 'Of the type, in silence.',
        min: 1,
        max: 2000,
        step: 2,
        unit: 'px',
        default: ofHeight(0.06),
      },
      {
        kind: 'number',
        key: 'grow',
        label: 'Growth',
        help: 'How much larger a letter is at full level.',
        min: -1,
        max: 20,
        step: 5,
        unit: '%',
        shownPer: 100,
        default: 0.4,
      },
      {
        kind: 'number',
        key: 'turn',
        label: 'Rotation at full level',
        min: -3600,
        max: 3600,
        step: 5,
        unit: '°',
        default: 0,
      },
      softField,
    ],
  },
]);

export type Letters = ValueOfGroups<typeof groups>;

/** Glyphs that stand along a path as marks do: each as far from it as its level says, and as large. */
export function letterMarks(figure: Letters, scene: MarkScene): Operation[] {
  const typeface = scene.typefaces.get(figure.font);
  const letters = typeface?.line(figure.text).letters.filter(({ blank }) => !blank) ?? [];
  if (letters.length === 0) return [];
  const { ways, share } = sidesOf(figure.side);
  const filled = new Map<string, Float32Array[]>();
  const marks = standingMarks(scene, figure);
  marks.forEach((standing, i) => {
    // Once over all marks, or a letter on each.
    const position = figure.spread === 'repeat' ? i : Math.floor((i * letters.length) / marks.length);
    const before = figure.spread === 'repeat' ? -1 : Math.floor(((i - 1) * letters.length) / marks.length);
    if (position === before) return;
    const letter = letters[position % letters.length]!;
    for (const way of ways) {
      const mark = onSide(standing, way);
      if (mark.level < figure.least) continue;
      const distance = way * share * extentAt(figure, mark.level);
      const facing = figure.upright ? 0 : exact.atan2(mark.normalX * way, -mark.normalY * way);
      const half = (letter.advance * figure.size) / 2;
      const x = mark.x + mark.normalX * distance - half * exact.cos(facing);
      const y = mark.y + mark.normalY * distance - half * exact.sin(facing);
      const change = {
        scale: Math.max(0, 1 + figure.grow * mark.level),
        rise: 0,
        rotation: figure.turn * mark.level,
      };
      const color = scene.ink.of(mark);
      const own = outlinesOf({ letter, x, y, angle: facing }, figure.size, change);
      const batch = filled.get(color);
      if (batch) batch.push(...own);
      else filled.set(color, own);
    }
  });
  return [...filled].map(([color, outlines]) => ({ op: 'fill', color, soft: figure.soft, outlines }));
}

export const letters = figureKind({
  kind: 'letters',
  label: 'Letters',
  about: 'Letters that grow and rise, each with its band',
  fields: groups,
  marks: letterMarks,
  offers: [
    {
      name: 'Rising letters',
      path: 'line',
      figure: { order: 'up' },
      along: middleLine,
      color: warmColors,
    },
  ],
});
