import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { root } from '../ensure.mjs';
import { wavOf } from './samples.mjs';
import { fail, filesBelow, say } from './server.mjs';

/** What a killed server, or command, must not leave behind; looked at when the next one runs. */
function lookForLeft(server, what) {
  if (filesBelow(join(server.data, 'incoming')) > 0) fail(`${what}: files are left in incoming`);
  for (const folder of ['renders', 'assets', 'images', 'footage'])
    for (const name of readdirSync(join(server.data, folder), { recursive: true }))
      if (/\.(part|list)$/.test(name)) fail(`${what}: ${folder}/${name} is left`);
}

/** Kills in the middle of saves: what was acknowledged is there. */
async function inSaves(server, random, document, rounds) {
  let [acknowledged, lost] = [0, 0];
  const { id } = JSON.parse((await server.askJson('POST', '/api/films', { document })).text);
  for (let round = 0; round < rounds; round++) {
    let { revision } = await server.get(`/api/films/${id}`);
    let last;
    const kill = sleep(50 + random.nat(400)).then(() => server.end());
    for (;;) {
      const artist = createHash('sha256').update(`${round} ${revision}`).digest('hex');
      const given = { document: { ...document, artist }, revision };
      const { status, text } = await server.askJson('PUT', `/api/films/${id}`, given, { mayBreak: true });
      if (status !== 200) break;
      revision = JSON.parse(text).revision;
      acknowledged++;
      last = { revision, artist };
    }
    await kill;
    await server.start();
    if (!last) continue;
    const now = await server.get(`/api/films/${id}`);
    // The one that was on its way when it was killed may be there, too.
    if (
      now.revision < last.revision ||
      (now.revision === last.revision && now.document.artist !== last.artist)
    )
      lost++;
  }
  if (lost > 0) fail(`${lost} acknowledged saves are lost`);
  say(`${rounds} kills in ${acknowledged} saves: ${lost} lost`);
}

/** Kills while a file comes in: it is taken in whole when it is sent again. */
async function inUploads(server, random, rounds) {
  for (let round = 0; round < rounds; round++) {
    const bytes = wavOf(20 + round / 100);
    const sending = server.send('/api/assets', bytes, 'a.wav', { mayBreak: true });
    await sleep(random.nat(400));
    await server.end();
    await sending;
    await server.start();
    lookForLeft(server, 'killed in an upload');
    const again = await server.send('/api/assets', bytes, 'a.wav');
    if (again.status !== 201) fail(`a song is not taken in after a kill: ${again.text.slice(0, 200)}`);
  }
  say(`${rounds} kills in uploads`);
}

/** Kills while a render hears, draws or joins: it goes on by itself and is whole. */
async function inRenders(server, random, filmId, rounds) {
  const stages = {};
  for (let round = 0; round < rounds; round++) {
    const wish = { filmId, format: 'h264-mp4', width: 160, height: 90, to: 4 };
    const { id, frameCount } = JSON.parse((await server.askJson('POST', '/api/renders', wish)).text);
    const wanted = ['hearing', 'drawing', 'joining'][round % 3];
    let stage;
    for (let i = 0; i < 3000; i++) {
      const view = await server.get(`/api/renders/${id}`);
      stage = view.stage ?? view.status;
      if (stage === wanted || view.status === 'done') break;
      await sleep(5);
    }
    await sleep(random.nat(wanted === 'joining' ? 30 : 300));
    stages[stage] = (stages[stage] ?? 0) + 1;
    await server.end();
    await server.start();
    const view = await server.rendered(id, 300);
    if (view.status !== 'done') fail(`a render killed while ${stage} is ${view.status} afterwards`);
    else if (view.framesDone !== frameCount) fail(`a render has ${view.framesDone} of ${frameCount} frames`);
    lookForLeft(server, `killed while ${stage}`);
    await server.ask('DELETE', `/api/renders/${id}`);
  }
  say(`${rounds} kills in renders: ${JSON.stringify(stages)}`);
}

/** Every film that is listed can be read with all that it needs. */
async function allIsThere(server, what) {
  const { films } = await server.get('/api/films?limit=500');
  for (const { id, title } of films) {
    const response = await fetch(`${server.url}/api/films/${id}/package`);
    const bytes = await response.arrayBuffer();
    if (response.status !== 200 || bytes.byteLength < 100) fail(`${what}: "${title}" lacks something`);
  }
}

