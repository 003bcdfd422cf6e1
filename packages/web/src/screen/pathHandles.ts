import { pathBounds, shapeHandles, type Box, type FilmPath } from '@cyclogram/core';
import { drawn } from '../editor/paths';
import { degrees, radians, type Handle } from './handle';

type PathHandle = Handle<Partial<FilmPath>>;

const whole = Math.round;

/** Picture units from the edge of a path to the handle that rotates it, and from its corner to the one that sizes it. */
const turnDistance = 60;
const cornerDistance = 30;
const scaleLimits = { min: 0.001, max: 1000 };

/** What of a path can be dragged in the picture: where it stands, its rotation, and of a shape without a size of its own its scale. */
export function placeHandlesOf(path: FilmPath): PathHandle[] {
  const { position, rotation, scale } = path;
  const box = pathBounds(drawn.paths.shape(path.shape));
  const move: PathHandle = {
    label: 'Move the path',
    x: position.x,
    y: position.y,
    moves: true,
    drag: (x, y) => ({ position: { x: whole(x), y: whole(y) } }),
  };
  const [width, height] = [scale.x * (box[2] - box[0]), scale.y * (box[3] - box[1])];
  if (!Number.isFinite(width) || width + height < 1) return [move];
  // Off the shorter side, so that it stays within the picture.
  const distance = Math.min(width, height) / 2 + turnDistance;
  const down = radians(rotation + 90);
  const turn: PathHandle = {
    label: 'Rotate the path',
    x: position.x + distance * Math.cos(down),
    y: position.y + distance * Math.sin(down),
    moves: false,
    turns: true,
    drag(x, y) {
      const angle = degrees(Math.atan2(y - position.y, x - position.x)) - 90;
      return { rotation: (whole(angle) + 720) % 360 };
    },
  };
  const hasSize = shapeHandles(path.shape).some(({ sizes }) => sizes);
  return [move, turn, ...(hasSize ? [] : [scaleHandle(path, box)])];
}

/** Scales a path from a corner of its box, width and height alike. */
function scaleHandle({ position, rotation, scale }: FilmPath, box: Box): PathHandle {
  const [right, bottom] = [scale.x * Math.max(box[2], 1), scale.y * Math.max(box[3], 1)];
  const diagonal = Math.hypot(right, bottom);
  const angle = Math.atan2(bottom, right) + radians(rotation);
  return {
    label: 'Resize the path',
    x: position.x + (diagonal + cornerDistance) * Math.cos(angle),
    y: position.y + (diagonal + cornerDistance) * Math.sin(angle),
    moves: false,
    sizes: true,
    drag(x, y) {
      const wanted = Math.max(Math.hypot(x - position.x, y - position.y) - cornerDistance, 1);
      const scaled = (value: number) => {
        const next = Number(((value * wanted) / diagonal).toPrecision(4));
        return Math.min(Math.max(next, scaleLimits.min), scaleLimits.max);
      };
      return { scale: { x: scaled(scale.x), y: scaled(scale.y) } };
    },
  };
}

/** What of a path's shape can be dragged, in the shape's own coordinates. */
export const shapeHandlesOf = ({ shape }: FilmPath): PathHandle[] =>
  shapeHandles(shape).map((handle) => ({
    ...handle,
    moves: false,
    drag: (x, y) => ({ shape: { ...shape, ...handle.drag(x, y) } as FilmPath['shape'] }),
  }));
