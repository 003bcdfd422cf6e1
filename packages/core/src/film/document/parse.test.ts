import { describe, expect, it } from 'vitest';
import type { FigureLayer } from '../../picture/layer/figure';
import type { GroupLayer } from '../../picture/layer/group';
import type { LinkedLayer } from '../../picture/layer/linked';
import { hd } from '../../testing';
import { defaultFilm, defaultLayer, newLayer } from './defaults';
import { filmVersion, type Film } from './film';
import { FilmError, parseFilm, readFilm } from './parse';
import { defaultTrack } from './track';

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
    const newer = { ...film(), version: filmVersion + 1 };
    expect(() => parseFilm(newer)).toThrow(new RegExp(`version ${filmVersion + 1}.*up to ${filmVersion}`));
  });

  it.each([
    ['layers[0].figure.reach', (f: Film) => (figureIn(f).figure.reach = -1)],
    ['layers[0].color.stops[0].color', (f: Film) => (figureIn(f).color.stops[0]!.color = 'red')],
    ['layers[0].color.stops', (f: Film) => figureIn(f).color.stops.reverse()],
    ['layers[0].kind', (f: Film) => Object.assign(f.layers[0]!, { kind: 3 })],
    ['layers[0].group', (f: Film) => (f.layers[0]!.group = 'gone')],
    ['layers[0].path', (f: Film) => (figureIn(f).path = 'gone')],
    ['layers[0].color.palette', (f: Film) => (figureIn(f).color.palette = 'gone')],
    ['layers[1].image', (f: Film) => f.layers.push(newLayer('image', f, { id: 'behind', image: 'gone' }))],
    ['paths[0].shape', (f: Film) => Object.assign(f.paths[0]!, { shape: null })],
    ['paths[0].position.x', (f: Film) => Object.assign(f.paths[0]!.position, { x: '3' })],
    ['layers[0].place.scale.y', (f: Film) => (f.layers[0]!.place.scale.y = 0)],
    ['fps.numerator', (f: Film) => (f.fps.numerator = 29.97)],
    ['fps.numerator', (f: Film) => (f.fps = { numerator: 500, denominator: 1 })],
    ['tracks[0].id', (f: Film) => (f.tracks[0]!.id = '__proto__')],
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
    ['ears[0].edges', (f: Film) => Object.assign(f.ears[0]!, { edges: 'none' })],
    ['layers[0].color.stops', (f: Film) => Object.assign(figureIn(f).color, { stops: 7 })],
    ['ears[0].bands', (f: Film) => (f.ears[0]!.bands = 2.5)],
    ['ears[0].toHz', (f: Film) => (f.ears[0]!.toHz = f.ears[0]!.fromHz)],
    ['ears[0].ceilingDb', (f: Film) => (f.ears[0]!.ceilingDb = -90)],
    ['tracks[0].source', (f: Film) => (f.tracks[0]!.source = {} as never)],
    ['width', (f: Film) => (f.width = NaN)],
    ['title', (f: Film) => Object.assign(f, { title: 7 })],
  ])('names the field %s', (field, edit) => {
    expect(problems(edit).join()).toContain(field);
  });

  it('keeps what it does not know, and names it', () => {
    const odd = { ...film(), speed: 3 } as unknown as Film & Record<string, unknown>;
    Object.assign(odd.layers[0]!, { wobble: { by: 4 } });
    odd.layers.push({ kind: 'balloon', id: 'b', group: null, helium: true } as never);
    Object.assign(odd.paths[0]!.shape, { kind: 'heptagon', side: 3 });
    const { film: read, warnings } = readFilm(JSON.parse(JSON.stringify(odd)));
    expect(JSON.parse(JSON.stringify(read))).toEqual(JSON.parse(JSON.stringify(odd)));
    expect(warnings.join()).toMatch(
      /speed.*paths\[0\]\.shape.*heptagon.*layers\[0\]\.wobble.*layers\[1\].*balloon/,
    );
  });

  it('fills in what is missing', () => {
    const { version, paths } = film();
    const layer = {
      kind: 'figure',
      id: 'a',
      ear: 'e',
      path: paths[0]!.id,
      figure: { kind: 'dots' },
      color: { stops: [{ at: 0, color: '#ffffff' }] },
    };
    const read = parseFilm({ version, ears: [{ id: 'e' }], paths, layers: [layer] });
    expect(read).toMatchObject({ width: 1920, fps: { numerator: 30, denominator: 1 }, beats: null });
    expect(read.ears[0]).toMatchObject({ bands: 64, edges: [] });
    const bars = defaultLayer('a', 'e', paths[0]!.id, hd, '', 'dots');
    expect(read.layers[0]).toMatchObject({ figure: bars.figure, copies: bars.copies, place: bars.place });
  });

  it('gives items of lists an id that have none, none twice', () => {
    const json = JSON.parse(JSON.stringify(film())) as Film;
    const [layer] = json.layers as [FigureLayer];
    layer.color.stops = [{ id: 'stops-1', at: 0, color: '#000000' }, { at: 1, color: '#ffffff' } as never];
    const [read] = parseFilm(json).layers as [FigureLayer];
    expect(new Set(read.color.stops.map(({ id }) => id)).size).toBe(2);
  });

  it.each([1, 2, 3, 4])(
    'names what is wrong in a film of version %d, and never fails otherwise',
    (version) => {
      const wrong = [null, 3, 'x', [], {}, [null], [3], { a: null }];
      const keys = ['tracks', 'ears', 'layers', 'paths', 'palettes', 'fps'];
      for (const key of keys) {
        for (const value of wrong)
          expect(() => parseFilm({ version, [key]: value }), `${key} ${JSON.stringify(value)}`).not.toThrow(
            TypeError,
          );
      }
      const broken = {
        version,
        layers: [{ path: null, figure: null, color: null, copies: null, kind: 'figure' }],
      };
      expect(() => parseFilm(broken)).toThrow(FilmError);
    },
  );

  it('refuses lists within lists without end, in a sentence', () => {
    const deep = JSON.parse(`{"version":5,"x":${'['.repeat(5000)}${']'.repeat(5000)}}`) as unknown;
    expect(() => parseFilm(deep)).toThrow(/x\[0\].* holds more than 40 lists/);
  });

  it('refuses the same id twice', () =>
    expect(problems((f) => f.ears.push(f.ears[0]!)).join()).toContain('ears'));
  it('refuses a layer whose ear is gone', () =>
    expect(problems((f) => (f.ears = [])).join()).toContain('layers[0].ear'));
  it('refuses an ear whose track is gone', () => {
    expect(problems((f) => (f.ears[0]!.tracks = ['x'])).join()).toContain('ears[0].tracks');
  });

  const group = (groupId: string, inside: string | null): GroupLayer =>
    newLayer('group', hd, { id: groupId, name: 'A', group: inside });
  const linked = (source: string): LinkedLayer => newLayer('linked', hd, { id: 'a', name: 'A', source });
  it('takes groups within groups, and linked copies', () => {
    expect(problems((f) => f.layers.push(group('g', 'h'), group('h', null), linked('g')))).toEqual([]);
  });
  it('refuses groups that contain themselves, and copies linked to themselves', () => {
    expect(problems((f) => f.layers.push(group('g', 'h'), group('h', 'g'))).join()).toContain('contains');
    expect(problems((f) => f.layers.push(linked('a'))).join()).toContain('repeats itself');
    const inside = { ...linked('g'), group: 'g' };
    expect(problems((f) => f.layers.push(group('g', null), inside)).join()).toContain('repeats itself');
  });
  it('refuses a layer in what is no group', () => {
    expect(problems((f) => (f.layers[0]!.group = f.layers[0]!.id)).join()).toContain('layers[0].group');
  });
  it('tells all problems at once', () => {
    expect(problems((f) => Object.assign(f, { width: -1, height: -1 }))).toHaveLength(2);
  });
});
