import type { Font } from '@cyclogram/core/typeface';
import archivoBlack from '@fontsource/archivo-black/files/archivo-black-latin-400-normal.woff?url';
import bebasNeue from '@fontsource/bebas-neue/files/bebas-neue-latin-400-normal.woff?url';
import caveat from '@fontsource/caveat/files/caveat-latin-700-normal.woff?url';
import fraunces from '@fontsource/fraunces/files/fraunces-latin-600-normal.woff?url';
import righteous from '@fontsource/righteous/files/righteous-latin-400-normal.woff?url';
import { get, set, keys, createStore } from 'idb-keyval';
import { useEffect, useState } from 'react';

/** Typefaces that ship with the application, by name. */
const shipped: Record<string, string> = {
  'Archivo Black': archivoBlack,
  'Bebas Neue': bebasNeue,
  Caveat: caveat,
  Fraunces: fraunces,
  Righteous: righteous,
};

/** Typefaces added as files are kept in this browser: the films hold outlines, not typefaces. */
const added = createStore('cyclogram-typefaces', 'files');
const mostBytes = 20 * 1024 * 1024;
/** What reads typefaces is loaded when the first text is set. */
const reader = () => import('@cyclogram/core/typeface');
const fonts = new Map<string, Promise<Font>>();
const changed = new EventTarget();

async function load(name: string): Promise<Font> {
  const address = shipped[name];
  const file = address ? await (await fetch(address)).arrayBuffer() : await get<ArrayBuffer>(name, added);
  if (!file) throw new Error(`the typeface ${name} is not here; add its file again`);
  return (await reader()).readFont(file);
}

function fontNamed(name: string): Promise<Font> {
  let font = fonts.get(name);
  if (!font) {
    fonts.set(name, (font = load(name)));
    font.catch(() => fonts.delete(name));
  }
  return font;
}

/** Keeps a font file and gives the name of its typeface back. @throws Error when it cannot be read */
export async function addTypeface(file: File): Promise<string> {
  if (file.size > mostBytes) throw new Error('it is larger than 20 MB');
  const bytes = await file.arrayBuffer();
  (await reader()).readFont(bytes);
  const name = file.name.replace(/\.[^.]+$/, '').slice(0, 100);
  await set(name, bytes, added);
  fonts.delete(name);
  changed.dispatchEvent(new Event('change'));
  return name;
}

/** Names of all typefaces there are. */
export function useTypefaces(): string[] {
  const [own, setOwn] = useState<string[]>([]);
  useEffect(() => {
    const read = () => void keys<string>(added).then(setOwn, () => setOwn([]));
    read();
    changed.addEventListener('change', read);
    return () => changed.removeEventListener('change', read);
  }, []);
  return [...Object.keys(shipped), ...own];
}

export interface TextOutlineData {
  data: string;
  /** Letters that the typeface does not have. */
  missing: string[];
}

/** The outline of a text as path data. @throws Error when the typeface is not here */
export async function outlineText(text: string, fontName: string, spacing: number): Promise<TextOutlineData> {
  const [font, { missingLetters, textToData }] = await Promise.all([fontNamed(fontName), reader()]);
  return { data: textToData(font, text, spacing), missing: missingLetters(font, text) };
}
