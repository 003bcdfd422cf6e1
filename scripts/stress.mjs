import { ensureBuild, ensureDebian, ensurePackages, root } from './ensure.mjs';
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, readdirSync, rmSync, statSync } from 'node:fs';
import { createRequire } from 'node:module';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';

// Does to the server what strangers, crashes and crowds do, on this machine and a folder of its own, and says what held.
// --short takes about two minutes. See docs/reliability.md.
const short = process.argv.includes('--short');
const seedText = process.argv.find((one) => one.startsWith('--seed='))?.slice(7) ?? '28';
const counts = short
  ? { uploads: 150, films: 400, drawn: 15, fonts: 40, kills: 6, slow: 50, renders: 20, parallel: 8 }
  : { uploads: 2000, films: 2500, drawn: 400, fonts: 300, kills: 100, slow: 50, renders: 200, parallel: 20 };

await ensurePackages();
ensureDebian({ ffmpeg: 'ffmpeg' });
ensureBuild();

/** The same numbers each time: mulberry32, a generator in the public domain. */
function randomOf(seed) {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
const random = randomOf(Number(seedText));
const nat = (below) => Math.floor(random() * below);
const pick = (list) => list[nat(list.length)];

const failures = [];
const fail = (what) => {
  failures.push(what);
  console.log(`  FAILED: ${what}`);
};
const data = mkdtempSync(join(tmpdir(), 'cyclogram-stress-'));
let server;
let url;

async function startServer() {
  server = spawn(process.execPath, ['packages/server/dist/main.js', ...(url ? [] : ['--demo'])], {
    cwd: root,
    env: { ...process.env, PORT: '0', CYCLOGRAM_DATA: data, LOG_LEVEL: 'error' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  url = await new Promise((resolve, reject) => {
    server.stdout.on('data', (text) => {
      const found = /http:\S+/.exec(String(text));
      if (found) resolve(found[0]);
    });
    server.on('exit', () => reject(new Error('The server ended.')));
  });
}

const ended = (child) =>
  new Promise((resolve) => {
    if (child.exitCode !== null || child.signalCode !== null) return resolve();
    child.once('exit', resolve);
  });

/** A request with a deadline; a status of 500 and none at all are failures. */
async function ask(method, path, body, { deadline = 90_000, what = `${method} ${path}`, headers } = {}) {
  try {
    const response = await fetch(`${url}${path}`, {
      method,
      signal: AbortSignal.timeout(deadline),
      ...(body === undefined ? {} : { body }),
      ...(headers ? { headers } : {}),
    });
    const text = await response.text();
    if (response.status >= 500 && response.status !== 507 && response.status !== 503)
      fail(`${what}: ${response.status} ${text.slice(0, 160)}`);
    return { status: response.status, text };
  } catch (error) {
    fail(`${what}: ${error.name === 'TimeoutError' ? `no answer in ${deadline / 1000} s` : error.message}`);
    return { status: 0, text: '' };
  }
}
const json = { 'content-type': 'application/json' };
const askJson = (method, path, body, options) =>
  ask(method, path, JSON.stringify(body), { ...options, headers: json });
const send = (path, bytes, name) => {
  const form = new FormData();
  form.append('file', new Blob([bytes]), name);
  return ask('POST', path, form, { what: `upload ${name}` });
};

/** Bytes with some of them changed, moved, repeated or cut off. */
function mutated(bytes) {
  const out = Buffer.from(bytes);
  const way = nat(5);
  if (way === 0) return out.subarray(0, nat(out.length));
  if (way === 1) return Buffer.concat([out, out.subarray(nat(out.length))]);
  if (way === 2) out.copy(out, nat(out.length), nat(out.length));
  const changes = 1 + nat(way === 3 ? 4 : 60);
  for (let i = 0; i < changes; i++) out[nat(way === 3 ? Math.min(out.length, 600) : out.length)] = nat(256);
  return out;
}

/** A document with some values replaced by what does not belong there. */
function mutatedFilm(film) {
  const copy = structuredClone(film);
  const all = [];
  const walk = (holder) => {
    for (const [key, value] of Object.entries(holder)) {
      all.push([holder, key]);
      if (typeof value === 'object' && value !== null) walk(value);
    }
  };
  walk(copy);
  for (let i = 0; i <= nat(4); i++) {
    const [holder, key] = pick(all);
    const value = holder[key];
    holder[key] = pick([
      ...[null, -1, 0, 1e9, 1e-9, NaN, '', 'x'.repeat(5000), [], {}, true, '__proto__'],
      ...(typeof value === 'number' ? [value * 1000, -value, value / 1000, value + 0.5] : [value]),
      ...(Array.isArray(value) ? [[...value, ...value], Array(500).fill(value[0] ?? 0)] : []),
    ]);
  }
  return copy;
}

const median = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0;
const slowest = [];
/** How long the list of films takes, while something else is done. */
async function watchLatency(work) {
  let done = false;
  const times = [];
  const watching = (async () => {
    while (!done) {
      const start = performance.now();
      await ask('GET', '/api/films');
      times.push(performance.now() - start);
      await sleep(100);
    }
  })();
  const result = await work();
  done = true;
  await watching;
  slowest.push(...times);
  return { result, times };
}

const memory = () => {
  const text = readFileSync(`/proc/${server.pid}/status`, 'utf8');
  return Number(/VmHWM:\s+(\d+)/.exec(text)?.[1] ?? 0) * 1024;
};
const filesBelow = (folder) =>
  readdirSync(folder, { recursive: true, withFileTypes: true }).filter((one) => one.isFile()).length;
const openFiles = () => readdirSync(`/proc/${server.pid}/fd`).length;

const started = Date.now();
const say = (text) => console.log(`${((Date.now() - started) / 1000).toFixed(0).padStart(5)} s  ${text}`);

try {
  await startServer();
  say('the demo is there');
  const quiet = [];
  for (let i = 0; i < 30; i++) {
    const start = performance.now();
    await ask('GET', '/api/films');
    quiet.push(performance.now() - start);
  }
  const baseline = median(quiet);
  const filesBefore = openFiles();
  const demo = JSON.parse((await ask('GET', '/api/films')).text).films;
  const documents = [];
  for (const { id } of demo) documents.push(JSON.parse((await ask('GET', `/api/films/${id}`)).text).document);

  // Files of strangers.
  const require = createRequire(import.meta.url);
  const font = readFileSync(
    require.resolve('@fontsource/archivo-black/files/archivo-black-latin-400-normal.woff'),
  );
  const png = Buffer.from(await (await fetch(`${url}/api/films/${demo[0].id}/thumbnail`)).arrayBuffer());
  const packed = Buffer.from(await (await fetch(`${url}/api/films/${demo.at(-1).id}/package`)).arrayBuffer());
  const wav = Buffer.alloc(44 + 48_000);
  wav.write('RIFF', 0);
  wav.writeUInt32LE(wav.length - 8, 4);
  wav.write('WAVEfmt ', 8);
  wav.set([16, 0, 0, 0, 1, 0, 1, 0, 0x80, 0xbb, 0, 0, 0, 0x77, 1, 0, 2, 0, 16, 0], 16);
  wav.write('data', 36);
  wav.writeUInt32LE(48_000, 40);
  for (let i = 0; i < 24_000; i++) wav.writeInt16LE(Math.round(9000 * Math.sin(i / 20)), 44 + 2 * i);
  const svg = Buffer.from(
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><mask id="m"><rect width="9" height="9" fill="#fff"/></mask><path d="M0 0L9 9V0z" mask="url(#m)"/></svg>',
  );
  const kinds = [
    ['/api/images', png, 'a.png'],
    ['/api/images', svg, 'a.svg'],
    ['/api/assets', wav, 'a.wav'],
    ['/api/footage', packed.subarray(0, 200_000), 'a.mp4'],
    ['/api/films/package', packed.subarray(0, 300_000), 'a.cyclogram'],
  ];
  const { times } = await watchLatency(async () => {
    const statuses = {};
    for (let i = 0; i < counts.uploads; i += counts.parallel) {
      const some = Array.from({ length: Math.min(counts.parallel, counts.uploads - i) }, () => pick(kinds));
      for (const { status } of await Promise.all(
        some.map(([path, bytes, name]) => send(path, mutated(bytes), name)),
      ))
        statuses[status] = (statuses[status] ?? 0) + 1;
    }
    say(`${counts.uploads} uploads with changed bytes: ${JSON.stringify(statuses)}`);
    let refused = 0;
    for (let i = 0; i < counts.fonts; i += counts.parallel) {
      const some = Array.from({ length: Math.min(counts.parallel, counts.fonts - i) }, () => mutated(font));
      for (const { status } of await Promise.all(
        some.map((bytes) => send('/api/typefaces', bytes, 'a.woff')),
      ))
        if (status === 422) refused++;
    }
    say(`${counts.fonts} fonts with changed bytes: ${refused} refused`);
  });
  say(`lists meanwhile: ${median(times).toFixed(0)} ms, at most ${Math.max(...times).toFixed(0)} ms`);

  // Films that do not belong together.
  let taken = 0;
  const accepted = [];
  const statuses = {};
  await watchLatency(async () => {
    for (let i = 0; i < counts.films; i++) {
      const { status, text } = await askJson('POST', '/api/films', {
        document: mutatedFilm(pick(documents)),
      });
      statuses[status] = (statuses[status] ?? 0) + 1;
      if (status !== 201) continue;
      taken++;
      accepted.push(JSON.parse(text).id);
    }
  });
  say(`${counts.films} films with changed values: ${JSON.stringify(statuses)}`);
  let drawn = 0;
  for (const id of accepted.slice(0, counts.drawn)) {
    const { status } = await ask('GET', `/api/films/${id}/thumbnail`, undefined, { deadline: 400_000 });
    if (status === 200) drawn++;
  }
  say(`${Math.min(taken, counts.drawn)} of ${taken} that were taken are asked for: ${drawn} drawn`);
  for (const id of accepted) await ask('DELETE', `/api/films/${id}`);

  // Slow connections.
  const sockets = Array.from({ length: counts.slow }, () => {
    const socket = connect(Number(new URL(url).port), '127.0.0.1');
    socket.on('error', () => {});
    socket.write(
      'POST /api/assets HTTP/1.1\r\nhost: 127.0.0.1\r\ncontent-type: multipart/form-data; boundary=b\r\n',
    );
    socket.write(
      'content-length: 100000\r\n\r\n--b\r\ncontent-disposition: form-data; name="f"; filename="a.wav"\r\n\r\n',
    );
    return socket;
  });
  await watchLatency(() => sleep(2000));
  for (const socket of sockets) socket.destroy();
  await sleep(1500);
  say(`${counts.slow} slow connections were there, and went`);

  // A queue of renders, and orders that come all at once.
  const filmId = demo.at(-1).id;
  const renders = [];
  for (let i = 0; i < counts.renders; i++) {
    const wish = { filmId, format: 'png', width: 64, height: 36, at: i / 10 };
    const { status, text } = await askJson('POST', '/api/renders', wish);
    if (status === 201) renders.push(JSON.parse(text).id);
  }
  await watchLatency(() =>
    Promise.all(
      renders.map((id) =>
        ask(
          pick(['POST', 'POST', 'DELETE']),
          `/api/renders/${id}${pick(['/cancel', '/pause', '/resume', ''])}`,
        ),
      ),
    ),
  );
  say(`${renders.length} renders under as many orders at once`);
  for (const id of renders) await ask('DELETE', `/api/renders/${id}`);
  await askJson('POST', '/api/storage/clean', { emptyBin: true });

  // Exports and uploads at once.
  await watchLatency(() =>
    Promise.all(
      Array.from({ length: counts.parallel }, (_, i) =>
        i % 2
          ? ask('GET', `/api/films/${filmId}/exports/followers.csv?fps=30`, undefined, { deadline: 600_000 })
          : send('/api/assets', wav, 'a.wav'),
      ),
    ),
  );
  say(`${counts.parallel} exports and uploads at once`);

  if (memory() > 2e9) fail(`the server took ${(memory() / 1e9).toFixed(1)} GB`);
  say(`memory of the server at most ${(memory() / 1e6).toFixed(0)} MB`);
  await sleep(3000);
  const left = filesBelow(join(data, 'incoming'));
  if (left > 0) fail(`${left} files are left in incoming`);
  if (openFiles() > filesBefore + 30) fail(`${openFiles()} files are open, ${filesBefore} at the start`);
  say(`${left} files left in incoming, ${openFiles()} open (${filesBefore} at the start)`);

  // Kills in the middle of saves: what was acknowledged is there.
  let [acknowledged, lost] = [0, 0];
  const { id } = JSON.parse((await askJson('POST', '/api/films', { document: documents[0] })).text);
  for (let round = 0; round < counts.kills; round++) {
    let { revision } = JSON.parse((await ask('GET', `/api/films/${id}`)).text);
    let last;
    const kill = sleep(50 + nat(400)).then(() => server.kill('SIGKILL'));
    for (;;) {
      const document = {
        ...documents[0],
        artist: createHash('sha256').update(`${round} ${revision}`).digest('hex'),
      };
      const answer = await fetch(`${url}/api/films/${id}`, {
        method: 'PUT',
        headers: json,
        body: JSON.stringify({ document, revision }),
      }).catch(() => undefined);
      if (!answer?.ok) break;
      revision = (await answer.json().catch(() => undefined))?.revision;
      if (revision === undefined) break;
      acknowledged++;
      last = { revision, artist: document.artist };
    }
    await kill;
    await ended(server);
    await startServer();
    if (!last) continue;
    const now = JSON.parse((await ask('GET', `/api/films/${id}`)).text);
    // The one that was on its way when it was killed may be there, too.
    if (
      now.revision < last.revision ||
      (now.revision === last.revision && now.document.artist !== last.artist)
    )
      lost++;
  }
  if (lost > 0) fail(`${lost} acknowledged saves are lost`);
  say(`${counts.kills} kills in ${acknowledged} saves: ${lost} lost`);

  // An end that is asked for.
  const render = { filmId: demo[0].id, format: 'h264-mp4', width: 640, height: 360 };
  await askJson('POST', '/api/renders', render);
  await sleep(3000);
  const before = Date.now();
  server.kill('SIGTERM');
  await ended(server);
  const took = (Date.now() - before) / 1000;
  if (took > 10) fail(`it ends ${took.toFixed(1)} s after SIGTERM`);
  say(`it ends ${took.toFixed(1)} s after SIGTERM in the middle of a render`);

  const ratio = Math.max(...slowest) / Math.max(baseline, 5);
  say(`slowest list ${Math.max(...slowest).toFixed(0)} ms, quiet ${baseline.toFixed(1)} ms`);
  if (ratio > 20 && Math.max(...slowest) > 1000)
    fail(`a list took ${ratio.toFixed(0)} times as long as a quiet one`);
  say(`${(statSync(join(data, 'cyclogram.sqlite')).size / 1e6).toFixed(1)} MB of database`);
} finally {
  server?.kill('SIGKILL');
  rmSync(data, { recursive: true, force: true });
}
console.log(failures.length === 0 ? 'All held.' : `${failures.length} did not hold.`);
process.exitCode = failures.length === 0 ? 0 : 1;
