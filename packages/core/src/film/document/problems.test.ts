import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ValidationError } from 'yup';
import { problemsIn } from '../../contract/property/problems';
import { structuredCopy } from '../../contract/property/record';
import { recordSchema } from '../../contract/property/schema';
import { defaultFilm } from './defaults';
import { exampleFilm } from './exampleFilm';
import { filmRecord } from './film';
import { parseFilm, readFilm, type FilmError } from './parse';

/** What the film's Yup schema, which is asked for whole, says of it. */
function saidByYup(film: unknown): string[] {
  try {
    recordSchema(filmRecord).validateSync(film, { strict: true, abortEarly: false });
    return [];
  } catch (error) {
    return (error as ValidationError).errors;
  }
}

type Holder = Record<string | number, unknown>;

/** Every value of a film with what holds it. */
function valuesOf(holder: Holder): { holder: Holder; key: string | number }[] {
  return Object.entries(holder).flatMap(([key, value]) => [
    { holder, key },
    ...(typeof value === 'object' && value !== null ? valuesOf(value as Holder) : []),
  ]);
}

const example = structuredCopy(exampleFilm()) as unknown as Holder;
const count = valuesOf(example).length;

/** What may stand in a file in place of anything. */
const anything = fc.oneof(
  fc.constantFrom(
    undefined,
    null,
    true,
    '',
    'x'.repeat(3000),
    '#12345g',
    '__proto__',
    0,
    -1,
    0.5,
    1e9,
    [],
    {},
  ),
  fc.constantFrom(
    { x: 1, y: '2' },
    { x: 1e300, y: 0 },
    { kind: 'newer' },
    { kind: 5 },
    [{}],
    [null],
    [5],
    ['a', 'a'],
  ),
  fc.jsonValue({ maxDepth: 2 }),
);

describe('what is wrong with a film', () => {
  it('is what its schema says, wherever anything else stands', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(count - 1), anything), { minLength: 1, maxLength: 3 }),
        (changes) => {
          const film = structuredCopy(example);
          const all = valuesOf(film);
          for (const [index, value] of changes) {
            const { holder, key } = all[index]!;
            if (value === undefined) delete holder[key];
            else holder[key] = value;
          }
          expect(problemsIn(filmRecord, film, Infinity).sort()).toEqual(saidByYup(film).sort());
        },
      ),
      { numRuns: 400, seed: 28 },
    );
  });

  it('is told for twenty things at most', () => {
    const film = {
      ...defaultFilm('x'),
      layers: Array.from({ length: 300 }, () => ({ kind: 'figure', id: 5 })),
    };
    let problems: string[] = [];
    try {
      parseFilm(film);
    } catch (error) {
      problems = (error as FilmError).problems;
    }
    expect(problems).toHaveLength(20);
    expect(problems[0]).toContain('layers[0].id must be a `string` type');
  });

  it('is only its length for a list that is too long: no item of it is looked at', () => {
    const film = {
      ...defaultFilm('x'),
      layers: Array.from({ length: 10_000 }, (_, id) => ({ kind: 'figure', id })),
    };
    let problems: string[] = [];
    try {
      parseFilm(film);
    } catch (error) {
      problems = (error as FilmError).problems;
    }
    expect(problems).toEqual(['layers field must have less than or equal to 300 items']);
  });

  it('that a newer version would know is told for twenty things, too', () => {
    const unknown = Object.fromEntries(Array.from({ length: 500 }, (_, i) => [`new${i}`, i]));
    expect(readFilm({ ...defaultFilm('x'), ...unknown }).warnings).toHaveLength(20);
  });
});
