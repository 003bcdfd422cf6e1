import { startCode } from '../compiled/webAssembly';
import type { PassCode } from './passCalls';
import { passCode } from './passCode';

let loaded: PassCode | undefined;

/** The compiled code of assembly/passes.ts, one for each thread. @throws Error where WebAssembly is missing */
export const passEngine = (): PassCode => (loaded ??= startCode<PassCode>(passCode));

/** Where pixels may stand: below, structures and what the code keeps itself. */
export const firstPixel = 65536;
