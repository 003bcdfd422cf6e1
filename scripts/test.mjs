import { compilePackages, ensureBuild, ensureDebian, fetchPackages, root, run, start } from './ensure.mjs';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';

// Everything that has to hold: types, lint, unit and API tests, end-to-end tests.
// Ends with one line: N passed, N failed.

// Compiling takes two minutes of one processor: what needs no native package goes on beside it.
const compiled = fetchPackages() ? compilePackages() : Promise.resolve(true);
ensureDebian({
  ffmpeg: 'ffmpeg',
  chromium: 'chromium',
  'frozen-bubble-data': '/usr/share/games/frozen-bubble/snd/introzik.ogg',
});
ensureBuild();

const reports = join(root, 'test-results');
rmSync(reports, { recursive: true, force: true });
mkdirSync(reports, { recursive: true });
const read = (name) => {
  const path = join(reports, name);
  return existsSync(path) ? JSON.parse(readFileSync(path, 'utf8')) : undefined;
};

const counts = { passed: 0, failed: 0, skipped: 0 };
const add = (passed, failed, skipped = 0) => {
  counts.passed += passed;
  counts.failed += failed;
  counts.skipped += skipped;
};
/** A check that is one thing: it holds or not. */
const check = async (title, ...command) => {
  const held = await start(...command);
  console.log(`${title}: ${held ? 'passed' : 'failed'}`);
  add(held ? 1 : 0, held ? 0 : 1);
};

console.log('\nTypes, lint and format');
await Promise.all([
  check('Types', process.execPath, ['scripts/typecheck.mjs']),
  check('Lint and format', 'npm', ['run', '--silent', 'lint']),
]);
if (!(await compiled)) {
  console.error('npm could not compile the native packages; see above.');
  process.exit(1);
}

console.log('\nUnit and API tests');
const unitHeld = run('npx', [
  '--no-install',
  'vitest',
  'run',
  '--reporter=default',
  '--reporter=json',
  `--outputFile.json=${join(reports, 'unit.json')}`,
]);
const unit = read('unit.json');
if (unit) add(unit.numPassedTests, unit.numFailedTests, unit.numPendingTests);
// A file that cannot even be loaded counts no failed test.
if (!unitHeld && !(unit?.numFailedTests > 0)) add(0, 1);

console.log('\nEnd-to-end tests');
const env = { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: join(reports, 'e2e.json') };
const e2eHeld = run(
  'npx',
  ['--no-install', 'playwright', 'test', '-c', 'e2e/playwright.config.ts', '--reporter=list,json'],
  { env },
);
const e2e = read('e2e.json')?.stats;
if (e2e) add(e2e.expected, e2e.unexpected + e2e.flaky, e2e.skipped);
if (!e2eHeld && !(e2e?.unexpected > 0)) add(0, 1);

const skipped = counts.skipped > 0 ? `, ${counts.skipped} skipped` : '';
console.log(`\n${counts.passed} passed, ${counts.failed} failed${skipped}`);
process.exit(counts.failed > 0 || counts.passed === 0 ? 1 : 0);
