import { expect, it } from 'vitest';
import { KeptBlocks } from './keptBlocks';

const blockOf = (value: number) => Float32Array.of(value);
const names = (blocks: KeptBlocks) => ['a 1', 'a 2', 'b 1'].filter((name) => blocks.has(name));

it('keeps blocks up to a number; the one used longest ago goes first', () => {
  const blocks = new KeptBlocks(2);
  blocks.put('a 1', blockOf(1));
  blocks.put('a 2', blockOf(2));
  expect(blocks.get('a 1')).toEqual(blockOf(1));
  blocks.put('b 1', blockOf(3));
  expect(names(blocks)).toEqual(['a 1', 'b 1']);
  expect(blocks.get('a 2')).toBeUndefined();
  // To look whether it is there is not to use it.
  blocks.has('a 1');
  blocks.put('a 2', blockOf(2));
  expect(names(blocks)).toEqual(['a 2', 'b 1']);
});

it('has room for as many again when one is put a second time', () => {
  const blocks = new KeptBlocks(2);
  for (const name of ['a 1', 'a 2', 'a 2']) blocks.put(name, blockOf(0));
  expect(names(blocks)).toEqual(['a 1', 'a 2']);
});

it('forgets what is not wanted', () => {
  const blocks = new KeptBlocks(3);
  for (const name of ['a 1', 'a 2', 'b 1']) blocks.put(name, blockOf(0));
  blocks.keepOnly((name) => name.startsWith('a'));
  expect(names(blocks)).toEqual(['a 1', 'a 2']);
});
