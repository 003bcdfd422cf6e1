import type { Place, Size } from '@cyclogram/core';
import { degrees, radians, type Handle } from './handle';

/** Picture units from the middle to the handles that size and rotate, at 100 %. */
const arm = 160;
const whole = Math.round;

/** What of a layer's place can be dragged: its position, its size and its rotation, around its anchor. */
export function placeHandles(name: string, place: Place, picture: Size): Handle<Partial<Place>>[] {
  const { position, rotation, scale, anchor } = place;
  const [baseX, baseY] = [anchor.x * picture.width, anchor.y * picture.height];
  const [x, y] = [baseX + position.x, baseY + position.y];
  const angle = radians(rotation);
  const scaled = (toX: number, toY: number) => {
    const factor = Math.hypot(toX - x, toY - y) / (arm * scale.x);
    const next = (value: number) => Math.min(Math.max(whole(value * factor * 100) / 100, 0.01), 50);
    return { x: next(scale.x), y: next(scale.y) };
  };
  return [
    {
      label: `Move ${name}`,
      x,
      y,
      moves: true,
      drag: (toX, toY) => ({ position: { x: whole(toX - baseX), y: whole(toY - baseY) } }),
    },
    {
      label: `Resize ${name}`,
      x: x + arm * scale.x * Math.cos(angle),
      y: y + arm * scale.x * Math.sin(angle),
      moves: false,
      sizes: true,
      drag: (toX, toY) => ({ scale: scaled(toX, toY) }),
    },
    {
      label: `Rotate ${name}`,
      x: x - arm * Math.sin(-angle),
      y: y - arm * Math.cos(angle),
      moves: false,
      turns: true,
      drag: (toX, toY) => ({ rotation: whole(degrees(Math.atan2(toY - y, toX - x)) + 90) }),
    },
  ];
}
