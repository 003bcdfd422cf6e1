import type { Font } from '@cyclogram/core/typeface';

const fonts = new Map<string, Promise<Font>>();

async function load(address: string): Promise<Font> {
  // What reads typefaces is loaded when the first text is set.
  const [response, { readFont }] = await Promise.all([fetch(address), import('@cyclogram/core/typeface')]);
  if (!response.ok) throw new Error('the typeface is not here; add its file again');
  return readFont(await response.arrayBuffer());
}

/** The font at an address, read once. One that could not be read is read again when it is asked for again. */
export function fontAt(address: string): Promise<Font> {
  let font = fonts.get(address);
  if (!font) {
    fonts.set(address, (font = load(address)));
    font.catch(() => fonts.delete(address));
  }
  return font;
}
