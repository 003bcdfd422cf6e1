import { MemoryStack, startCode } from '../contract';
import type { PassCode } from './passCalls';
import { passCode } from './passCode';

let loaded: PassCode | undefined;
let stack: MemoryStack | undefined;

/** The compiled code of assembly/passes.ts, one for each thread. @throws Error where WebAssembly is missing */
export const passEngine = (): PassCode => (loaded ??= startCode<PassCode>(passCode));

/** Below, structures stand, and what the code keeps itself. */
const firstPixel = 65536;

/** Its memory: surfaces that are painted on, and behind them room for whatever runs. */
export const passMemory = (): MemoryStack => (stack ??= new MemoryStack(passEngine().memory, firstPixel));
