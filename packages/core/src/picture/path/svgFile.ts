import { SaxesParser, type SaxesTagPlain } from 'saxes';
import { type Matrix, multiply } from '../../contract';
import { maxData } from './dataPath';
import { PathDataError, parsePathData } from './svgData';
import { dataThrough, parseTransform } from './svgTransform';
import { enterViewport, svgLength, type Viewport } from './svgViewport';

/** An SVG file that cannot be used, saying why. */
export class SvgFileError extends Error {
  override name = 'SvgFileError';
}

/** The geometry of an SVG file. */
export interface SvgGeometry {
  /** Path data of all its shapes, in pixels of its viewport. */
  data: string;
  /** How many shapes there were. */
  shapes: number;
  /** What was left out, in words for people. */
  leftOut: string[];
}

const maxCharacters = 20_000_000;
const maxElements = 50_000;

/** Elements whose content is not drawn where it stands, or not at all. */
const hidden = new Set([
  'defs',
  'clipPath',
  'mask',
  'pattern',
  'marker',
  'symbol',
  'metadata',
  'title',
  'desc',
]);
/** Elements that are left out, and what to call them. */
const unwanted: Record<string, string> = {
  script: 'scripts',
  image: 'pictures',
  foreignObject: 'foreign content',
  use: 'references',
  text: 'texts (turn them into paths first)',
  style: 'style sheets',
};

/**
 * Reads the geometry of an SVG file: path, line, polyline, polygon, rect, circle and
 * ellipse with their transforms and view boxes, as SVG 2 defines them. Nothing else of it is used or kept:
 * no script, no style, no reference to elsewhere.
 * @throws SvgFileError when it is no SVG, is made to do harm, or has nothing to stand along
 */
export function readSvg(text: string): SvgGeometry {
  if (text.length > maxCharacters) throw new SvgFileError('The file is larger than 20 MB');
  const parser = new SaxesParser();
  const matrices: Matrix[] = [];
  const viewports: Viewport[] = [];
  const skipped: string[] = [];
  const leftOut = new Map<string, number>();
  const data: string[] = [];
  let depth = 0;
  let elements = 0;
  let dataLength = 0;
  let reduced = false;
  let shapes = 0;
  const leave = (what: string) => leftOut.set(what, (leftOut.get(what) ?? 0) + 1);

  parser.on('error', (error) => {
    throw new SvgFileError(`The file is not well-formed XML: ${error.message}`);
  });
  parser.on('doctype', (doctype) => {
    // Entities could stand for each other, or for other files.
    if (/<!ENTITY|\bSYSTEM\b(?![^]*svg11\.dtd)/i.test(doctype)) {
      throw new SvgFileError('The file declares entities, which are not read. Save it as plain SVG');
    }
  });
  parser.on('opentag', (tag: SaxesTagPlain) => {
    const name = tag.name.replace(/^svg:/, '');
    if (depth === 0 && name !== 'svg')
      throw new SvgFileError('The file is no SVG: its first element is not svg');
    if (++elements > maxElements) throw new SvgFileError(`The file has more than ${maxElements} elements`);
    depth++;
    const outer = matrices.at(-1) ?? identity;
    let matrix = multiply(outer, transformOf(tag.attributes));
    let viewport = viewports.at(-1);
    if (name === 'svg') {
      const entered = enterViewport(tag.attributes, viewport);
      matrix = multiply(matrix, entered.matrix);
      viewport = entered.viewport;
    }
    matrices.push(matrix);
    viewports.push(viewport!);
    if (unwanted[name]) leave(unwanted[name]);
    if (skipped.length > 0 || unwanted[name] || hidden.has(name) || isHidden(tag.attributes)) {
      skipped.push(name);
      return;
    }
    const own = shapeData(name, tag.attributes, viewport!);
    if (own === undefined) return;
    try {
      const placed = dataThrough(parsePathData(own), matrix);
      if (dataLength + placed.length > maxData) {
        reduced = true;
        return;
      }
      dataLength += placed.length;
      shapes++;
      data.push(placed);
    } catch (error) {
      if (!(error instanceof PathDataError)) throw error;
      leave(`shapes that cannot be read (${error.message})`);
    }
  });
  parser.on('closetag', () => {
    depth--;
    matrices.pop();
    viewports.pop();
    skipped.pop();
  });
  try {
    parser.write(text).close();
  } catch (error) {
    if (error instanceof SvgFileError) throw error;
    throw new SvgFileError(`The file is not well-formed XML: ${(error as Error).message}`);
  }
  if (reduced) leave('of the shapes, those beyond 400,000 characters');
  if (shapes === 0) {
    const why = [...leftOut.keys()].join(', ');
    throw new SvgFileError(`There is no shape to stand along in the file${why ? `; left out: ${why}` : ''}`);
  }
  return {
    data: data.join(''),
    shapes,
    leftOut: [...leftOut].map(([what, count]) => (count > 1 ? `${count} ${what}` : what)),
  };
}

