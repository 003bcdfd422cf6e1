import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { ensureBuild, ensureDebian, ensurePackages } from './ensure.mjs';

// Does to the server what strangers, crashes and crowds do, on this machine and a folder of its own, and says what held.
// --short takes some minutes; names of parts (files films crowds kills disk) run these alone. See docs/reliability.md.
const short = process.argv.includes('--short');
const seed = Number(process.argv.find((one) => one.startsWith('--seed='))?.slice(7) ?? 28);
const named = process.argv.slice(2).filter((one) => !one.startsWith('--'));
const runs = (part) => named.length === 0 || named.includes(part);
const counts = short
  ? {
      uploads: 150,
      films: 400,
      drawn: 12,
      fonts: 40,
      kills: 10,
      disks: 3,
      slow: 50,
      renders: 20,
      parallel: 8,
    }
  : {
      ...{
        uploads: 2000,
        films: 2500,
        drawn: 300,
        fonts: 300,
        kills: 100,
        disks: 12,
        slow: 50,
        renders: 200,
      },
      parallel: 20,
    };

await ensurePackages();
ensureDebian({ ffmpeg: 'ffmpeg' });
ensureBuild();
const { randomOf } = await import('./stress/random.mjs');
const { fail, failures, filesBelow, median, say, Server } = await import('./stress/server.mjs');
const { strangeFiles, strangeFilms } = await import('./stress/strangers.mjs');
const { allAtOnce, longQueue, slowConnections } = await import('./stress/crowds.mjs');
const { askedToEnd, kills } = await import('./stress/kills.mjs');
const { fullDisk } = await import('./stress/fullDisk.mjs');

const random = randomOf(seed);
const folder = mkdtempSync(join(tmpdir(), 'cyclogram-stress-'));
const data = join(folder, 'data');
const server = new Server(data, true);
try {
  await server.start();
  say('the demo is there');
  const quiet = [];
  for (let i = 0; i < 30; i++) {
    const start = performance.now();
    await server.ask('GET', '/api/films');
    quiet.push(performance.now() - start);
  }
  const filesBefore = server.openFiles;
  const { films: demo } = await server.get('/api/films');
  const documents = [];
  for (const { id } of demo) documents.push((await server.get(`/api/films/${id}`)).document);
  const filmId = demo.at(-1).id;
  const withFootage = documents.find(({ footage = [] }) => footage.length > 0);

  if (runs('files')) {
    const packed = await (await fetch(`${server.url}/api/films/${filmId}/package`)).arrayBuffer();
    await strangeFiles(server, counts, random, Buffer.from(packed));
  }
  if (runs('films')) await strangeFilms(server, counts, random, documents);
  if (runs('crowds')) {
    await slowConnections(server, counts.slow);
    await longQueue(server, counts, random, filmId);
    await allAtOnce(server, counts.parallel, filmId, withFootage?.footage[0].source.asset);
  }
  await sleep(3000);
  const left = filesBelow(join(data, 'incoming'));
  if (left > 0) fail(`${left} files are left in incoming`);
  if (server.openFiles > filesBefore + 30)
    fail(`${server.openFiles} files are open, ${filesBefore} at the start`);
  say(`${left} files left in incoming, ${server.openFiles} open (${filesBefore} at the start)`);
  if (runs('kills')) await kills(server, random, { rounds: counts.kills, document: documents[0], filmId });
  await askedToEnd(server, demo[0].id);

  if (server.mostMemory > 2e9)
    fail(`the server and what it started took ${(server.mostMemory / 1e9).toFixed(1)} GB`);
  say(`memory of the server and what it started at most ${(server.mostMemory / 1e6).toFixed(0)} MB`);
  const [slowest, baseline] = [Math.max(0, ...server.latencies), Math.max(5, median(quiet))];
  say(`slowest list ${slowest.toFixed(0)} ms, quiet ${median(quiet).toFixed(1)} ms`);
  if (slowest > 20 * baseline && slowest > 1000)
    fail(`a list took ${(slowest / baseline).toFixed(0)} times as long as a quiet one`);
  say(`${(statSync(join(data, 'cyclogram.sqlite')).size / 1e6).toFixed(1)} MB of database`);
  if (runs('disk')) await fullDisk(join(folder, 'disk'), counts.disks);

  // Nobody who was started works on.
  await sleep(1000);
  const processes = execFileSync('ps', ['-eo', 'pid=,args='], { encoding: 'utf8' }).split('\n');
  const working = processes.filter((line) => line.includes(folder) && !/^\s*\d+ ps /.test(line));
  if (working.length > 0) fail(`processes are left: ${working.join('; ')}`);
} finally {
  server.child?.kill('SIGKILL');
  rmSync(folder, { recursive: true, force: true });
}
console.log(failures.length === 0 ? 'All held.' : `${failures.length} did not hold.`);
process.exitCode = failures.length === 0 ? 0 : 1;
