import { fields, type Point } from '../../contract';
import { blurGaussian, type PassBuffer, putOutlineTask } from '../../pixels';
import { percent } from './passFields';
import { channelsOf, scaleOf, type PassContext } from './passKind';

/** What lies around the outline of what a layer draws: of glow and shadow along it. */

export const sideField = {
  kind: 'choice',
  key: 'side',
  label: 'Side',
  choices: [
    { value: 'outside', label: 'Outside' },
    { value: 'inside', label: 'Inside' },
  ],
  default: 'outside',
} as const;

export const offsetField = <const Standard extends Point>(standard: Standard) =>
  ({
    kind: 'point',
    key: 'offset',
    label: 'Offset',
    min: -2000,
    max: 2000,
    step: 1,
    unit: 'px',
    default: standard,
  }) as const;

export const spreadFields = fields([
  percent('spread', 'Spread', 0, { help: 'How much firmer its soft edge becomes.' }),
]);

interface Outline {
  side: 'outside' | 'inside';
  color: string;
  opacity: number;
  softness: number;
  spread: number;
  offset: Point;
}

export const outlineMargin = ({ side, softness, offset }: Outline): number =>
  side === 'outside' ? 3 * softness + Math.max(Math.abs(offset.x), Math.abs(offset.y)) : 0;

/** Softness is the standard deviation of the edge's blur. */
export function layOutline(buffer: PassBuffer, outline: Outline, context: PassContext): void {
  const { side, color, opacity, softness, spread, offset } = outline;
  if (opacity <= 0) return;
  const { width, height } = buffer;
  const [a, b, c, d] = context.matrix;
  const inside = side === 'inside';
  const move = [a * offset.x + c * offset.y, b * offset.x + d * offset.y].map(Math.round) as [number, number];
  const form = { address: buffer.take(8 * width * height), width, height };
  buffer.code.takeForm(
    buffer.told(buffer.address, form.address, width, height, 'clear'),
    ...move,
    inside ? 1 : 0,
  );
  blurGaussian(buffer, form, softness * scaleOf(context), inside ? 'repeat' : 'clear');
  const [red, green, blue] = channelsOf(color);
  const task = putOutlineTask(buffer.code.memory.buffer, {
    form: form.address,
    inside: inside ? 1 : 0,
    gain: 1 / Math.max(0.02, 1 - spread),
    red,
    green,
    blue,
    opacity,
  });
  buffer.code.layOutline(buffer.image(), task);
}
