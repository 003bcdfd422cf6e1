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
import { benchPreview, benchTenFigures } from './preview';
import { benchRendering } from './rendering';
import { benchScene } from './scene';

/** Prints how fast Cyclogram is, as JSON: ratios measured in one run, with what is aimed at. */

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
  const preview = await benchPreview(url);
  const previewOfTen = await benchTenFigures(url);
  const previewOfTerrain = await benchPreview(url, 'demo-night-crossing');
  const previewOfGlobe = await benchPreview(url, 'demo-storm-glass');
  const listening = await benchListening(url, data);
  child.kill();
  const hearing = await benchHearing();
  const figures = benchFigures();
  const cords = benchCords();
  const scene = await benchScene();
  const finish = await benchFinish();
  const footage = await benchFootage(server('cli.js'));
  const rendering = await benchRendering(server('cli.js'), data);
  console.log(
    JSON.stringify(
      {
        hearing,
        listening,
        preview,
        previewOfTen,
        previewOfTerrain,
        previewOfGlobe,
        figures,
        cords,
        scene,
        finish,
        footage,
        rendering,
      },
      null,
      2,
    ),
  );
} finally {
  child.kill();
  await rm(data, { recursive: true, force: true });
}
