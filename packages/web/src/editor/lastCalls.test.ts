import { expect, it } from 'vitest';
import { LastCalls } from './lastCalls';

interface Api {
  setSize(width: number, height: number): Promise<void>;
  setFilm(title: string): Promise<void>;
}

it('keeps the last call of each name, with what was given, in the order in which they were made', async () => {
  const said: unknown[] = [];
  const tell =
    (name: string) =>
    (...given: unknown[]) =>
      Promise.resolve(void said.push([name, ...given]));
  const worker = { setSize: tell('setSize'), setFilm: tell('setFilm') };
  const calls = new LastCalls<Api>();
  calls.add('setSize', [1, 2]);
  await calls.add('setFilm', ['A'])(worker as never);
  calls.add('setSize', [3, 4]);
  expect(said).toEqual([['setFilm', 'A']]);
  for (const call of calls.all()) await call(worker as never);
  expect(said.slice(1)).toEqual([
    ['setFilm', 'A'],
    ['setSize', 3, 4],
  ]);
});
