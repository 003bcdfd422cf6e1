import { defaultFilm, type Film } from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { amendChange, makeChange, redoChange, undoChange, type History } from './history';

const start = (): History => ({ film: defaultFilm('A'), past: [], future: [] });
const rename =
  (title: string, key = '', at = 0) =>
  (history: History) =>
    makeChange(history, 'title', key, at, (film) => void (film.title = title));

describe('undo and redo', () => {
  it('go back and forth', () => {
    const changed = rename('C', '', 1)(rename('B')(start()));
    const undone = undoChange(undoChange(changed));
    expect(undone.film).toEqual(defaultFilm('A'));
    expect(redoChange(redoChange(undone)).film.title).toBe('C');
  });

  it('join quick changes of one thing into one step', () => {
    const typed = ['B', 'Be', 'Bel'].reduce(
      (history, title, i) => rename(title, 'title', i * 300)(history),
      start(),
    );
    expect(typed.past).toHaveLength(1);
    expect(undoChange(typed).film.title).toBe('A');
    expect(redoChange(undoChange(typed)).film.title).toBe('Bel');
  });

  it('keep slow changes, and changes of different things, apart', () => {
    expect(rename('C', 'title', 5000)(rename('B', 'title', 0)(start())).past).toHaveLength(2);
    expect(rename('C', 'b', 10)(rename('B', 'a', 0)(start())).past).toHaveLength(2);
  });

  it('drop what was undone once something else is done', () => {
    const branched = rename('D')(undoChange(rename('B')(start())));
    expect(branched.future).toHaveLength(0);
    expect(branched.film.title).toBe('D');
  });

  it('take no step for a change that changes nothing', () => {
    const before = start();
    expect(rename('A')(before)).toBe(before);
  });

  it('take back what followed from a step by itself together with the step', () => {
    const fps = (value: number) => (history: History) =>
      amendChange(history, (film) => void (film.fps = value as never));
    const both = fps(24)(rename('B')(start()));
    expect(both.past).toHaveLength(1);
    const undone = undoChange(both);
    expect(undone.film).toEqual(defaultFilm('A'));
    expect(redoChange(undone).film).toMatchObject({ title: 'B', fps: 24 });
    // Nothing done yet, or something undone: no step comes, and none goes.
    expect(fps(24)(start())).toMatchObject({ film: { fps: 24 }, past: [] });
    expect(fps(24)(undone).future).toHaveLength(1);
    expect(amendChange(both, () => {})).toBe(both);
  });

  it('survive being stored: steps are plain data', () => {
    const changed = rename('B')(start());
    const kept = JSON.parse(JSON.stringify(changed)) as History;
    expect(undoChange(kept).film.title).toBe('A');
  });

  it('hold a gesture as one difference, however long it took', () => {
    const drag = (history: History, i: number) =>
      makeChange(history, 'move', 'drag', i * 16, (film) => {
        film.paths[0]!.position.x = i;
        film.layers[0]!.name = `x ${i}`;
      });
    let history = makeChange(start(), 'title', '', 0, (film) => void (film.title = 'B'));
    for (let i = 1; i <= 3600; i++) history = drag(history, i);
    expect(history.past).toHaveLength(2);
    const step = history.past[1]!;
    expect([step.redo.length, step.undo.length]).toEqual([2, 2]);
    expect(undoChange(history).film).toEqual({ ...defaultFilm('A'), title: 'B' });
    expect(redoChange(undoChange(history)).film).toEqual(history.film);
  });

  it('hold a gesture as one step though the pointer rests in it; the next press is another', () => {
    const drag = (history: History, now: number, x: number, press: number) =>
      makeChange(history, 'move', 'drag', now, (film) => void (film.paths[0]!.position.x = x), press);
    const one = drag(drag(start(), 0, 1, 5), 8000, 2, 5);
    expect(one.past).toHaveLength(1);
    const carried = amendChange(one, (film) => void (film.title = 'B'));
    expect(drag(carried, 20_000, 3, 5).past).toHaveLength(1);
    expect(drag(carried, 20_000, 3, 6).past).toHaveLength(2);
    // Keys have no press: what is set by them much later is a step of its own.
    expect(drag(drag(start(), 0, 1, 0), 8000, 2, 0).past).toHaveLength(2);
  });

  it('hold what came, went and moved in a gesture', () => {
    const edits: ((film: Film) => void)[] = [
      (film) => void film.sections.push({ id: 's', name: 'A', from: 0 }),
      (film) => void film.sections.unshift({ id: 't', name: 'B', from: 1 }),
      (film) => void (film.sections = film.sections.filter(({ id }) => id !== 's')),
      (film) => void film.layers.reverse(),
      (film) => void delete (film as Partial<Film>).recipe,
      (film) => void (film.length = 12),
      (film) => void film.layers.splice(0, 1),
    ];
    const before = start();
    const after = edits.reduce((history, edit, i) => makeChange(history, 'all', 'all', i, edit), before);
    expect(after.past).toHaveLength(1);
    expect(undoChange(after).film).toEqual(before.film);
    expect(redoChange(undoChange(after)).film).toEqual(after.film);
  });
});
