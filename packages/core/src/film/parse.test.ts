import { describe, expect, it } from 'vitest';
import { defaultFilm, defaultTrack } from './defaults';
import { FilmError, parseFilm } from './parse';
import type { Film } from './schema';

const film = () => defaultFilm('A film', [defaultTrack('track-1', 'Song', { path: 'song.wav' })]);

/** The problems of a film after an edit. */
function problems(edit: (film: Film & Record<string, unknown>) => void): string[] {
  const changed = film();
  edit(changed as Film & Record<string, unknown>);
  try {
    parseFilm(JSON.parse(JSON.stringify(changed)));
    return [];
  } catch (error) {
    return (error as FilmError).problems;
  }
}

describe('reading a film', () => {
  it('takes what defaults make, and survives JSON', () => {
    expect(parseFilm(JSON.parse(JSON.stringify(film())))).toEqual(film());
  });

  it.each([null, 3, 'film', [], undefined])('refuses %j', (json) =>
    expect(() => parseFilm(json)).toThrow(FilmError),
  );

  it('refuses a version that is newer, and says so', () => {
    expect(() => parseFilm({ ...film(), version: 3 })).toThrow(/version 3.*up to 2/);
  });

  it.each([
    ['layers[0].figure.reach', (f: Film) => (f.layers[0]!.figure.reach = -1)],
    ['layers[0].figure.color', (f: Film) => (f.layers[0]!.figure.color = 'red')],
    ['layers[0].path.kind', (f: Film) => Object.assign(f.layers[0]!.path, { kind: 'heptagon' })],
    ['layers[0].blend', (f: Film) => Object.assign(f.layers[0]!, { blend: 'sideways' })],
    ['ears[0].bands', (f: Film) => (f.ears[0]!.bands = 2.5)],
    ['ears[0].toHz', (f: Film) => (f.ears[0]!.toHz = f.ears[0]!.fromHz)],
    ['ears[0].ceilingDb', (f: Film) => (f.ears[0]!.ceilingDb = -90)],
    ['tracks[0].source', (f: Film) => (f.tracks[0]!.source = {} as never)],
    ['width', (f: Film) => (f.width = NaN)],
    ['title', (f: Film) => Object.assign(f, { title: 7 })],
  ])('names the field %s', (field, edit) => {
    expect(problems(edit).join()).toContain(field);
  });

  it('refuses fields it does not know', () =>
    expect(problems((f) => (f['speed'] = 3)).join()).toContain('speed'));
  it('refuses the same id twice', () =>
    expect(problems((f) => f.ears.push(f.ears[0]!)).join()).toContain('ears'));
  it('refuses a layer whose ear is gone', () =>
    expect(problems((f) => (f.ears = [])).join()).toContain('layers[0].ear'));
  it('refuses an ear whose track is gone', () => {
    expect(problems((f) => (f.ears[0]!.tracks = ['x'])).join()).toContain('ears[0].tracks');
  });
  it('tells all problems at once', () => {
    expect(problems((f) => Object.assign(f, { width: -1, height: -1 }))).toHaveLength(2);
  });
});
