import { shippedTypefaces } from '@cyclogram/core';
import type { Font } from '@cyclogram/core/typeface';
import { useEditor } from '../editor/editorStore';
import { shippedAddresses } from './shipped';
import { typefaceAddress } from '../api/typefaces';

/** What reads typefaces is loaded when the first text is set. */
const reader = () => import('@cyclogram/core/typeface');
const fonts = new Map<string, Promise<Font>>();

async function load(address: string): Promise<Font> {
  const response = await fetch(address);
  if (!response.ok) throw new Error('the typeface is not here; add its file again');
  return (await reader()).readFont(await response.arrayBuffer());
}

function fontAt(address: string): Promise<Font> {
  let font = fonts.get(address);
  if (!font) {
    fonts.set(address, (font = load(address)));
    font.catch(() => fonts.delete(address));
  }
  return font;
}

/** Where the typefaces are that a film may be set in, by their names: those that ship, and its own. */
export function typefaceAddresses(
  own: readonly { name: string; source: { asset?: string | undefined } }[],
): Record<string, string> {
  const added = own.flatMap(({ name, source }) =>
    source.asset ? [[name, typefaceAddress(source.asset)] as const] : [],
  );
  return { ...shippedAddresses, ...Object.fromEntries(added) };
}

/** Names of all typefaces there are. */
export function useTypefaces(): string[] {
  const own = useEditor((state) => state.film.typefaces);
  return [...Object.keys(shippedTypefaces), ...own.map(({ name }) => name)];
}

export interface TextOutlineData {
  data: string;
  /** Letters that the typeface does not have. */
  missing: string[];
}

/**
 * The outline of a text as path data.
 * @param address where the typeface is; undefined when it is not known
 * @throws Error when the typeface is not here
 */
export async function outlineText(
  text: string,
  address: string | undefined,
  spacing: number,
): Promise<TextOutlineData> {
  if (address === undefined) throw new Error('the typeface is not here; add its file again');
  const [font, { missingLetters, textToData }] = await Promise.all([fontAt(address), reader()]);
  return { data: textToData(font, text, spacing), missing: missingLetters(font, text) };
}
