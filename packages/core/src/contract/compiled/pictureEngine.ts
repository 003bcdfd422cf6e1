import type { PictureCode } from './pictureCalls';
import { pictureCode } from './pictureCode';
import { startCode } from './webAssembly';

/** The compiled code of assembly/picture.ts, one for each thread. */

let loaded: PictureCode | undefined;

/** The code. @throws Error where WebAssembly is missing */
export const pictureEngine = (): PictureCode => (loaded ??= startCode<PictureCode>(pictureCode));

/** Below, the code may keep something itself. */
export const firstFreeByte = 65536;
