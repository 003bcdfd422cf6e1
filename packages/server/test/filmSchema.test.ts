import {
  filmVersion,
  defaultFilm,
  defaultTrack,
  exampleFilm,
  filmJsonSchema,
  formatTables,
  versionSentence,
  parseFilm,
  type FigureLayer,
  type Film,
} from '@cyclogram/core';
import { demoFilm, filmsOfSong, songs } from '@cyclogram/demo';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { readFile } from 'node:fs/promises';
import { describe, expect, it } from 'vitest';

const validate = new Ajv2020({ keywords: ['unit'] }).compile(filmJsonSchema());
const plain = (film: unknown): Film => JSON.parse(JSON.stringify(film)) as Film;
const hash = 'a'.repeat(64);
const films = [
  defaultFilm('A', [defaultTrack('t', 'T', { path: 'song.wav' })]),
  ...songs.flatMap((song) =>
    filmsOfSong(song.id).map((id) =>
      demoFilm(id, song, { mix: hash, instruments: song.instruments.map(() => hash), harbour: hash }),
    ),
  ),
];

describe('the JSON Schema of films', () => {
  it('is shipped in the docs as it is; `npm run schema` writes it', async () => {
    const shipped = await readFile(new URL('../../../docs/film.schema.json', import.meta.url), 'utf8');
    expect(JSON.parse(shipped)).toEqual(JSON.parse(JSON.stringify(filmJsonSchema())));
  });

  it.each(films.map((film) => [film.title, film] as const))(
    'takes the film "%s", as the reader does',
    (_title, film) => {
      expect(validate(plain(film))).toBe(true);
      expect(parseFilm(plain(film))).toEqual(plain(film));
    },
  );

  const page = () => readFile(new URL('../../../docs/film-format.md', import.meta.url), 'utf8');

  it('takes the example in the docs, which is the one in the code', async () => {
    const examples = [...(await page()).matchAll(/```json\n([\s\S]*?)```/g)].map(
      (match) => JSON.parse(match[1]!) as unknown,
    );
    expect(await page()).toContain(versionSentence());
    expect(examples).toEqual([plain(exampleFilm())]);
    expect(validate(examples[0])).toBe(true);
    expect(parseFilm(examples[0])).toEqual(examples[0]);
  });

  it('is of the version that the docs say', async () => {
    expect(await page()).toContain(
      `\`version\` is ${filmVersion}. Films of versions 1 to ${filmVersion - 1} are read`,
    );
  });

  it('has the tables in the docs that are made from the code; `npm run schema` writes them', async () => {
    // The width of columns is left to whoever formats the page.
    const rows = (text: string) => text.replace(/ *\| */g, '|').replace(/-{3,}/g, '---');
    expect(rows(await page())).toContain(rows(formatTables()));
  });

  it.each([
    ['a number out of bounds', (film: Film) => (film.ears[0]!.bands = 0)],
    ['a broken number of bands', (film: Film) => (film.ears[0]!.bands = 1.5)],
    ['a colour by name', (film: Film) => (film.fades.picture.color = 'black')],
    ['no version', (film: Film) => Object.assign(film, { version: undefined })],
    ['a layer without an ear', (film: Film) => Object.assign(film.layers[0]!, { ear: undefined })],
    ['marks without a kind', (film: Film) => Object.assign(film.layers[0]!, { figure: {} })],
    ['null for a path', (film: Film) => Object.assign(film.layers[0]!, { path: null })],
  ])('refuses %s, as the reader does', (_what, spoil) => {
    const film = plain(films[0]);
    spoil(film);
    expect(validate(plain(film))).toBe(false);
    expect(() => parseFilm(plain(film))).toThrow();
  });

  it.each([
    [
      'marks of an unknown kind',
      (film: Film) => Object.assign((film.layers[0] as FigureLayer).figure, { kind: 'blob' }),
    ],
    ['an unknown field', (film: Film) => Object.assign(film, { extra: 1 })],
    ['a missing field', (film: Film) => Object.assign(film.ears[0]!, { window: undefined })],
  ])('takes %s, as the reader does', (_what, spoil) => {
    const film = plain(films[0]);
    spoil(film);
    expect(validate(plain(film))).toBe(true);
    expect(() => parseFilm(plain(film))).not.toThrow();
  });

  it('cannot say that a track has one source; the reader does', () => {
    const film = plain(films[0]);
    film.tracks[0]!.source = { path: 'a.wav', asset: hash };
    expect(validate(plain(film))).toBe(true);
    expect(() => parseFilm(plain(film))).toThrow('tracks[0].source');
  });
});
