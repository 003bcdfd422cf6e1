import { describe, expect, it } from 'vitest';
import { momentOf } from './momentOf';
import { TableHearing, emptyTables } from '../../sound/hearing/tableHearing';
import { DrawCache } from '../../picture/display/drawCache';
import { pictureAt } from '../../picture/display/pictureAt';
import { pictureHash } from '../../picture/display/pictureHash';
import { newLayer } from './defaults';
import { exampleFilm } from './exampleFilm';
import type { Film } from './film';
import { touchedTimes } from './touchedTimes';

const end = 10;
const hearing = new TableHearing({ ...emptyTables(), end });

/** Three fills in a row, the second of them from 2 s to 4 s; the third in a group. */
function makeFilm(): Film {
  const film = structuredClone(exampleFilm());
  const fill = (id: string, part: object = {}) => newLayer('fill', film, { id, name: id, ...part });
  const span = { from: 2, to: 4, fadeIn: 0, fadeOut: 0, curve: 'smooth' } as const;
  film.layers.push(fill('a'), fill('b', { span }), newLayer('group', film, { id: 'g', name: 'g' }));
  film.layers.push(fill('c', { group: 'g', span: { ...span, from: 6, to: 7 } }));
  return film;
}

/** An edit of {@link makeFilm}: what it was, and what it is. */
function edited(change: (film: Film) => void, start: (film: Film) => void = () => {}): [Film, Film] {
  const before = makeFilm();
  start(before);
  const after = structuredClone(before);
  change(after);
  return [before, after];
}

const layerOf = (film: Film, id: string) => film.layers.find((layer) => layer.id === id)!;
const fade = (id: string) => (film: Film) => (layerOf(film, id).place.opacity = 0.4);

/** Tenths of seconds at which it can be touched, as stretches. */
function stretches([before, after]: [Film, Film]): [number, number][] {
  const touched = touchedTimes(before, after, end);
  const found: [number, number][] = [];
  for (let tenth = 0; tenth < 10 * end; tenth++) {
    if (!touched((tenth + 0.5) / 10)) continue;
    const last = found.at(-1);
    if (last?.[1] === tenth) last[1] = tenth + 1;
    else found.push([tenth, tenth + 1]);
  }
  return found.map(([from, to]) => [from / 10, to / 10]);
}

describe('the times that an edit touches', () => {
  const whole = [[0, end]];

  it('are none when nothing changes that is seen', () => {
    expect(stretches(edited(() => {}))).toEqual([]);
    expect(stretches(edited((film) => (film.title = 'Another')))).toEqual([]);
  });

  it('are those at which the layer is shown, before the edit or after it', () => {
    expect(stretches(edited(fade('a')))).toEqual(whole);
    expect(stretches(edited(fade('b')))).toEqual([[2, 4]]);
    expect(stretches(edited((film) => (layerOf(film, 'b').span.to = 8)))).toEqual([[2, 8]]);
    expect(stretches(edited((film) => (layerOf(film, 'b').span = { ...layerOf(film, 'a').span })))).toEqual(
      whole,
    );
    expect(stretches(edited(fade('c')))).toEqual([[6, 7]]);
    expect(stretches(edited((film) => film.layers.splice(2, 1)))).toEqual([[2, 4]]);
  });

  it('are those of the layer that a cord leads to', () => {
    const cord = (id: string) => (film: Film) =>
      film.cords.push({
        ...film.cords[0]!,
        id: 'new',
        target: { list: 'layers', id, key: 'place.opacity', item: '' },
      });
    expect(stretches(edited(cord('b')))).toEqual([[2, 4]]);
    expect(stretches(edited((film) => film.cords.pop(), cord('b')))).toEqual([[2, 4]]);
    const finish = (film: Film) =>
      (film.cords[0]!.target = { list: 'finish', id: '', key: 'passes.amount', item: 'x' });
    expect(stretches(edited(finish))).toEqual(whole);
  });

  it('are all where anything but layers changes, or their order', () => {
    expect(stretches(edited((film) => (film.width = 1280)))).toEqual(whole);
    expect(stretches(edited((film) => (film.fades.picture.fadeIn = 2)))).toEqual(whole);
    expect(stretches(edited((film) => (film.paths[0]!.position.x += 1)))).toEqual(whole);
    expect(stretches(edited((film) => film.layers.reverse()))).toEqual(whole);
  });

  it('are all where another layer shows the one that changed, or a pass looks at other moments', () => {
    const linked = (source: string) => (film: Film) =>
      film.layers.push(newLayer('linked', film, { id: 'l', name: 'l', source, delay: 1 }));
    expect(stretches(edited(fade('b'), linked('b')))).toEqual(whole);
    expect(stretches(edited(fade('b'), linked('a')))).toEqual([[2, 4]]);
    expect(stretches(edited(fade('c'), linked('g')))).toEqual(whole);
    const trail = (film: Film) => film.finish.passes.push({ id: 'p', kind: 'motionBlur', on: true } as never);
    expect(stretches(edited(fade('b'), trail))).toEqual(whole);
  });

  it('leave no picture out that is another one: shown by the hashes of what is drawn', () => {
    const hashes = (film: Film) =>
      Array.from({ length: 20 }, (_, n) => {
        const moment = momentOf(film, hearing, n / 2 + 0.25, { cache: new DrawCache() });
        return pictureHash(pictureAt(moment));
      });
    for (const id of ['a', 'b', 'c', 'g']) {
      const [before, after] = edited(fade(id));
      const touched = touchedTimes(before, after, end);
      const [old, now] = [hashes(before), hashes(after)];
      const differ = old.map((hash, n) => hash !== now[n]);
      expect(differ).toContain(true);
      differ.forEach((differs, n) => differs && expect(touched(n / 2 + 0.25)).toBe(true));
    }
  });
});
