import type { Matrix } from '../../contract';

/** The size that percentages of an SVG's lengths are of, in user units. */
export interface Viewport {
  width: number;
  height: number;
}

type Attributes = Record<string, string>;

/** Pixels in each absolute unit: CSS Values and Units Level 3, section 6.2. */
const unitPixels: Record<string, number> = {
  ...{ '': 1, px: 1, in: 96, cm: 96 / 2.54, mm: 96 / 25.4, q: 96 / 101.6, pt: 96 / 72, pc: 16 },
};

/**
 * A length in user units, or undefined where none is given. Units that depend on a font
 * count as pixels.
 * @param whole what a percentage is of
 */
export function svgLength(text: string | undefined, whole: number): number | undefined {
  const found = /^\s*([-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?)\s*(%|[a-z]*)\s*$/i.exec(text ?? '');
  if (!found) return undefined;
  const value = Number(found[1]);
  const unit = found[2]!.toLowerCase();
  return unit === '%' ? (value / 100) * whole : value * (unitPixels[unit] ?? 1);
}

/** A side of a viewport; one of nothing would show nothing, and counts as not given. */
function sideOf(text: string | undefined, whole: number): number | undefined {
  const length = svgLength(text, whole);
  return length !== undefined && length > 0 ? length : undefined;
}

function viewBoxOf({ viewBox = '' }: Attributes): [number, number, number, number] | undefined {
  const values = viewBox
    .trim()
    .split(/\s*,\s*|\s+/)
    .map(Number);
  const good = values.length === 4 && values.every(Number.isFinite) && values[2]! > 0 && values[3]! > 0;
  return good ? (values as [number, number, number, number]) : undefined;
}

/** Larger side that a file without a size of its own is given. */
const ownSize = 1000;

/**
 * What an svg element does to what is in it: SVG 2, section 8.2, the equivalent transform of
 * an SVG viewport.
 * @param outer the viewport the element stands in; undefined for the outermost one
 */
export function enterViewport(
  attributes: Attributes,
  outer: Viewport | undefined,
): { matrix: Matrix; viewport: Viewport } {
  const box = viewBoxOf(attributes);
  const outerSize = outer ?? defaultOuter(attributes, box);
  const width = sideOf(attributes['width'], outerSize.width) ?? outerSize.width;
  const height = sideOf(attributes['height'], outerSize.height) ?? outerSize.height;
  // The outermost one stands nowhere: its x and y do nothing.
  const x = outer ? (svgLength(attributes['x'], outer.width) ?? 0) : 0;
  const y = outer ? (svgLength(attributes['y'], outer.height) ?? 0) : 0;
  if (!box) return { matrix: [1, 0, 0, 1, x, y], viewport: { width, height } };
  const [minX, minY, boxWidth, boxHeight] = box;
  const [, align = 'xMidYMid', fit = 'meet'] =
    /^\s*(none|x(?:Min|Mid|Max)Y(?:Min|Mid|Max))(?:\s+(meet|slice))?\s*$/.exec(
      attributes['preserveAspectRatio'] ?? '',
    ) ?? [];
  let [scaleX, scaleY] = [width / boxWidth, height / boxHeight];
  if (align !== 'none') scaleX = scaleY = (fit === 'meet' ? Math.min : Math.max)(scaleX, scaleY);
  const shareX = align.includes('xMid') ? 0.5 : align.includes('xMax') ? 1 : 0;
  const shareY = align.includes('YMid') ? 0.5 : align.includes('YMax') ? 1 : 0;
  return {
    matrix: [
      ...([scaleX, 0, 0, scaleY] as const),
      x - minX * scaleX + shareX * (width - boxWidth * scaleX),
      y - minY * scaleY + shareY * (height - boxHeight * scaleY),
    ],
    viewport: { width: boxWidth, height: boxHeight },
  };
}

/** Room for the outermost svg: in the proportions of its view box, so that none of it is lost. */
function defaultOuter(attributes: Attributes, box: [number, number, number, number] | undefined): Viewport {
  if (!box) return { width: ownSize, height: ownSize };
  const [, , boxWidth, boxHeight] = box;
  const scale = ownSize / Math.max(boxWidth, boxHeight);
  const outerSize = { width: boxWidth * scale, height: boxHeight * scale };
  // Of one given side and the view box follows the other.
  const width = sideOf(attributes['width'], NaN);
  const height = sideOf(attributes['height'], NaN);
  if (width !== undefined && height === undefined) return { width, height: (width * boxHeight) / boxWidth };
  if (height !== undefined && width === undefined) return { width: (height * boxWidth) / boxHeight, height };
  return outerSize;
}
