import {
  companionFonts,
  companionsOf,
  shippedTypefaces,
  type CompanionFont,
  type Typeface,
} from '@cyclogram/core';
import { openTypeface, readFont, type Font } from '@cyclogram/core/typeface';
import { createRequire } from 'node:module';
import { readAll } from './checkTypeface';

const require = createRequire(import.meta.url);

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
