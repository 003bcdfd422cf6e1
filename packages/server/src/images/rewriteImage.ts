import { createCanvas, loadImage, type Image } from '@napi-rs/canvas';
import { imageSize } from 'image-size';
import { readFile, rename, writeFile } from 'node:fs/promises';
import { Problem } from '../http/problem';
import { partOf } from '../incoming/sweep';
import { cleanSvg } from './cleanSvg';

/** Longest side that is kept, in pixels, and the most pixels that are decoded at all. */
const longestSide = 4096;
const maxPixels = 100e6;

/** Longest side of a drawing, which has no pixels of its own. */
const drawingSide = 3072;

/** Whether a file could be SVG: it begins as XML does. */
const isMarkup = (bytes: Buffer) =>
  /^\uFEFF?\s*<(\?xml|!DOCTYPE svg|!--|svg|svg:svg)/i.test(bytes.toString('utf8', 0, 400));

/** The first bytes of the raster formats that are taken. */
const signatures: { name: string; matches: (bytes: Buffer) => boolean }[] = [
  { name: 'PNG', matches: (b) => b.subarray(0, 8).equals(Buffer.from('89504e470d0a1a0a', 'hex')) },
  { name: 'JPEG', matches: (b) => b.subarray(0, 3).equals(Buffer.from('ffd8ff', 'hex')) },
  { name: 'GIF', matches: (b) => /^GIF8[79]a/.test(b.subarray(0, 6).toString('latin1')) },
  {
    name: 'WebP',
    matches: (b) => b.toString('latin1', 0, 4) === 'RIFF' && b.toString('latin1', 8, 12) === 'WEBP',
  },
];

/** Pixels that a file says it has, before anything of it is decoded. @throws where it does not say */
function declaredPixels(bytes: Buffer): number {
  const { width, height, images = [] } = imageSize(bytes);
  return Math.max(...[{ width, height }, ...images].map((one) => one.width * one.height));
}

/**
 * Decodes an image and writes it anew as PNG, smaller where it is very large: what is
 * kept are its pixels and nothing else of the file. Of SVG only the drawing is taken, and drawn here.
 * @throws Problem when it is no image of a kind that is taken
 */
export async function rewriteImage(path: string, out: string): Promise<{ width: number; height: number }> {
  const bytes = await readFile(path);
  const unreadable = (cause?: unknown) =>
    new Problem(
      'bad-image',
      'The file is no PNG, JPEG, WebP, GIF or SVG drawing that can be read. Save it as PNG, and try again.',
      {},
      { cause },
    );
  if (isMarkup(bytes)) return drawSvg(bytes.toString('utf8'), out, unreadable);
  if (!signatures.some(({ matches }) => matches(bytes))) throw unreadable();
  let pixels: number;
  try {
    pixels = declaredPixels(bytes);
  } catch (error) {
    throw unreadable(error);
  }
  if (pixels > maxPixels)
    throw new Problem(
      'too-large',
      `The image has ${Math.round(pixels / 1e6)} million pixels; at most ${maxPixels / 1e6} million are read. Save it smaller, and try again.`,
    );
  const image = await loadImage(bytes).catch((error: unknown) => {
    throw unreadable(error);
  });
  const scale = Math.min(1, longestSide / Math.max(image.width, image.height));
  const [width, height] = [image.width, image.height].map((side) =>
    Math.max(1, Math.round(side * scale)),
  ) as [number, number];
  return writePng(image, width, height, out);
}

async function writePng(image: Image, width: number, height: number, out: string) {
  const canvas = createCanvas(width, height);
  canvas.getContext('2d').drawImage(image, 0, 0, width, height);
  await writeFile(partOf(out), await canvas.encode('png'));
  await rename(partOf(out), out);
  return { width, height };
}

/** Draws an SVG file, large enough for any picture. */
async function drawSvg(text: string, out: string, unreadable: (cause?: unknown) => Problem) {
  try {
    const { text: clean, width, height } = cleanSvg(text, drawingSide);
    return await writePng(await loadImage(Buffer.from(clean)), width, height, out);
  } catch (error) {
    throw unreadable(error);
  }
}
