import { choicesOf, exact, ofHeight, record, type ValueOf } from '../../contract';
import type { Modifier } from './modifier';

const ofCircle = { key: 'shape', is: ['circle'] } as const;
const ofBox = { key: 'shape', is: ['box'] } as const;
const ofPath = { key: 'shape', is: ['path'] } as const;
const placed = { key: 'shape', isNot: ['path'] } as const;
const share = { kind: 'number', min: 0, max: 1, step: 5, unit: '%', shownPer: 100 } as const;
const length = { kind: 'number', min: 0, max: 20000, step: 10, unit: 'px' } as const;

/** A region that scales how much a figure reacts. */
export const falloffRecord = record('falloff', [
  {
    heading: 'Falloff',
    fields: [
      { kind: 'id', key: 'id' },
      {
        kind: 'choice',
        key: 'shape',
        label: 'Shape',
        choices: choicesOf({
          circle: 'Circle',
          box: 'Box',
          linear: 'Straight edge',
          path: 'Part of the path',
        }),
        default: 'circle',
      },
      {
        kind: 'point',
        key: 'center',
        label: 'Centre',
        min: -20000,
        max: 20000,
        step: 10,
        unit: 'px',
        default: ({ width, height }) => ({ x: width / 2, y: height / 2 }),
        shownWhen: placed,
      },
      { ...length, key: 'radius', label: 'Radius', default: ofHeight(0.25), shownWhen: ofCircle },
      {
        ...length,
        key: 'width',
        label: 'Width',
        default: ({ width }) => Math.round(width * 0.4),
        shownWhen: ofBox,
      },
      { ...length, key: 'height', label: 'Height', default: ofHeight(0.4), shownWhen: ofBox },
      {
        kind: 'number',
        key: 'rotation',
        label: 'Rotation',
        help: 'Clockwise. At 0° a straight edge keeps what is on its right.',
        min: -3600,
        max: 3600,
        step: 5,
        unit: '°',
        default: 0,
        shownWhen: { key: 'shape', is: ['box', 'linear'] },
      },
      { ...share, key: 'from', label: 'Start', default: 0, shownWhen: ofPath },
      { ...share, key: 'to', label: 'End', default: 0.5, shownWhen: ofPath },
      {
        ...length,
        key: 'soft',
        label: 'Feather',
        help: 'Distance over which it goes from full to what is left outside.',
        default: ofHeight(0.2),
        shownWhen: placed,
      },
      {
        ...share,
        key: 'softShare',
        label: 'Feather',
        help: 'Share of the path over which it goes from full to what is left outside.',
        default: 0.1,
        shownWhen: ofPath,
      },
      {
        ...share,
        key: 'outside',
        label: 'Outside level',
        help: 'How much the figure still reacts outside.',
        default: 0,
      },
      { kind: 'switch', key: 'invert', label: 'Invert', help: 'Full outside, less inside.', default: false },
      {
        kind: 'choice',
        key: 'combine',
        label: 'Combine',
        help: 'How it goes together with the regions above.',
        choices: choicesOf({ multiply: 'Multiplied', add: 'Added', greater: 'Greatest' }),
        default: 'multiply',
      },
    ],
  },
]);

export type Falloff = ValueOf<typeof falloffRecord>;

/** From 1 to 0 while x goes from 0 to 1, without a corner at either end (smoothstep). */
function ease(x: number): number {
  const u = 1 - Math.min(Math.max(x, 0), 1);
  return u * u * (3 - 2 * u);
}

/** Distance by which something is beyond an edge, as a share of how soft that is; a hard edge is a jump. */
const beyond = (distance: number, soft: number) => (soft > 0 ? distance / soft : distance > 0 ? 1 : 0);

/** How much of a region is at a place: 1 inside, 0 beyond its soft edge. */
function inside(falloff: Falloff, x: number, y: number, along: number): number {
  const { shape, center, radius, width, height, soft } = falloff;
  const angle = (-falloff.rotation * Math.PI) / 180;
  const [dx, dy] = [x - center.x, y - center.y];
  const [ownX, ownY] = [
    exact.cos(angle) * dx - exact.sin(angle) * dy,
    exact.sin(angle) * dx + exact.cos(angle) * dy,
  ];
  switch (shape) {
    case 'circle':
      return ease(beyond(Math.hypot(dx, dy) - radius, soft));
    case 'box': {
      const [outX, outY] = [Math.abs(ownX) - width / 2, Math.abs(ownY) - height / 2];
      return ease(beyond(Math.hypot(Math.max(outX, 0), Math.max(outY, 0)), soft));
    }
    case 'linear':
      return ease(beyond(-ownX, soft));
    case 'path':
      return ease(beyond(Math.max(falloff.from - along, along - falloff.to), falloff.softShare));
  }
}

/** How much a figure reacts at a place, 0 to 1: that of its first region, with those of the others. */
export function falloffAt(falloffs: readonly Falloff[], x: number, y: number, along: number): number {
  let all = 1;
  falloffs.forEach((falloff, i) => {
    const share = inside(falloff, x, y, along);
    const { outside } = falloff;
    const value = outside + (1 - outside) * (falloff.invert ? 1 - share : share);
    if (i === 0 || falloff.combine === 'multiply') all *= value;
    else if (falloff.combine === 'add') all = Math.min(all + value, 1);
    else all = Math.max(all, value);
  });
  return all;
}

/** Regions that let only a part of a figure react: the level of every mark goes through them. */
export const falloffModifier: Modifier<readonly Falloff[]> = (draw, falloffs) =>
  falloffs.length === 0
    ? draw
    : (drawing) =>
        draw({
          ...drawing,
          weigh: (level, x, y, along) => drawing.weigh(level, x, y, along) * falloffAt(falloffs, x, y, along),
        });
