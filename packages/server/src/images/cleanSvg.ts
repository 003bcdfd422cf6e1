import { SaxesParser, type SaxesTagPlain } from 'saxes';

/** An SVG file of which only harmless drawing is left. */
export interface CleanSvg {
  text: string;
  width: number;
  height: number;
}

/** What is drawn, and what that is drawn with. Anything else is left out: scripts, texts, pictures, references to elsewhere. */
const shapes = new Set(['path', 'rect', 'circle', 'ellipse', 'line', 'polyline', 'polygon']);
const around = new Set([
  'svg',
  'g',
  'defs',
  'linearGradient',
  'radialGradient',
  'stop',
  'clipPath',
  'mask',
  'pattern',
]);

const attributes = new Set(
  (
    'id d x y x1 y1 x2 y2 cx cy r rx ry fx fy width height points transform viewBox preserveAspectRatio offset opacity ' +
    'fill fill-rule fill-opacity stroke stroke-width stroke-linecap stroke-linejoin stroke-miterlimit stroke-dasharray ' +
    'stroke-dashoffset stroke-opacity stop-color stop-opacity clip-path clip-rule mask color display visibility ' +
    'gradientUnits gradientTransform spreadMethod clipPathUnits maskUnits maskContentUnits patternUnits ' +
    'patternContentUnits patternTransform vector-effect'
  ).split(' '),
);

const maxElements = 50_000;
const maxCharacters = 20_000_000;

/** Whether a value refers to nothing outside of the file. */
const isLocal = (value: string) =>
  !/url\s*\(/i.test(value) || /^\s*url\(\s*['"]?#[\w.:-]+['"]?\s*\)[^(]*$/i.test(value);

const escaped = (value: string) => value.replace(/[&<"]/g, (sign) => `&#${sign.charCodeAt(0)};`);

/** Declarations of a style attribute as attributes of their own. */
function declarations(style: string): [string, string][] {
  return style.split(';').flatMap((declaration) => {
    const at = declaration.indexOf(':');
    return at < 0
      ? []
      : [[declaration.slice(0, at).trim(), declaration.slice(at + 1).trim()] as [string, string]];
  });
}

function attributesOf(tag: SaxesTagPlain): string {
  const all = new Map<string, string>();
  for (const [name, value] of Object.entries(tag.attributes)) {
    if (name === 'style') for (const [key, own] of declarations(value)) all.set(key, own);
    else if (!all.has(name)) all.set(name, value);
  }
  return [...all]
    .filter(([name, value]) => attributes.has(name) && isLocal(value))
    .map(([name, value]) => ` ${name}="${escaped(value)}"`)
    .join('');
}

/** Pixels of a length of SVG (96 to the inch); undefined where it is none, or a share. */
function pixels(length: string | undefined): number | undefined {
  const [, number, unit = ''] =
    /^\s*([\d.]+(?:e[+-]?\d+)?)\s*(px|pt|pc|mm|cm|in)?\s*$/i.exec(length ?? '') ?? [];
  const per = { '': 1, px: 1, pt: 4 / 3, pc: 16, mm: 96 / 25.4, cm: 96 / 2.54, in: 96 }[unit.toLowerCase()];
  const value = Number(number) * (per ?? NaN);
  return value > 0 && Number.isFinite(value) ? value : undefined;
}

/**
 * Takes out of an SVG file all that is not drawing, and gives it the size in which it is wanted.
 * @param longestSide in pixels
 * @throws Error when it is no SVG, is made to do harm, or nothing is left of it
 */
export function cleanSvg(text: string, longestSide: number): CleanSvg {
  if (text.length > maxCharacters) throw new Error('it is too large');
  const parser = new SaxesParser();
  const out: string[] = [];
  let [depth, skipped, elements, drawn] = [0, 0, 0, 0];
  let size = { width: 0, height: 0 };
  parser.on('error', (error) => {
    throw error;
  });
  parser.on('doctype', (doctype) => {
    // Entities could stand for each other, or for other files.
    if (/<!ENTITY/i.test(doctype)) throw new Error('it declares entities');
  });
  parser.on('opentag', (tag: SaxesTagPlain) => {
    const name = tag.name.replace(/^svg:/, '');
    if (depth === 0 && name !== 'svg') throw new Error('it is no SVG');
    if (++elements > maxElements) throw new Error('it has too many elements');
    depth++;
    if (skipped > 0 || (!shapes.has(name) && !around.has(name))) {
      skipped++;
      return;
    }
    if (shapes.has(name)) drawn++;
    if (depth > 1) {
      out.push(`<${name}${attributesOf(tag)}>`);
      return;
    }
    const {
      width,
      height,
      viewBox,
      preserveAspectRatio = 'xMidYMid meet',
    } = tag.attributes as Record<string, string>;
    const box = (viewBox ?? '')
      .trim()
      .split(/[\s,]+/)
      .map(Number);
    const hasBox = box.length === 4 && box.every(Number.isFinite) && box[2]! > 0 && box[3]! > 0;
    const own = {
      width: pixels(width) ?? (hasBox ? box[2]! : 300),
      height: pixels(height) ?? (hasBox ? box[3]! : 150),
    };
    const scale = longestSide / Math.max(own.width, own.height);
    size = {
      width: Math.max(1, Math.round(own.width * scale)),
      height: Math.max(1, Math.round(own.height * scale)),
    };
    const view = hasBox ? box.join(' ') : `0 0 ${own.width} ${own.height}`;
    out.push(
      `<svg xmlns="http://www.w3.org/2000/svg" width="${size.width}" height="${size.height}" viewBox="${view}" preserveAspectRatio="${escaped(preserveAspectRatio)}">`,
    );
  });
  parser.on('closetag', (tag) => {
    depth--;
    if (skipped > 0) skipped--;
    else out.push(`</${tag.name.replace(/^svg:/, '')}>`);
  });
  parser.write(text).close();
  if (drawn === 0) throw new Error('nothing is drawn in it');
  return { text: out.join(''), ...size };
}