/** Kills while it cleans: what can be reached is there. */
async function inCleaning(server, random, document, rounds) {
  for (let round = 0; round < rounds; round++) {
    for (let i = 0; i < 20; i++) {
      const { text } = await server.askJson('POST', '/api/films', { document });
      await server.ask('DELETE', `/api/films/${JSON.parse(text).id}`);
    }
    const cleaning = server.askJson('POST', '/api/storage/clean', { emptyBin: true }, { mayBreak: true });
    await sleep(random.nat(120));
    await server.end();
    await cleaning;
    await server.start();
    await server.askJson('POST', '/api/storage/clean', { emptyBin: true });
    const { total } = await server.get('/api/films?bin=1');
    if (total !== 0) fail(`${total} films are left in the bin after it was emptied`);
  }
  await allIsThere(server, 'killed while it cleaned');
  say(`${rounds} kills while it cleans`);
}

/** A backup by the command line. @returns the process, and what becomes of it */
function backupTo(server, out) {
  const child = spawn(process.execPath, ['packages/server/dist/cli.js', 'backup', out], {
    cwd: root,
    env: { ...process.env, CYCLOGRAM_DATA: server.data },
    stdio: 'ignore',
  });
  return { child, code: new Promise((resolve) => child.once('exit', (code) => resolve(code))) };
}

/** Kills of backups, and of the server while one is made: none is half there, and the last one is whole. */
async function inBackups(server, random, rounds) {
  const out = join(server.data, '..', `stress-backup-${process.pid}.zip`);
  const restored = join(server.data, '..', `stress-restored-${process.pid}`);
  const around = () =>
    readdirSync(join(server.data, '..')).filter((name) => name.startsWith('stress-backup'));
  try {
    for (let round = 0; round < rounds; round++) {
      const { child, code } = backupTo(server, out);
      await sleep(200 + random.nat(700));
      if (round % 2) {
        await server.end();
        await server.start();
      } else child.kill('SIGKILL');
      await code;
      if (round % 2 === 0 && existsSync(out)) rmSync(out);
    }
    if ((await backupTo(server, out).code) !== 0) fail('no backup can be made after kills');
    if (around().length !== 1) fail(`backups have left ${around().join(', ')}`);
    lookForLeft(server, 'killed in a backup');
    const restore = spawn(process.execPath, ['packages/server/dist/cli.js', 'restore', out], {
      cwd: root,
      env: { ...process.env, CYCLOGRAM_DATA: restored },
      stdio: 'ignore',
    });
    const code = await new Promise((resolve) => restore.once('exit', resolve));
    if (code !== 0) fail('the backup cannot be restored');
    const { total } = await server.get('/api/films');
    const again = Object.assign(Object.create(Object.getPrototypeOf(server)), {
      data: restored,
      demo: false,
    });
    await again.start();
    const { total: there } = await again.get('/api/films');
    if (there !== total) fail(`${there} of ${total} films are in the backup`);
    await allIsThere(again, 'restored');
    await again.end('SIGTERM');
  } finally {
    for (const name of around()) rmSync(join(server.data, '..', name), { force: true });
    rmSync(restored, { recursive: true, force: true });
  }
  say(`${rounds} kills while a backup is made; the last one was restored`);
}

/** Kills in the middle of everything. @param rounds altogether */
export async function kills(server, random, { rounds, document, filmId }) {
  const each = Math.max(2, Math.round(rounds / 5));
  await inSaves(server, random, document, each);
  await inUploads(server, random, each);
  await inRenders(server, random, filmId, Math.max(3, each));
  await inCleaning(server, random, document, each);
  await inBackups(server, random, each);
}

/** An end that is asked for, in the middle of a render. */
export async function askedToEnd(server, filmId) {
  await server.askJson('POST', '/api/renders', { filmId, format: 'h264-mp4', width: 640, height: 360 });
  await sleep(3000);
  const before = Date.now();
  await server.end('SIGTERM');
  const took = (Date.now() - before) / 1000;
  if (took > 10) fail(`it ends ${took.toFixed(1)} s after SIGTERM`);
  say(`it ends ${took.toFixed(1)} s after SIGTERM in the middle of a render`);
}
