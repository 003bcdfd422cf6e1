import { execFileSync, spawn } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from '../ensure.mjs';
import { wavOf } from './samples.mjs';
import { fail, filesBelow, say, Server } from './server.mjs';

/** Bytes that are left when something is begun. */
const leftOver = [0, 30_000, 300_000, 1_500_000, 4_000_000];

const film = (sha256, title) => ({
  version: 7,
  title,
  width: 320,
  height: 180,
  tracks: [{ id: 't', name: 't', source: { asset: sha256 } }],
  layers: [],
  artist: 'x'.repeat(200),
});

/**
 * A full disk at each step: what is begun is done or refused with a reason, nothing that was acknowledged is lost, and when
 * there is room again everything goes on.
 * @param folder where a small disk of memory can be mounted
 */
export async function fullDisk(folder, rounds) {
  mkdirSync(folder);
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=120m', 'tmpfs', folder], { stdio: 'ignore' });
  } catch {
    return say('a small disk cannot be mounted here: a full one is not tried');
  }
  const server = new Server(join(folder, 'data'));
  const ballast = join(folder, 'ballast');
  const fill = (left) => {
    rmSync(ballast, { force: true });
    const { bavail, bsize } = statfsSync(folder);
    try {
      writeFileSync(ballast, Buffer.alloc(Math.max(0, bavail * bsize - left)));
    } catch {
      // Somebody took some of it meanwhile: it is full.
    }
  };
  const results = {};
  const note = (what, status) => {
    const key = `${what} ${status}`;
    results[key] = (results[key] ?? 0) + 1;
  };
  try {
    await server.start();
    const { sha256 } = JSON.parse((await server.send('/api/assets', wavOf(6), 'a.wav')).text);
    const made = await server.askJson('POST', '/api/films', { document: film(sha256, 'Kept') });
    if (made.status !== 201) return fail(`a film is refused: ${made.text.slice(0, 300)}`);
    const { id } = JSON.parse(made.text);
    const packed = Buffer.from(await (await fetch(`${server.url}/api/films/${id}/package`)).arrayBuffer());
    let { revision } = await server.get(`/api/films/${id}`);
    for (let round = 0; round < rounds; round++) {
      const left = leftOver[round % leftOver.length];
      const refill = () => fill(left);
      refill();
      const saved = await server.askJson('PUT', `/api/films/${id}`, {
        ...{ document: film(sha256, `Kept ${round}`), revision },
      });
      note('save', saved.status);
      if (saved.status === 200) revision++;
      refill();
      note('upload', (await server.send('/api/assets', wavOf(8 + round / 50), 'b.wav')).status);
      refill();
      note('import', (await server.send('/api/films/package', packed, 'a.cyclogram')).status);
      refill();
      note('picture', (await server.ask('GET', `/api/films/${id}/thumbnail?r=${round}`)).status);
      refill();
      note('clean', (await server.askJson('POST', '/api/storage/clean', { emptyBin: true })).status);
      refill();
      const wish = { filmId: id, format: 'h264-mp4', to: 5 };
      const asked = await server.askJson('POST', '/api/renders', wish);
      note('render', asked.status);
      if (asked.status === 201) {
        // Filled while it is being made, too.
        refill();
        const { id: render } = JSON.parse(asked.text);
        const view = await server.rendered(render);
        note('rendered', view.status);
        if (!['done', 'failed'].includes(view.status)) fail(`full disk: a render is ${view.status}`);
        rmSync(ballast, { force: true });
        if (view.status === 'failed') {
          await server.askJson('POST', `/api/renders/${render}/resume`, {});
          const again = await server.rendered(render);
          if (again.status !== 'done') fail(`a render is ${again.status} when there is room again`);
        }
        await server.ask('DELETE', `/api/renders/${render}`);
      }
      refill();
      const out = join(folder, 'all.zip');
      const backup = spawn(process.execPath, ['packages/server/dist/cli.js', 'backup', out], {
        cwd: root,
        env: { ...process.env, CYCLOGRAM_DATA: server.data },
        stdio: 'ignore',
      });
      const code = await new Promise((resolve) => backup.once('exit', resolve));
      note('backup', code === 0 ? 'done' : 'refused');
      if ((code === 0) !== existsSync(out))
        fail(`full disk: a backup ended with ${code}, and is there or not`);
      if (code === null) fail('full disk: a backup crashed');
      rmSync(out, { force: true });
      const left2 = readdirSync(folder).filter((name) => name.startsWith('all.zip'));
      if (left2.length > 0) fail(`full disk: ${left2.join(', ')} are left of a backup`);
      rmSync(ballast, { force: true });

      // There is room again: what was acknowledged is there, and it goes on.
      const now = await server.get(`/api/films/${id}`);
      if (now.revision !== revision)
        fail(`full disk: revision ${now.revision}, ${revision} was acknowledged`);
      const again = await server.askJson('PUT', `/api/films/${id}`, {
        ...{ document: film(sha256, 'Room again'), revision },
      });
      if (again.status === 200) revision++;
      else fail(`a save is refused when there is room again: ${again.text.slice(0, 200)}`);
      await server.askJson('POST', '/api/storage/clean', { emptyBin: true });
      if (filesBelow(join(server.data, 'incoming')) > 0) fail('full disk: files are left in incoming');
    }
    await server.end();
    await server.start();
    const now = await server.get(`/api/films/${id}`);
    if (now.revision !== revision) fail(`after a full disk and a kill: revision ${now.revision}`);
    await server.end('SIGTERM');
    say(`a full disk ${rounds} times: ${JSON.stringify(results)}`);
  } finally {
    server.child?.kill('SIGKILL');
    execFileSync('umount', ['-l', folder], { stdio: 'ignore' });
  }
}
