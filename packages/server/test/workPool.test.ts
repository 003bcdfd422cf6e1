import { defaultFilm } from '@cyclogram/core';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { WorkPool } from '../src/work/workPool';
import { temporaryFolder, tone, writeWav } from './support';

const folder = temporaryFolder();
const pool = new WorkPool(2);
afterAll(() => pool.close());

/** Something that takes as long as it is let: a song that is synthesised. */
const long = (options = {}) => pool.run('synthesise', { songId: 'breakwater', folder }, options);
const read = (title: string, options = {}) =>
  pool.run('read', { text: JSON.stringify(defaultFilm(title)) }, options) as Promise<{
    film: { title: string };
  }>;

describe('the pool of work', () => {
  it('answers, and says what was wrong', async () => {
    expect((await read('A')).film.title).toBe('A');
    await expect(pool.run('read', { text: '{"version":1e9}' })).rejects.toMatchObject({ kind: 'bad-film' });
  });

  it('begins what a person waits for before renders, and these before pictures of the library', async () => {
    const order: string[] = [];
    const blocked = Array.from({ length: 3 }, () => new AbortController());
    const blocking = blocked.map(({ signal }) => long({ signal, rank: 'person' }).catch(() => {}));
    const tell = (name: string) => () => void order.push(name);
    const all = [
      read('c', { rank: 'background' }).then(tell('background')),
      read('b', { rank: 'render' }).then(tell('render')),
      read('a').then(tell('person')),
    ];
    expect(pool.load.waiting).toBe(3);
    // One after the other: as soon as one thread is free, so that the order is that in which they are begun.
    blocked[0]!.abort();
    await Promise.all(all);
    blocked.forEach((one) => one.abort());
    await Promise.all(blocking);
    expect(order).toEqual(['person', 'render', 'background']);
    expect(pool.load).toEqual({ running: 0, waiting: 0 });
  });

  it('keeps a thread for people while renders take all others', async () => {
    const stop = new AbortController();
    const renders = Array.from({ length: 4 }, () =>
      long({ signal: stop.signal, rank: 'render' }).catch((error: unknown) => error),
    );
    expect(pool.load).toEqual({ running: 2, waiting: 2 });
    expect((await read('meanwhile')).film.title).toBe('meanwhile');
    stop.abort();
    for (const one of await Promise.all(renders)) expect(one).toMatchObject({ kind: 'cancelled' });
  });

  it('ends what takes too much processor time', async () => {
    await expect(long({ seconds: 0.3 })).rejects.toMatchObject({ kind: 'took-too-long' });
  });

  it('ends what is at work when it is closed', async () => {
    const own = new WorkPool(2);
    const work = own.run('synthesise', { songId: 'breakwater', folder });
    const failed = expect(work).rejects.toMatchObject({ kind: 'cancelled' });
    await own.close();
    await failed;
  });

  it('reads files of strangers in processes that end', async () => {
    const path = await writeWav(join(folder, 'a.wav'), tone(0.1));
    await expect(pool.run('typeface', { path })).rejects.toMatchObject({ kind: 'bad-typeface' });
    await expect(pool.run('image', { path, out: join(folder, 'a.png') })).rejects.toMatchObject({
      kind: 'bad-image',
    });
  });
});
