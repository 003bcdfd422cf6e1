import { startCode } from '../compiled/webAssembly';
import { toEncoded, toLinear } from '../scene/srgb';
import type { PassCode } from './passCalls';
import { passCode } from './passCode';

/** The compiled code of assembly/passes.ts with its tables, one for each thread. */
export interface PassEngine {
  code: PassCode;
  /** Address of 65,536 floats: light of encoded values. */
  decode: number;
  /** Address of 4,097 floats: encoded values, 0 to 65,535, of light by its square root. */
  encode: number;
  /** Where pixels may stand: tables lie below. */
  free: number;
}

const values = 65536;
const rootSteps = 4096;
/** Below, structures and what the code keeps itself. */
const tablesAt = 65536;

let loaded: PassEngine | undefined;

/** The code. @throws Error where WebAssembly is missing */
export function passEngine(): PassEngine {
  if (loaded) return loaded;
  const code = startCode<PassCode>(passCode);
  const encode = tablesAt + 4 * values;
  const free = (encode + 4 * (rootSteps + 1) + 15) & ~15;
  code.memory.grow(Math.ceil(free / 65536));
  const { buffer } = code.memory;
  new Float32Array(buffer, tablesAt, values).forEach((_, i, all) => (all[i] = toLinear(i / (values - 1))));
  new Float32Array(buffer, encode, rootSteps + 1).forEach(
    (_, i, all) => (all[i] = toEncoded((i / rootSteps) ** 2) * (values - 1)),
  );
  return (loaded = { code, decode: tablesAt, encode, free });
}
