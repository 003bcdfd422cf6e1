import { pictureCode } from './pictureCode';
import { startCode, type CodeMemory } from './webAssembly';

/** The compiled code of assembly/picture.ts, one for each thread. */
interface PictureCode {
  memory: CodeMemory;
  sin(x: number): number;
  cos(x: number): number;
  tan(x: number): number;
  asin(x: number): number;
  acos(x: number): number;
  atan(x: number): number;
  atan2(y: number, x: number): number;
  exp(x: number): number;
  log(x: number): number;
  pow(x: number, y: number): number;
  premultiply(from: number, to: number, count: number): void;
  unpremultiply(from: number, to: number, count: number): void;
  invert(pixels: number, count: number, amount: number): void;
}

let loaded: PictureCode | undefined;

/** The code. @throws Error where WebAssembly is missing */
export const pictureEngine = (): PictureCode => (loaded ??= startCode<PictureCode>(pictureCode));

/** Below, the code may keep something itself. */
export const firstFreeByte = 65536;
