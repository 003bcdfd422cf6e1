import { expect, test, type Page } from './test';
import { build } from 'esbuild';
import { createHash } from 'node:crypto';
import { readdir, readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { corpus } from '../packages/painter/test/corpus';
import { paintBits } from '../packages/painter/test/paintBits';
import { bodyKinds } from '../packages/core/src/picture/body/registry';
import { motionBits } from '../packages/core/src/bits/motionBits';
import { hearingHashes } from '../packages/core/src/bits/hearingBits';
import { displayListHashes } from '../packages/server/test/frames/displayLists';
import { mathBits } from '../packages/core/src/bits/mathBits';
import { passBits } from '../packages/core/src/bits/passBits';
import { passKinds } from '../packages/core/src/picture/pass/registry';
import { passNames } from '../packages/core/src/picture/pass/testPasses';
import { sceneBits } from '../packages/core/src/bits/sceneBits';

/** Brings a file into the page, as `cyclogramBits`. @param file below `packages` */
async function bringIn(page: Page, file: string): Promise<void> {
  const { outputFiles } = await build({
    entryPoints: [fileURLToPath(new URL(`../packages/${file}`, import.meta.url))],
    bundle: true,
    format: 'iife',
    globalName: 'cyclogramBits',
    write: false,
  });
  await page.goto('about:blank');
  await page.addScriptTag({ content: outputFiles[0]!.text });
}

/** What a function gives in the browser. @param file below `packages` */
async function inBrowser<Given, T>(page: Page, file: string, name: string, given: Given): Promise<T> {
  await bringIn(page, file);
  return page.evaluate(
    ([key, one]) => {
      const all = (globalThis as unknown as { cyclogramBits: Record<string, (given: unknown) => unknown> })
        .cyclogramBits;
      return all[key]!(one) as never;
    },
    [name, given] as const,
  );
}

/** Bytes of the numbers that a function without arguments gives in the browser. @param file below `packages` */
async function bytesInBrowser(page: Page, file: string, name: string): Promise<Uint8Array> {
  await bringIn(page, file);
  const bytes = await page.evaluate((key) => {
    const { [key]: bits } = (
      globalThis as unknown as { cyclogramBits: Record<string, () => ArrayBufferView> }
    ).cyclogramBits;
    // As text: it goes over faster than an array of numbers.
    return Array.from(new Uint8Array(bits!().buffer), (byte) => String.fromCharCode(byte)).join('');
  }, name);
  return Uint8Array.from(bytes, (character) => character.charCodeAt(0));
}

/** Moments of each of the demo's films that are compared. */
const framesEach = 60;

const hash = (all: Uint8Array) => createHash('sha256').update(all).digest('hex');

test('the mathematics of pictures gives the same bits in the browser as in Node', async ({ page }) => {
  const bytes = await bytesInBrowser(page, 'core/src/bits/mathBits.ts', 'mathBits');
  expect(bytes.length).toBeGreaterThan(80_000);
  expect(hash(bytes)).toBe(hash(new Uint8Array(mathBits().buffer)));
});

test('wander, flicker, steps and swing are the same bits in the browser as in Node', async ({ page }) => {
  const bytes = await bytesInBrowser(page, 'core/src/bits/motionBits.ts', 'motionBits');
  const own = motionBits();
  expect(own.length).toBe(2500);
  for (let source = 0; source < 5; source++)
    expect(new Set(own.subarray(500 * source, 500 * (source + 1))).size).toBeGreaterThan(3);
  expect(hash(bytes)).toBe(hash(new Uint8Array(own.buffer)));
});

test('what ears and followers hear of a song is the same bits in the browser as in Node', async ({
  page,
}) => {
  const own = await hearingHashes();
  expect(new Set(own).size).toBe(own.length);
  expect(await inBrowser(page, 'core/src/bits/hearingBits.ts', 'hearingHashes', undefined)).toEqual(own);
});

test('what the demo’s films draw is the same list, bit for bit, in the browser as in Node', async ({
  page,
}) => {
  const folder = new URL('../bench/films/', import.meta.url);
  const names = (await readdir(folder)).sort();
  expect(names).toHaveLength(6);
  const films = await Promise.all(
    names.map(async (name) => JSON.parse(await readFile(new URL(name, folder), 'utf8')) as object),
  );
  const own = displayListHashes({ films, count: framesEach });
  // Every moment is another picture.
  expect(new Set(own).size).toBe(6 * framesEach);
  const file = 'server/test/frames/displayLists.ts';
  const given = { films, count: framesEach };
  expect(await inBrowser(page, file, 'displayListHashes', given)).toEqual(own);
});

test('the rasteriser paints every kind of body with the same bits in the browser as in Node', async ({
  page,
}) => {
  const own = sceneBits();
  const bytes = await bytesInBrowser(page, 'core/src/bits/sceneBits.ts', 'sceneBits');
  const each = own.length / Object.keys(bodyKinds).length;
  for (let at = 0; at < own.length; at += each) {
    const painted = own.subarray(at, at + each).filter((value, i) => i % 4 === 3 && value > 0);
    expect(painted.length).toBeGreaterThan(2000);
  }
  expect(hash(bytes)).toBe(hash(own));
});

test('every pass makes the same bits of the same pixels in the browser as in Node', async ({ page }) => {
  const own = passBits();
  const bytes = await bytesInBrowser(page, 'core/src/bits/passBits.ts', 'passBits');
  // Kinds that look back in time have no picture before this one; every other kind makes something of it.
  const each = own.length / passNames.length;
  const made = passNames.map((_, i) => hash(own.subarray(i * each, (i + 1) * each)));
  const unchanged = made[passNames.indexOf('afterimages')];
  for (const [i, kind] of passNames.entries())
    expect(made[i] === unchanged, kind).toBe(passKinds[kind].heading === 'Time');
  expect(hash(bytes)).toBe(hash(own));
});

test('the painter paints the same bits in the browser as in Node, whatever it paints', async ({ page }) => {
  const own = paintBits();
  const bytes = await bytesInBrowser(page, 'painter/test/paintBits.ts', 'paintBits');
  const names = corpus().map(({ name }) => name);
  // Nearly every picture is another one.
  expect(new Set(own).size).toBeGreaterThan(0.8 * names.length);
  const there = new Uint32Array(bytes.buffer);
  expect(names.filter((_, i) => own[i] !== there[i])).toEqual([]);
});
