import { fpsOf } from '@cyclogram/core';
import type { EncodePlan } from './renderFormat';

/** What formats cannot have, said in sentences. */

/** Sides of what is encoded in 4:2:0 are even. */
export function evenProblem({ width, height }: EncodePlan): string | undefined {
  if (width % 2 === 0 && height % 2 === 0) return undefined;
  const even = (side: number) => side + (side % 2);
  return `This format needs an even width and height: ${even(width)} x ${even(height)} would work.`;
}

/** Most pixels of a frame, and in a second. */
interface Level {
  name: string;
  pixels: number;
  perSecond: number;
}

/** H.264, level 6.2: 139,264 macroblocks a frame, 16,711,680 a second (ITU-T H.264, table A-1). */
export const h264Level: Level = { name: 'H.264', pixels: 139_264 * 256, perSecond: 16_711_680 * 256 };
/** HEVC, level 6.2 (ITU-T H.265, table A.8 and A.9). */
export const hevcLevel: Level = { name: 'HEVC', pixels: 35_651_584, perSecond: 4_278_190_080 };
/** VP9, level 6.2 (WebM project, "VP9 Levels"). */
export const vp9Level: Level = { name: 'VP9', pixels: 35_651_584, perSecond: 4_706_009_088 };
/** AV1, level 6.2 (AV1 Bitstream & Decoding Process Specification, A.3). */
export const av1Level: Level = { name: 'AV1', pixels: 35_651_584, perSecond: 4_278_190_080 };

/** Sizes and rates that no level of a codec has. Both sides count in blocks of 16. */
export function levelProblem(plan: EncodePlan, { name, pixels, perSecond }: Level): string | undefined {
  const blocks = (side: number) => Math.ceil(side / 16) * 16;
  const own = blocks(plan.width) * blocks(plan.height);
  if (own > pixels) {
    const share = Math.sqrt(pixels / own);
    const [width, height] = [plan.width, plan.height].map((side) => 16 * Math.floor((share * side) / 16));
    return `${name} has no level for frames as large as ${plan.width} x ${plan.height}: ${width} x ${height} would work.`;
  }
  if (own * fpsOf(plan.fps) <= perSecond) return undefined;
  return `${name} has no level for so many frames of this size in a second: up to ${Math.floor(perSecond / own)} would work.`;
}

/** Longest loop, in seconds. */
const longestLoop = 60;

/** Loops are short, for their files are large. */
export function loopProblem({ fps, frameCount }: EncodePlan, name: string): string | undefined {
  const seconds = frameCount / fpsOf(fps);
  return seconds > longestLoop
    ? `${name} is for short loops of up to ${longestLoop} s, not for ${Math.round(seconds)} s: mark a shorter range, or choose MP4.`
    : undefined;
}
