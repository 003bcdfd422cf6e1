import type { PathSettings } from '@cyclogram/core';

/** Something of a path that can be dragged on the Screen, in picture units. */
export interface PathHandle {
  label: string;
  x: number;
  y: number;
  /** Whether it moves the whole path. */
  moves: boolean;
  /** What changes when it is dragged to a place. */
  drag(x: number, y: number): Record<string, number>;
}

const radians = (degrees: number) => (degrees * Math.PI) / 180;
const whole = Math.round;
const atLeastOne = (value: number) => Math.max(1, Math.round(value));

interface Centred {
  centerX: number;
  centerY: number;
}

/** A handle at a distance from the centre, in a direction: dragging it changes the distance. */
function distanceHandle(
  label: string,
  { centerX, centerY }: Centred,
  distance: number,
  angle: number,
  change: (distance: number) => Record<string, number>,
): PathHandle {
  return {
    label,
    x: centerX + distance * Math.cos(angle),
    y: centerY + distance * Math.sin(angle),
    moves: false,
    // Along its direction: what is dragged aside counts for nothing.
    drag: (x, y) =>
      change(atLeastOne(Math.abs((x - centerX) * Math.cos(angle) + (y - centerY) * Math.sin(angle)))),
  };
}

const centreHandle = ({ centerX, centerY }: Centred): PathHandle => ({
  label: 'Move the path',
  x: centerX,
  y: centerY,
  moves: true,
  drag: (x, y) => ({ centerX: whole(x), centerY: whole(y) }),
});

const sizeLabel = 'Size the path';
const radiusHandle = (path: Centred & { radius: number }, degrees: number): PathHandle => {
  const angle = radians(degrees - 90);
  return {
    ...distanceHandle(sizeLabel, path, path.radius, angle, (radius) => ({ radius })),
    drag: (x, y) => ({ radius: atLeastOne(Math.hypot(x - path.centerX, y - path.centerY)) }),
  };
};

/** What of a path can be dragged: its centre or ends, and what makes its size. */
export function handlesOf(path: PathSettings): PathHandle[] {
  switch (path.kind) {
    case 'circle':
    case 'arc':
      return [centreHandle(path), radiusHandle(path, path.start)];
    case 'polygon':
    case 'star':
    case 'spiral':
      return [centreHandle(path), radiusHandle(path, path.turn)];
    case 'ellipse':
      return [
        centreHandle(path),
        distanceHandle('Half width', path, path.radiusX, radians(path.turn), (radiusX) => ({ radiusX })),
        distanceHandle('Half height', path, path.radiusY, radians(path.turn - 90), (radiusY) => ({
          radiusY,
        })),
      ];
    case 'rectangle':
      return [
        centreHandle(path),
        distanceHandle('Width', path, path.width / 2, radians(path.turn), (half) => ({ width: 2 * half })),
        distanceHandle('Height', path, path.height / 2, radians(path.turn - 90), (half) => ({
          height: 2 * half,
        })),
      ];
    case 'wave':
      return [
        centreHandle(path),
        distanceHandle('Width', path, path.width / 2, radians(path.turn), (half) => ({ width: 2 * half })),
      ];
    case 'svg':
      return [centreHandle(path)];
    case 'line': {
      const { x1, y1, x2, y2 } = path;
      const [middleX, middleY] = [(x1 + x2) / 2, (y1 + y2) / 2];
      const end = (label: string, x: number, y: number, keys: [string, string]): PathHandle => ({
        ...{ label, x, y, moves: false },
        drag: (toX, toY) => ({ [keys[0]]: whole(toX), [keys[1]]: whole(toY) }),
      });
      return [
        {
          ...{ label: 'Move the path', x: middleX, y: middleY, moves: true },
          drag: (x, y) => ({
            x1: whole(x1 + x - middleX),
            y1: whole(y1 + y - middleY),
            x2: whole(x2 + x - middleX),
            y2: whole(y2 + y - middleY),
          }),
        },
        end('Start of the line', x1, y1, ['x1', 'y1']),
        end('End of the line', x2, y2, ['x2', 'y2']),
      ];
    }
  }
}
