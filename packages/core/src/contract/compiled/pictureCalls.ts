/** Calls of the compiled code of assembly/picture.ts: made from it by `npm run wasm`. */

import type { CodeMemory } from './webAssembly';

export interface PictureCode {
  memory: CodeMemory;
  acos(x: number): number;
  asin(x: number): number;
  atan(x: number): number;
  atan2(y: number, x: number): number;
  cos(x: number): number;
  exp(x: number): number;
  log(x: number): number;
  pow(x: number, y: number): number;
  sin(x: number): number;
  tan(x: number): number;
}
