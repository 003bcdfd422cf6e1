/** Path data that cannot be read, saying where. */
export class PathDataError extends Error {
  override name = 'PathDataError';
}

/** One command with its numbers. Numbers that follow without a command are told apart already. */
export interface PathCommand {
  /** Letter of the command; lower case is relative. */
  letter: string;
  values: number[];
}

const counts: Record<string, number> = { M: 2, L: 2, H: 1, V: 1, C: 6, S: 4, Q: 4, T: 2, A: 7, Z: 0 };
/** More commands than this are refused. */
const maxCommands = 20_000;

/**
 * Reads the grammar of SVG 2, section 9.3.9.
 * @throws PathDataError naming the place at which it stops being path data
 */
export function parsePathData(text: string): PathCommand[] {
  const commands: PathCommand[] = [];
  let at = 0;
  const fail = (what: string): never => {
    throw new PathDataError(`${what} at character ${at + 1} of the path data`);
  };
  const skip = (pattern: RegExp): string | undefined => {
    pattern.lastIndex = at;
    const found = pattern.exec(text)?.[0];
    if (found !== undefined) at += found.length;
    return found;
  };
  const space = /[ \t\n\f\r]*/y;
  const commaSpace = /[ \t\n\f\r]*,?[ \t\n\f\r]*/y;
  const number = /[+-]?(\d+\.?\d*|\.\d+)([eE][+-]?\d+)?/y;
  const flag = /[01]/y;
  const readValue = (letter: string, index: number): number => {
    // The two flags of an arc may stand without a separator.
    const isFlag = letter.toUpperCase() === 'A' && (index === 3 || index === 4);
    const found =
      skip(isFlag ? flag : number) ?? fail(isFlag ? 'there should be a flag' : 'there should be a number');
    const value = Number(found);
    if (!Number.isFinite(value) || Math.abs(value) > 1e7) fail('there is a number that is too large');
    return value;
  };
  skip(space);
  while (at < text.length) {
    const letter = skip(/[MmLlHhVvCcSsQqTtAaZz]/y) ?? fail('there is something that is no command');
    if (commands.length === 0 && letter.toUpperCase() !== 'M')
      fail('path data must begin with M; it does not');
    const count = counts[letter.toUpperCase()]!;
    let repeated = letter;
    skip(space);
    for (let first = true; ; first = false) {
      if (count === 0) {
        commands.push({ letter, values: [] });
        break;
      }
      const start = at;
      skip(commaSpace);
      number.lastIndex = at;
      if (!first && !number.test(text)) {
        at = start;
        break;
      }
      if (first) at = start;
      const values: number[] = [];
      for (let index = 0; index < count; index++) {
        if (index > 0) skip(commaSpace);
        values.push(readValue(letter, index));
      }
      commands.push({ letter: repeated, values });
      // Points that follow a moveto are linetos.
      if (letter === 'M') repeated = 'L';
      if (letter === 'm') repeated = 'l';
      if (commands.length > maxCommands) fail(`there are more than ${maxCommands} commands`);
    }
    skip(space);
  }
  return commands;
}
