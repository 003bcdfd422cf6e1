import {
  fillOutlinesWith,
  log2,
  passEngine,
  pow,
  passMemory,
  putImageFill,
  straightPixels,
  Surface,
  type Canvas,
  type Lay,
  type Matrix,
  type Texture,
} from '@cyclogram/core';

/** An image that can be drawn: pixels of four bytes, not multiplied by opacity. */
export interface PaintImage extends Texture {
  /** The same small, for what looks at its pixels: see {@link smallCopy}. */
  small?: Texture;
}

export type PaintImages = ReadonlyMap<string, PaintImage>;

/** An image of which every level is half as wide and high as the one before; colours are multiplied by opacity. */
type Levels = (Texture | undefined)[];

const kept = new WeakMap<Texture, Levels>();

/** An image smaller by so many times two. */
function levelOf(image: Texture, level: number): Texture {
  let levels = kept.get(image);
  if (!levels) kept.set(image, (levels = []));
  return (levels[level] ??= level === 0 ? multiplied(image) : halved(levelOf(image, level - 1)));
}

/** Colours multiplied by opacity: the same image where all of it is opaque. */
function multiplied(image: Texture): Texture {
  const { width, height, rgba } = image;
  let opaque = image.opaque ?? true;
  if (image.opaque === undefined) for (let i = 3; i < rgba.length && opaque; i += 4) opaque = rgba[i] === 255;
  if (opaque) return image;
  return passMemory().within(() => {
    const at = passMemory().bytes(rgba);
    passEngine().multiplyAlpha(at, at, width * height);
    return { width, height, rgba: taken(at, width, height) };
  });
}

function halved({ width, height, rgba }: Texture): Texture {
  return passMemory().within(() => {
    const from = passMemory().bytes(rgba);
    const [wide, high] = [Math.max(1, width >> 1), Math.max(1, height >> 1)];
    const to = passMemory().take(4 * wide * high);
    passEngine().halveImage(from, width, height, to);
    return { width: wide, height: high, rgba: taken(to, wide, high) };
  });
}

const taken = (at: number, width: number, height: number) =>
  new Uint8ClampedArray(passMemory().memory.buffer, at, 4 * width * height).slice();

/** What of an image is drawn, and where: boxes of left, top, width and height. */
export interface ImagePart {
  /** In its own pixels. */
  from: readonly [number, number, number, number];
  /** In picture units. */
  to: readonly [number, number, number, number];
}

/**
 * Draws parts of an image. Straight between its pixels where it is made larger; where it is made smaller each pixel is the
 * mean of what lies under it. Beyond the part its outermost pixels go on.
 * @param margin picture units by which what is filled is larger than the part on each side
 * @param parts with a matrix of each: picture units to pixels
 */
export function drawParts(
  { surface }: Pick<Canvas, 'surface'>,
  image: Texture,
  parts: readonly (ImagePart & Lay & { matrix: Matrix })[],
  margin = 0,
): void {
  passMemory().within(() => {
    const places = new Map<Texture, number>();
    for (const { from, to, matrix, ...lay } of parts) {
      const [left, top, width, height] = from;
      const [x, y, boxWidth, boxHeight] = to;
      if (!(width > 0 && height > 0 && boxWidth > 0 && boxHeight > 0)) continue;
      const [a, b, c, d, e, f] = matrix;
      const [wide, high] = [boxWidth / width, boxHeight / height];
      // How many pixels of the image lie under one of the surface, along its denser side.
      const under = Math.min(1 / (wide * Math.hypot(a, b)), 1 / (high * Math.hypot(c, d)));
      const level = under > 1 ? Math.min(Math.floor(log2(under)), maxLevels(image)) : 0;
      const scale = pow(2, level);
      const source = levelOf(image, level);
      let position = places.get(source);
      if (position === undefined) places.set(source, (position = passMemory().bytes(source.rgba)));
      const [w, h] = [wide * scale, high * scale];
      const [originX, originY] = [x - left * wide, y - top * high];
      const fill = {
        image: position,
        imageWidth: source.width,
        part: partOf(from, source, scale),
        matrix: [
          a * w,
          b * w,
          c * h,
          d * h,
          a * originX + c * originY + e,
          b * originX + d * originY + f,
        ] as const,
        spread: under > scale ? 1 - scale / under : 0,
      };
      passMemory().within(() => {
        const task = putImageFill(surface, fill, lay);
        if (!task) return;
        const [right, bottom] = [x + boxWidth + margin, y + boxHeight + margin];
        const box = Float32Array.of(
          x - margin,
          y - margin,
          right,
          y - margin,
          right,
          bottom,
          x - margin,
          bottom,
        );
        fillOutlinesWith({ surface, matrix, ...lay }, [box], task);
      });
    }
  });
}

const maxLevels = ({ width, height }: Texture) => Math.floor(log2(Math.min(width, height)));

/** Whole pixels of a level that a part of an image lies in. */
function partOf(
  [left, top, width, height]: ImagePart['from'],
  source: Texture,
  scale: number,
): [number, number, number, number] {
  const first = (at: number, length: number) =>
    Math.min(Math.max(0, Math.floor(at / scale + 1e-6)), length - 1);
  const x = first(left, source.width);
  const y = first(top, source.height);
  const end = (at: number, from: number, length: number) =>
    Math.min(Math.max(from + 1, Math.ceil(at / scale - 1e-6)), length);
  return [x, y, end(left + width, x, source.width), end(top + height, y, source.height)];
}

/** Lays a surface on another one larger, straight between its pixels. @param box where, in pixels */
export function layLarger(
  from: Surface,
  surface: Surface,
  { x, y, width, height }: { x: number; y: number; width: number; height: number },
  lay: Lay,
): void {
  passMemory().within(() => {
    const task = putImageFill(
      surface,
      {
        image: from.pixels,
        imageWidth: from.width,
        part: [0, 0, from.width, from.height],
        matrix: [width / from.width, 0, 0, height / from.height, x, y],
        spread: 0,
      },
      lay,
    );
    if (!task) return;
    const [right, bottom] = [x + width, y + height];
    const box = Float32Array.of(x, y, right, y, right, bottom, x, bottom);
    fillOutlinesWith({ surface, matrix: [1, 0, 0, 1, 0, 0], ...lay }, [box], task);
  });
}

/** A smaller copy of an image: each pixel the mean of what lies under it. */
export function resized(image: Texture, width: number, height: number): Texture {
  if (width === image.width && height === image.height) return image;
  return passMemory().within(() => {
    const surface = new Surface(width, height);
    const whole = [0, 0, image.width, image.height] as const;
    drawParts({ surface }, image, [
      { from: whole, to: [0, 0, width, height], matrix: [1, 0, 0, 1, 0, 0], opacity: 1, blend: 'normal' },
    ]);
    return { width, height, rgba: straightPixels(surface, false).slice() };
  });
}

/** The same no longer along either side than so many pixels. */
export function atMost(image: Texture, longest: number): Texture {
  const scale = Math.min(1, longest / Math.max(image.width, image.height));
  const side = (length: number) => Math.max(1, Math.round(length * scale));
  return resized(image, side(image.width), side(image.height));
}

/** Longest side of a small copy, in pixels. */
const smallSide = 128;

/** A small copy of an image, for what looks at its pixels. */
export const smallCopy = (image: Texture): Texture => atMost(image, smallSide);
