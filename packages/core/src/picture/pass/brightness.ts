import { fields } from '../../contract';
import { type PassBuffer, type Pixels, putAddTask, putBrightTask } from '../../pixels';
import { distance, percent } from './passFields';
import { channelsOf } from './passKind';

/** Light that is taken from the bright parts of a picture, and added to it again: of glow and rays. */

export const brightFields = fields([
  percent('threshold', 'Threshold', 0.5, { help: 'What is darker gives no light.' }),
  percent('knee', 'Knee', 0.3, { help: 'Over how much brightness it begins to.' }),
  percent('strength', 'Strength', 0.6, { max: 8 }),
  { kind: 'color', key: 'tint', label: 'Tint', default: '#ffffff' },
]);

export const radiusField = distance('radius', 'Radius', ({ height }) => Math.round(height * 0.03));

interface Bright {
  threshold: number;
  knee: number;
}

/** The light of bright parts, in proportion to energy, on an image that is so many times smaller. */
export function takeBright(buffer: PassBuffer, { threshold, knee }: Bright, block: number): Pixels {
  const width = Math.ceil(buffer.width / block);
  const height = Math.ceil(buffer.height / block);
  const pixels = buffer.inBytes();
  const address = buffer.take(8 * width * height);
  const work = buffer.take(16 * (width + 4));
  const task = putBrightTask(buffer.code.memory.buffer, {
    pixels,
    wide: buffer.width,
    tall: buffer.height,
    light: address,
    work,
    block,
    width,
    height,
    low: threshold - knee / 2,
    high: threshold + knee / 2,
  });
  buffer.code.takeBright(task);
  return { address, width, height };
}

/** Adds light to the picture. */
export function addLight(
  buffer: PassBuffer,
  light: Pixels,
  block: number,
  { strength, tint }: { strength: number; tint: string },
): void {
  const [red, green, blue] = channelsOf(tint).map((value) => value * strength) as [number, number, number];
  // What is worked out of four pixels stands in front.
  const work = buffer.take(64 + 16 * (light.width + 4)) + 64;
  const task = putAddTask(buffer.code.memory.buffer, {
    light: light.address,
    width: light.width,
    height: light.height,
    block,
    red,
    green,
    blue,
    work,
  });
  buffer.point('addLight', task, { cost: 8, fillsClear: true });
}
