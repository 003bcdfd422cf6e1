import { exact } from '../../contract';

/** A table of colours in three directions. */
export interface Lookup {
  /** Colours along each side. */
  size: number;
  /** Three values, 0 to 1, for each colour; red changes fastest. */
  colors: Float32Array;
}

/** A larger one would not fit into an image: see lookupImage.ts. */
const [minSize, maxSize] = [2, 64];

/**
 * Reads a table from the text of a .cube file: LUT_3D_SIZE and then its colours, red changing fastest; LUT_1D_SIZE as well.
 * @throws Error naming the line and what is wrong with it
 */
export function parseCube(text: string): Lookup {
  let size = 0;
  let flat = 0;
  let [low, high] = [
    [0, 0, 0],
    [1, 1, 1],
  ];
  const values: number[] = [];
  const numbersIn = (line: string, row: number) => {
    const all = line.split(/\s+/).map(Number);
    if (all.length !== 3 || !all.every(Number.isFinite))
      throw new Error(`line ${row}: three numbers are expected, not "${line.slice(0, 40)}"`);
    return all;
  };
  let i = -1;
  for (const raw of linesOf(text)) {
    i++;
    const line = raw.trim();
    if (line === '' || line.startsWith('#')) continue;
    const [word = '', ...rest] = line.split(/\s+/);
    if (word === 'TITLE') continue;
    if (word === 'LUT_3D_SIZE') size = sizeIn(rest[0], i + 1, maxSize);
    else if (word === 'LUT_1D_SIZE') flat = sizeIn(rest[0], i + 1, 65536);
    else if (word === 'DOMAIN_MIN') low = numbersIn(rest.join(' '), i + 1);
    else if (word === 'DOMAIN_MAX') high = numbersIn(rest.join(' '), i + 1);
    else if (/^[A-Z_\d]*[A-Z_][A-Z_\d]*$/.test(word)) continue;
    else {
      values.push(...numbersIn(line, i + 1));
      const declared = size > 0 ? exact.pow(size, 3) : flat;
      // Sizes stand before the colours: what goes on after these need not be read to its end.
      if (declared === 0) throw new Error(`line ${i + 1}: LUT_3D_SIZE has to stand before the colours`);
      if (values.length > 3 * declared)
        throw new Error(`line ${i + 1}: there are more than the ${declared} colours that are declared`);
    }
  }
  if (low.some((value) => value !== 0) || high.some((value) => value !== 1))
    throw new Error('only tables for values from 0 to 1 can be read (DOMAIN_MIN, DOMAIN_MAX)');
  if (size === 0 && flat === 0) throw new Error('LUT_3D_SIZE is missing');
  const wanted = size > 0 ? exact.pow(size, 3) : flat;
  if (values.length !== 3 * wanted)
    throw new Error(`${wanted} colours are expected, and there are ${Math.floor(values.length / 3)}`);
  const colors = Float32Array.from(values, (value) => Math.min(1, Math.max(0, value)));
  return size > 0 ? { size, colors } : deepened(colors);
}

/** The lines of a text, of which no more are made than are looked at. */
function* linesOf(text: string): Generator<string> {
  const end = /\r\n?|\n/g;
  let from = 0;
  for (let found = end.exec(text); found; found = end.exec(text)) {
    yield text.slice(from, found.index);
    from = end.lastIndex;
  }
  yield text.slice(from);
}

function sizeIn(text: string | undefined, row: number, max: number): number {
  const size = Number(text);
  if (Number.isInteger(size) && size >= minSize && size <= max) return size;
  throw new Error(`line ${row}: the size must be a whole number from ${minSize} to ${max}, not ${text}`);
}

/** A table for each channel by itself, in three directions. */
function deepened(flat: Float32Array): Lookup {
  const size = 33;
  const last = flat.length / 3 - 1;
  const at = (share: number, channel: number) => {
    const position = share * last;
    const step = Math.min(Math.floor(position), last - 1);
    const [first, next] = [flat[3 * step + channel]!, flat[3 * (step + 1) + channel]!];
    return first + (next - first) * (position - step);
  };
  const colors = new Float32Array(3 * exact.pow(size, 3));
  let i = 0;
  for (let blue = 0; blue < size; blue++)
    for (let green = 0; green < size; green++)
      for (let red = 0; red < size; red++)
        for (const [channel, value] of [red, green, blue].entries())
          colors[i++] = at(value / (size - 1), channel);
  return { size, colors };
}
