import { spawn } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { benchCords } from './cords';
import { benchFigures } from './figures';
import { benchFinish } from './finish';
import { benchFootage } from './footage';
import { benchHearing } from './hearing';
import { benchListening } from './listening';
import { benchLists } from './lists';
import { benchPace } from './pace';
import { benchPlaying } from './playing';
import { benchPreview, benchTenFigures } from './preview';
import { benchRendering } from './rendering';
import { benchScene } from './scene';

/**
 * Prints how fast Cyclogram is, as JSON: ratios measured in one run, with what is aimed at. All of it, or what is named:
 * `npm run bench -- pace`.
 */

// The benchmarks are started from the root of the repository.
const server = (name: string) => resolve('packages/server/dist', name);
const data = await mkdtemp(join(tmpdir(), 'cyclogram-bench-data-'));
const child = spawn(process.execPath, [server('main.js'), '--demo'], {
  env: { ...process.env, PORT: '0', CYCLOGRAM_DATA: data },
  stdio: ['ignore', 'pipe', 'inherit'],
});
try {
  const url = await new Promise<string>((resolve, reject) => {
    child.stdout.on('data', (text: Buffer) => {
      const found = /http:\S+/.exec(String(text));
      if (found) resolve(found[0]);
    });
    child.on('exit', () => reject(new Error('the server ended')));
  });
  // By name: what runs in the application first, then what runs by itself.
  const inBrowser = {
    preview: () => benchPreview(url),
    previewOfTen: () => benchTenFigures(url),
    previewOfTerrain: () => benchPreview(url, 'demo-night-crossing'),
    previewOfGlobe: () => benchPreview(url, 'demo-storm-glass'),
    playing: () => benchPlaying(url),
    listening: () => benchListening(url, data),
  };
  const alone = {
    hearing: benchHearing,
    figures: benchFigures,
    cords: benchCords,
    scene: benchScene,
    finish: benchFinish,
    footage: () => benchFootage(server('cli.js')),
    rendering: () => benchRendering(server('cli.js'), data),
    lists: () => benchLists(server('main.js'), data),
    pace: () => benchPace(server('cli.js'), data),
  };
  const names = process.argv.slice(2);
  const results: Record<string, unknown> = {};
  const run = async (benches: Record<string, () => unknown>) => {
    for (const [name, bench] of Object.entries(benches))
      if (names.length === 0 || names.includes(name)) results[name] = await bench();
  };
  await run(inBrowser);
  // Two of them do not work on one folder.
  const ended = new Promise((resolve) => child.once('exit', resolve));
  child.kill();
  await ended;
  await run(alone);
  console.log(JSON.stringify(results, null, 2));
} finally {
  child.kill();
  await rm(data, { recursive: true, force: true });
}
