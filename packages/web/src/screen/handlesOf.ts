import { dataSize, pathBounds, transformShape, wholePath, type PathSettings } from '@cyclogram/core';

/** Something of a path that can be dragged on the Screen, in picture units. */
export interface PathHandle {
  label: string;
  x: number;
  y: number;
  /** Whether it moves the whole path. */
  moves: boolean;
  /** Whether it turns the path. */
  turns?: boolean;
  /** Whether it sizes the path. */
  sizes?: boolean;
  /** What changes when it is dragged to a place. */
  drag(x: number, y: number): Record<string, unknown>;
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
  change: (distance: number) => Record<string, unknown>,
): PathHandle {
  return {
    label,
    x: centerX + distance * Math.cos(angle),
    y: centerY + distance * Math.sin(angle),
    moves: false,
    sizes: true,
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

/** What of a path can be dragged: its centre or ends, what makes its size, and what turns it. */
export function handlesOf(path: PathSettings): PathHandle[] {
  return [...ownHandles(path), ...turnHandle(path)];
}

/** Picture units from the edge of a path to the handle that turns it. */
const turnDistance = 60;

/** Turns a path around the middle of its box; a circle is turned by where it starts. */
function turnHandle(path: PathSettings): PathHandle[] {
  if (path.kind === 'circle' || path.kind === 'arc' || path.kind === 'line') return [];
  const { x, y, width, height } = boxOf(path);
  if (!Number.isFinite(width)) return [];
  const turn = 'turn' in path ? path.turn : 0;
  // Off the shorter side, so that it stays within the picture.
  const distance = Math.min(width, height) / 2 + turnDistance;
  const at = (degrees: number) => radians(degrees + 90);
  return [
    {
      ...{ label: 'Turn the path', moves: false, turns: true },
      x: x + distance * Math.cos(at(turn)),
      y: y + distance * Math.sin(at(turn)),
      drag(toX, toY) {
        const degrees = whole((Math.atan2(toY - y, toX - x) * 180) / Math.PI - 90);
        if ('turn' in path) return { turn: (degrees + 720) % 360 };
        const { points } = transformShape(path, { pivotX: x, pivotY: y, turn: degrees });
        return { points };
      },
    },
  ];
}

/** Middle and size of a path; of path data, as it is when not turned. */
function boxOf(path: PathSettings): { x: number; y: number; width: number; height: number } {
  if ('data' in path) {
    const { width, height } = dataSize(path);
    return { x: path.centerX, y: path.centerY, width: path.scale * width, height: path.scale * height };
  }
  const [left, top, right, bottom] = pathBounds(wholePath(path));
  const size = { width: right - left, height: bottom - top };
  return 'centerX' in path
    ? { x: path.centerX, y: path.centerY, ...size }
    : { x: (left + right) / 2, y: (top + bottom) / 2, ...size };
}

/** Scales a path around its middle, from a corner of its box. */
function scaleHandle(path: Extract<PathSettings, { scale: number }>): PathHandle[] {
  const { width, height } = boxOf(path);
  const distance = Math.hypot(width, height) / 2;
  if (distance < 1) return [];
  const angle = Math.atan2(height, width) + radians(path.turn);
  return [
    {
      ...{ label: sizeLabel, moves: false, sizes: true },
      x: path.centerX + distance * Math.cos(angle),
      y: path.centerY + distance * Math.sin(angle),
      drag(toX, toY) {
        const factor = Math.hypot(toX - path.centerX, toY - path.centerY) / distance;
        return { scale: Math.min(Math.max(Number((path.scale * factor).toPrecision(4)), 0.001), 1000) };
      },
    },
  ];
}

/** Picture units from the corner of a drawn path's box to the handle that sizes it: points may stand in the corner. */
const cornerDistance = 30;

/** Scales a drawn path around the middle of its box. */
function drawnSize(path: Extract<PathSettings, { kind: 'drawn' }>): PathHandle[] {
  const { x, y, width, height } = boxOf(path);
  const diagonal = Math.hypot(width, height) / 2;
  if (diagonal < 1) return [];
  const angle = Math.atan2(height, width);
  return [
    {
      ...{ label: sizeLabel, moves: false, sizes: true },
      x: x + (diagonal + cornerDistance) * Math.cos(angle),
      y: y + (diagonal + cornerDistance) * Math.sin(angle),
      drag(toX, toY) {
        const wanted = Math.max(Math.hypot(toX - x, toY - y) - cornerDistance, 1);
        const { points } = transformShape(path, { pivotX: x, pivotY: y, scale: wanted / diagonal });
        return { points };
      },
    },
  ];
}

function ownHandles(path: PathSettings): PathHandle[] {
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
    case 'text':
    case 'picture':
      return [centreHandle(path), ...scaleHandle(path)];
    case 'drawn': {
      const [x, y] = [boxOf(path).x, boxOf(path).y].map(whole) as [number, number];
      const move: PathHandle = {
        ...{ label: 'Move the path', x, y, moves: true },
        drag: (toX, toY) => {
          const [moveX, moveY] = [whole(toX) - x, whole(toY) - y];
          return { points: transformShape(path, { pivotX: 0, pivotY: 0, moveX, moveY }).points };
        },
      };
      return path.points.length > 0 ? [move, ...drawnSize(path)] : [];
    }
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
