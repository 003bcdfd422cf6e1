import { cos, sin } from '../contract';
import { putMixTask } from './passCalls';
import type { PassBuffer } from './passBuffer';

/** Three rows of three factors and what is added. */
export type ColorMatrix = readonly [
  readonly [number, number, number, number],
  readonly [number, number, number, number],
  readonly [number, number, number, number],
];

/** Weights of brightness in saturate and hue-rotate (W3C Filter Effects Level 1, 9.6). */
const luma = [0.213, 0.715, 0.072] as const;

/** More or less colour: W3C Filter Effects Level 1, saturate. */
export const saturation = (amount: number): ColorMatrix =>
  rows((row, column) => luma[column]! * (1 - amount) + (row === column ? amount : 0));

const hueCos = [
  [0.787, -0.715, -0.072],
  [-0.213, 0.285, -0.072],
  [-0.213, -0.715, 0.928],
] as const;
const hueSin = [
  [-0.213, -0.715, 0.928],
  [0.143, 0.14, -0.283],
  [-0.787, 0.715, 0.072],
] as const;

/** Colours turned around the grey axis: W3C Filter Effects Level 1, hueRotate. */
export function hueRotation(degrees: number): ColorMatrix {
  const angle = ((degrees % 360) * Math.PI) / 180;
  const [c, s] = [cos(angle), sin(angle)];
  return rows((row, column) => luma[column]! + c * hueCos[row]![column]! + s * hueSin[row]![column]!);
}

function rows(value: (row: number, column: number) => number): ColorMatrix {
  const row = (i: number) => [value(i, 0), value(i, 1), value(i, 2), 0] as const;
  return [row(0), row(1), row(2)];
}

/** One after the other. */
export function after(second: ColorMatrix, first: ColorMatrix): ColorMatrix {
  const row = (i: 0 | 1 | 2) => {
    const own = second[i];
    const at = (column: 0 | 1 | 2 | 3) =>
      own[0] * first[0][column] + own[1] * first[1][column] + own[2] * first[2][column];
    return [at(0), at(1), at(2), at(3) + own[3]] as const;
  };
  return [row(0), row(1), row(2)];
}

/** Mixes colours by a matrix. What is added is 1 for white. */
export function runMatrix(buffer: PassBuffer, [red, green, blue]: ColorMatrix): void {
  const task = putMixTask(buffer.code.memory.buffer, {
    ...{ rr: red[0], rg: red[1], rb: red[2], r: red[3] },
    ...{ gr: green[0], gg: green[1], gb: green[2], g: green[3] },
    ...{ br: blue[0], bg: blue[1], bb: blue[2], b: blue[3] },
  });
  buffer.point('mix', task, { cost: 3 });
}
