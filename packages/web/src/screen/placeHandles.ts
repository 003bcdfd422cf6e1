import type { Film, GroupLayer, TiedLayer } from '@cyclogram/core';
import type { PathHandle } from './handlesOf';

/** Picture units from the middle to the handles that size and turn, at 100 %. */
const arm = 160;
const whole = Math.round;

/** What of a group or a tied copy can be dragged: where it stands, its size and its turn, around its centre. */
export function placeHandles(
  layer: GroupLayer | TiedLayer,
  { width, height }: Pick<Film, 'width' | 'height'>,
): PathHandle[] {
  const { moveX, moveY, turn, scale, aroundX, aroundY } = layer;
  const [baseX, baseY] = [aroundX * width, aroundY * height];
  const [x, y] = [baseX + moveX, baseY + moveY];
  const angle = (turn * Math.PI) / 180;
  const name = layer.name || 'the layer';
  return [
    {
      ...{ label: `Move ${name}`, x, y, moves: true },
      drag: (toX, toY) => ({ moveX: whole(toX - baseX), moveY: whole(toY - baseY) }),
    },
    {
      ...{ label: `Size ${name}`, moves: false, sizes: true },
      x: x + arm * scale * Math.cos(angle),
      y: y + arm * scale * Math.sin(angle),
      drag: (toX, toY) => ({
        scale: Math.min(Math.max(whole((Math.hypot(toX - x, toY - y) / arm) * 100) / 100, 0.01), 50),
      }),
    },
    {
      ...{ label: `Turn ${name}`, moves: false, turns: true },
      x: x - arm * Math.sin(-angle),
      y: y - arm * Math.cos(angle),
      drag: (toX, toY) => ({ turn: whole((Math.atan2(toY - y, toX - x) * 180) / Math.PI + 90) }),
    },
  ];
}
