import type { Falloff } from '@cyclogram/core';
import type { PathHandle } from './handlesOf';

const radians = (degrees: number) => (degrees * Math.PI) / 180;
const whole = Math.round;
/** Length of the line that shows a straight edge, in picture units. */
export const edgeLength = 400;

/** What of a region can be dragged: its middle, its size, its soft edge. A part of a path has no handles. */
export function falloffHandles(falloff: Falloff, index: number): PathHandle[] {
  const { shape, centerX, centerY, turn, soft } = falloff;
  if (shape === 'path') return [];
  const name = `region ${index + 1}`;
  const move: PathHandle = {
    ...{ label: `Move ${name}`, x: centerX, y: centerY, moves: true },
    drag: (x, y) => ({ centerX: whole(x), centerY: whole(y) }),
  };
  /** A handle in a direction of the region: dragging it gives its distance from the middle along that. */
  const along = (
    label: string,
    degrees: number,
    distance: number,
    change: (distance: number) => object,
  ): PathHandle => {
    const angle = radians(degrees + (shape === 'circle' ? 0 : turn));
    const [dx, dy] = [Math.cos(angle), Math.sin(angle)];
    return {
      ...{ label, x: centerX + distance * dx, y: centerY + distance * dy, moves: false, sizes: true },
      drag: (x, y) => ({ ...change(Math.max(0, whole((x - centerX) * dx + (y - centerY) * dy))) }),
    };
  };
  switch (shape) {
    case 'circle':
      return [
        move,
        along(`Radius of ${name}`, 0, falloff.radius, (radius) => ({ radius })),
        along(`Soft edge of ${name}`, 90, falloff.radius + soft, (distance) => ({
          soft: Math.max(0, distance - falloff.radius),
        })),
      ];
    case 'box':
      return [
        move,
        along(`Width of ${name}`, 0, falloff.width / 2, (half) => ({ width: 2 * half })),
        along(`Height of ${name}`, 90, falloff.height / 2, (half) => ({ height: 2 * half })),
        along(`Soft edge of ${name}`, 180, falloff.width / 2 + soft, (distance) => ({
          soft: Math.max(0, distance - falloff.width / 2),
        })),
      ];
    case 'linear':
      return [
        move,
        along(`Soft edge of ${name}`, 90, soft, (distance) => ({ soft: distance })),
        {
          ...along(`Turn ${name}`, 0, edgeLength / 2, () => ({})),
          turns: true,
          drag: (x, y) => ({ turn: whole((Math.atan2(y - centerY, x - centerX) * 180) / Math.PI) }),
        },
      ];
  }
}

/** The region's edge, and where its soft edge ends, as SVG path data in picture units. */
export function falloffOutlines({
  shape,
  centerX,
  centerY,
  radius,
  width,
  height,
  turn,
  soft,
}: Falloff): string[] {
  const circle = (r: number) =>
    `M${centerX + r} ${centerY}A${r} ${r} 0 0 1 ${centerX - r} ${centerY}A${r} ${r} 0 0 1 ${centerX + r} ${centerY}Z`;
  const angle = radians(turn);
  const place = (x: number, y: number) =>
    `${centerX + Math.cos(angle) * x - Math.sin(angle) * y} ${centerY + Math.sin(angle) * x + Math.cos(angle) * y}`;
  const box = (halfWidth: number, halfHeight: number) =>
    `M${place(-halfWidth, -halfHeight)}L${place(halfWidth, -halfHeight)}L${place(halfWidth, halfHeight)}L${place(-halfWidth, halfHeight)}Z`;
  switch (shape) {
    case 'circle':
      return [circle(radius), circle(radius + soft)];
    case 'box':
      return [box(width / 2, height / 2), box(width / 2 + soft, height / 2 + soft)];
    case 'linear':
      return [0, soft].map((y) => `M${place(-edgeLength / 2, y)}L${place(edgeLength / 2, y)}`);
    case 'path':
      return [];
  }
}
