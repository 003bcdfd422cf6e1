import { describe, expect, it } from 'vitest';
import { defaultFilm, layerStandard } from './defaults';
import { defaultTrack } from './track';
import { FilmError, parseFilm } from './parse';
import type { Film } from './film';
import type { TiedLayer } from './schema';
import type { FigureLayer } from '../layer/figure';
import type { GroupLayer } from '../layer/group';
import { placeStandard } from './place';

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

const figureIn = (f: Film) => f.layers[0] as FigureLayer;

describe('reading a film', () => {
  it('takes what defaults make, and survives JSON', () => {
    expect(parseFilm(JSON.parse(JSON.stringify(film())))).toEqual(film());
  });

  it.each([null, 3, 'film', [], undefined])('refuses %j', (json) =>
    expect(() => parseFilm(json)).toThrow(FilmError),
  );

  it('refuses a version that is newer, and says so', () => {
    expect(() => parseFilm({ ...film(), version: 5 })).toThrow(/version 5.*up to 4/);
  });

  it.each([
    ['layers[0].figure.reach', (f: Film) => (figureIn(f).figure.reach = -1)],
    ['layers[0].color.stops[0].color', (f: Film) => (figureIn(f).color.stops[0]!.color = 'red')],
    ['layers[0].color.stops', (f: Film) => figureIn(f).color.stops.reverse()],
    ['layers[0].kind', (f: Film) => Object.assign(f.layers[0]!, { kind: 'balloon' })],
    ['layers[0].group', (f: Film) => (f.layers[0]!.group = 'gone')],
    ['layers[0].path', (f: Film) => (figureIn(f).path = 'gone')],
    ['layers[0].color.palette', (f: Film) => (figureIn(f).color.palette = 'gone')],
    ['background.picture', (f: Film) => (f.background.picture = 'gone')],
    ['paths[0].shape.kind', (f: Film) => Object.assign(f.paths[0]!.shape, { kind: 'heptagon' })],
    ['layers[0].span.to', (f: Film) => (f.layers[0]!.span = { ...f.layers[0]!.span, from: 3, to: 3 })],
    [
      'layers[0].span.curve',
      (f: Film) => (f.layers[0]!.span = { ...f.layers[0]!.span, curve: 'x' as never }),
    ],
    ['fades.sound.fadeIn', (f: Film) => (f.fades = { ...f.fades, sound: { ...f.fades.sound, fadeIn: -1 } })],
    [
      'fades.picture.color',
      (f: Film) => (f.fades = { ...f.fades, picture: { ...f.fades.picture, color: '' } }),
    ],
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

  const group = (groupId: string, inside: string | null): GroupLayer => ({
    ...layerStandard,
    ...placeStandard,
    ...{ kind: 'group', id: groupId, name: 'A', group: inside, clip: null },
  });
  const tied = (source: string): TiedLayer => ({
    ...layerStandard,
    ...placeStandard,
    ...{ kind: 'tied', id: 'a', name: 'A', source, delay: 0 },
  });
  it('takes groups within groups, and tied copies', () => {
    expect(problems((f) => f.layers.push(group('g', 'h'), group('h', null), tied('g')))).toEqual([]);
  });
  it('refuses groups that contain themselves, and copies tied to themselves', () => {
    expect(problems((f) => f.layers.push(group('g', 'h'), group('h', 'g'))).join()).toContain('contains');
    expect(problems((f) => f.layers.push(tied('a'))).join()).toContain('repeats itself');
    const inside = { ...tied('g'), group: 'g' };
    expect(problems((f) => f.layers.push(group('g', null), inside)).join()).toContain('repeats itself');
  });
  it('refuses a layer in what is no group', () => {
    expect(problems((f) => (f.layers[0]!.group = f.layers[0]!.id)).join()).toContain('layers[0].group');
  });
  it('tells all problems at once', () => {
    expect(problems((f) => Object.assign(f, { width: -1, height: -1 }))).toHaveLength(2);
  });
});