const identity: Matrix = [1, 0, 0, 1, 0, 0];

type Attributes = Record<string, string>;

function transformOf({ transform }: Attributes): Matrix {
  if (!transform) return identity;
  try {
    return parseTransform(transform);
  } catch (error) {
    throw new SvgFileError((error as Error).message);
  }
}

const isHidden = ({ display, visibility, style = '' }: Attributes) =>
  display === 'none' || visibility === 'hidden' || /display\s*:\s*none|visibility\s*:\s*hidden/.test(style);

/**
 * The path data of a basic shape, after the "equivalent path" of each in SVG 2, chapter 10;
 * undefined for other elements.
 */
function shapeData(name: string, a: Attributes, { width, height }: Viewport): string | undefined {
  const across = (key: string) => svgLength(a[key], width) ?? 0;
  const down = (key: string) => svgLength(a[key], height) ?? 0;
  switch (name) {
    case 'path':
      return a['d'] ?? '';
    case 'line':
      return `M${across('x1')} ${down('y1')}L${across('x2')} ${down('y2')}`;
    case 'polyline':
    case 'polygon': {
      const points = a['points']?.trim();
      return points ? `M${points}${name === 'polygon' ? 'Z' : ''}` : '';
    }
    case 'rect': {
      // A radius that is not given is as the other one.
      const rx = svgLength(a['rx'], width) ?? svgLength(a['ry'], height) ?? 0;
      const ry = svgLength(a['ry'], height) ?? rx;
      return rectData(across('x'), down('y'), across('width'), down('height'), rx, ry);
    }
    case 'circle': {
      // SVG 2, section 8.9: lengths of no direction are of the diagonal, over the root of two.
      const radius = svgLength(a['r'], Math.hypot(width, height) / Math.SQRT2) ?? 0;
      return ellipseData(across('cx'), down('cy'), radius, radius);
    }
    case 'ellipse': {
      const rx = svgLength(a['rx'], width) ?? svgLength(a['ry'], height) ?? 0;
      return ellipseData(across('cx'), down('cy'), rx, svgLength(a['ry'], height) ?? rx);
    }
  }
  return undefined;
}

function ellipseData(x: number, y: number, rx: number, ry: number): string {
  if (rx <= 0 || ry <= 0) return '';
  const arc = (toX: number, toY: number) => `A${rx} ${ry} 0 0 1 ${toX} ${toY}`;
  return `M${x + rx} ${y}${arc(x, y + ry)}${arc(x - rx, y)}${arc(x, y - ry)}${arc(x + rx, y)}Z`;
}

function rectData(x: number, y: number, width: number, height: number, givenX: number, givenY: number) {
  if (width <= 0 || height <= 0) return '';
  const rx = Math.min(givenX, width / 2);
  const ry = Math.min(givenY, height / 2);
  if (rx <= 0 || ry <= 0) return `M${x} ${y}H${x + width}V${y + height}H${x}Z`;
  const arc = (toX: number, toY: number) => `A${rx} ${ry} 0 0 1 ${toX} ${toY}`;
  return (
    `M${x + rx} ${y}H${x + width - rx}${arc(x + width, y + ry)}V${y + height - ry}` +
    `${arc(x + width - rx, y + height)}H${x + rx}${arc(x, y + height - ry)}V${y + ry}${arc(x + rx, y)}Z`
  );
}
