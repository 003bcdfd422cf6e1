import type { Falloff } from '@cyclogram/core';
import { degrees, radians, type Handle } from './handle';

const whole = Math.round;
/** Length of the line that shows a straight edge, in picture units. */
export const edgeLength = 400;

type FalloffHandle = Handle<Partial<Falloff>>;

/** What of a region can be dragged: its middle, its size, its soft edge. A part of a path has no handles. */
export function falloffHandles(falloff: Falloff, index: number): FalloffHandle[] {
  const { shape, center, rotation, soft } = falloff;
  if (shape === 'path') return [];
  const name = `region ${index + 1}`;
  const move: FalloffHandle = {
    label: `Move ${name}`,
    ...center,
    moves: true,
    drag: (x, y) => ({ center: { x: whole(x), y: whole(y) } }),
  };
  /** A handle in a direction of the region: dragging it gives its distance from the middle along that. */
  const along = (
    label: string,
    direction: number,
    distance: number,
    change: (distance: number) => Partial<Falloff>,
  ): FalloffHandle => {
    const angle = radians(direction + (shape === 'circle' ? 0 : rotation));
    const [dx, dy] = [Math.cos(angle), Math.sin(angle)];
    return {
      label,
      x: center.x + distance * dx,
      y: center.y + distance * dy,
      moves: false,
      sizes: true,
      drag: (x, y) => ({ ...change(Math.max(0, whole((x - center.x) * dx + (y - center.y) * dy))) }),
    };
  };
  switch (shape) {
    case 'circle':
      return [
        move,
        along(`Radius of ${name}`, 0, falloff.radius, (radius) => ({ radius })),
        along(`Feather of ${name}`, 90, falloff.radius + soft, (distance) => ({
          soft: Math.max(0, distance - falloff.radius),
        })),
      ];
    case 'box':
      return [
        move,
        along(`Width of ${name}`, 0, falloff.width / 2, (half) => ({ width: 2 * half })),
        along(`Height of ${name}`, 90, falloff.height / 2, (half) => ({ height: 2 * half })),
        along(`Feather of ${name}`, 180, falloff.width / 2 + soft, (distance) => ({
          soft: Math.max(0, distance - falloff.width / 2),
        })),
      ];
    case 'linear':
      return [
        move,
        along(`Feather of ${name}`, 180, soft, (distance) => ({ soft: distance })),
        {
          ...along(`Rotate ${name}`, 90, edgeLength / 2, () => ({})),
          turns: true,
          drag: (x, y) => ({ rotation: whole(degrees(Math.atan2(y - center.y, x - center.x))) - 90 }),
        },
      ];
  }
}

/** The region's edge, and where its soft edge ends, as SVG path data in picture units. */
export function falloffOutlines({
  shape,
  center: { x: centerX, y: centerY },
  radius,
  width,
  height,
  rotation,
  soft,
}: Falloff): string[] {
  const circle = (r: number) =>
    `M${centerX + r} ${centerY}A${r} ${r} 0 0 1 ${centerX - r} ${centerY}A${r} ${r} 0 0 1 ${centerX + r} ${centerY}Z`;
  const angle = radians(rotation);
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
      return [0, -soft].map((x) => `M${place(x, -edgeLength / 2)}L${place(x, edgeLength / 2)}`);
    case 'path':
      return [];
  }
}
