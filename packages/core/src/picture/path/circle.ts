import { exact, ofHeight } from '../../contract';
import type { Path } from './path';
import { radiusHandle, shapeKind, sizeField } from './shapeKind';

/** A circle by arc length, from its top: exact, from the closed form. Runs clockwise on the screen. */
export const circlePath = ({ radius }: { radius: number }): Path => ({
  length: 2 * Math.PI * radius,
  closed: true,
  at(s) {
    const angle = s / radius - Math.PI / 2;
    const normalX = exact.cos(angle);
    const normalY = exact.sin(angle);
    return { x: radius * normalX, y: radius * normalY, normalX, normalY };
  },
});

export const circle = shapeKind({
  kind: 'circle',
  label: 'Circle',
  fields: [sizeField('radius', 'Radius', ofHeight(0.24))],
  build: circlePath,
  handles: ({ radius }) => [radiusHandle(radius)],
});
