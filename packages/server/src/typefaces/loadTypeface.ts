import {
  companionFonts,
  companionsOf,
  shippedTypefaces,
  type CompanionFont,
  type Typeface,
} from '@cyclogram/core';
import { openTypeface, readFont, type Font } from '@cyclogram/core/typeface';
import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { Problem } from '../http/problem';

const require = createRequire(import.meta.url);

/** A file as memory of its own: buffers of Node's are parts of larger ones. */
async function readAll(path: string): Promise<ArrayBuffer> {
  return new Uint8Array(await readFile(path)).buffer;
}

/** Fonts that characters are taken from that a typeface lacks, once each is read. */
const companions = new Map<CompanionFont, Promise<Font>>();

function companion(name: CompanionFont): Promise<Font> {
  let font = companions.get(name);
  if (!font) {
    font = readAll(require.resolve(companionFonts[name])).then(readFont);
    companions.set(name, font);
    font.catch(() => companions.delete(name));
  }
  return font;
}

/** Reads the typeface of a name: one of the film's own, or one that ships. @param own paths by their names */
export async function loadTypeface(name: string, own: Readonly<Record<string, string>>): Promise<Typeface> {
  const shipped = shippedTypefaces[name];
  const path = own[name] ?? (shipped && require.resolve(shipped));
  if (!path) throw new Error(`there is no typeface ${name}`);
  return openTypeface(readFont(await readAll(path)), await Promise.all(companionsOf(name).map(companion)));
}

/** Whether a file is a typeface. @throws Problem when it is none */
export async function checkTypeface(path: string): Promise<void> {
  try {
    openTypeface(readFont(await readAll(path))).line('Ag');
  } catch {
    throw new Problem(
      'bad-typeface',
      'This is not a font file that can be read. Choose a TTF, OTF or WOFF file.',
    );
  }
}
