import type { Picture } from './displayList';

/**
 * Two sums of 32 bits, each stirred by another odd factor: FNV-1a (Fowler, Noll and Vo) over words in place of
 * bytes, and the finaliser of MurmurHash3 (A. Appleby, public domain) at the end.
 */
class Sums {
  private first = 0x811c9dc5;
  private second = 0x9e3779b9;

  add(word: number): void {
    this.first = Math.imul(this.first ^ word, 0x01000193);
    this.first ^= this.first >>> 15;
    this.second = Math.imul(this.second ^ word, 0x85ebca6b);
    this.second ^= this.second >>> 13;
  }

  text(): string {
    const hex = (sum: number) => (stirred(sum) >>> 0).toString(16).padStart(8, '0');
    return hex(this.first) + hex(this.second);
  }
}

function stirred(sum: number): number {
  let mixed = Math.imul(sum ^ (sum >>> 16), 0x85ebca6b);
  mixed = Math.imul(mixed ^ (mixed >>> 13), 0xc2b2ae35);
  return mixed ^ (mixed >>> 16);
}

const double = new Float64Array(1);
const words = new Uint32Array(double.buffer);

/** Marks what comes next, so that a list of one is not the same as what is in it. */
const kinds = { nothing: 1, no: 2, yes: 3, number: 4, text: 5, list: 6, numbers: 7, record: 8, end: 9 };

const textWords = new Map<string, Uint32Array>();
/** Names of properties and kinds come again and again; ids and colours do not come in endless number either. */
const maxTexts = 4096;

function wordsOf(text: string): Uint32Array {
  let found = textWords.get(text);
  if (!found) {
    if (textWords.size >= maxTexts) textWords.clear();
    const sums = Uint32Array.from({ length: text.length + 1 }, (_, i) =>
      i < text.length ? text.charCodeAt(i) : kinds.text,
    );
    textWords.set(text, (found = sums));
  }
  return found;
}

function addText(sums: Sums, text: string): void {
  const all = wordsOf(text);
  for (let i = 0; i < all.length; i++) sums.add(all[i]!);
}

function addNumber(sums: Sums, value: number): void {
  double[0] = value;
  sums.add(words[0]!);
  sums.add(words[1]!);
}

function addNumbers(sums: Sums, view: ArrayBufferView): void {
  sums.add(kinds.numbers);
  sums.add(view.byteLength);
  const { buffer, byteOffset, byteLength } = view;
  const aligned = byteOffset % 4 === 0 ? byteLength >> 2 : 0;
  const whole = new Uint32Array(buffer, aligned > 0 ? byteOffset : 0, aligned);
  for (let i = 0; i < aligned; i++) sums.add(whole[i]!);
  const rest = new Uint8Array(buffer, byteOffset + 4 * aligned, byteLength - 4 * aligned);
  for (let i = 0; i < rest.length; i++) sums.add(rest[i]!);
}

function addValue(sums: Sums, value: unknown): void {
  switch (typeof value) {
    case 'number':
      sums.add(kinds.number);
      return addNumber(sums, value);
    case 'string':
      return addText(sums, value);
    case 'boolean':
      return sums.add(value ? kinds.yes : kinds.no);
    case 'undefined':
      return sums.add(kinds.nothing);
    case 'object':
      break;
    default:
      throw new TypeError(`a picture is plain data, and a ${typeof value} is none`);
  }
  if (value === null) return sums.add(kinds.nothing);
  if (Array.isArray(value)) {
    sums.add(kinds.list);
    sums.add(value.length);
    for (const one of value) addValue(sums, one);
  } else if (ArrayBuffer.isView(value)) addNumbers(sums, value);
  else if (value instanceof Map || value instanceof Set) {
    sums.add(kinds.list);
    for (const one of value) addValue(sums, one);
    sums.add(kinds.end);
  } else {
    sums.add(kinds.record);
    for (const key in value) {
      addText(sums, key);
      addValue(sums, (value as Record<string, unknown>)[key]);
    }
    sums.add(kinds.end);
  }
}

/**
 * 64 bits, as 16 hexadecimal digits, of everything that a picture draws: two pictures of one hash are the same, but for one
 * chance in 2^64. Images, frames and lookup tables count by their ids, not by their pixels.
 * @throws TypeError when the picture holds something that is not plain data
 */
export function pictureHash({ t: _moment, passes = [], ...picture }: Picture): string {
  // The moment itself changes nothing where no pass looks at it.
  const passing = passes.filter(({ on }) => on);
  return valueHash(passing.length > 0 ? [picture, _moment, passing] : [picture]);
}

/** The same of any plain data. */
export function valueHash(value: unknown): string {
  const sums = new Sums();
  addValue(sums, value);
  return sums.text();
}
