import { openTypeface, readFont } from '@cyclogram/core/typeface';
import { readFile } from 'node:fs/promises';
import { Problem } from '../http/problem';

/** A file as memory of its own: buffers of Node's are parts of larger ones. */
export async function readAll(path: string): Promise<ArrayBuffer> {
  return new Uint8Array(await readFile(path)).buffer;
}

/** Whether a file is a typeface. @throws Problem when it is none */
export async function checkTypeface(path: string): Promise<void> {
  try {
    openTypeface(readFont(await readAll(path))).line('Ag');
  } catch (error) {
    throw new Problem(
      'bad-typeface',
      'This is not a font file that can be read. Choose a TTF, OTF or WOFF file.',
      {},
      { cause: error },
    );
  }
}
