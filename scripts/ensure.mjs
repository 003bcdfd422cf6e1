import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** What the commands of the README need before they can start: packages, tools, a build. */

export const root = fileURLToPath(new URL('..', import.meta.url));

/** Runs a command in the repository, its output shown. Returns whether it succeeded. */
export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  return result.status === 0;
}

/** Runs a command beside others; its output is shown when it has ended. Resolves to whether it succeeded. */
export const start = (command, args, options = {}) =>
  new Promise((resolve) => {
    const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'], ...options });
    const output = [];
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (bytes) => output.push(bytes));
    const end = (held) => {
      process.stdout.write(Buffer.concat(output));
      resolve(held);
    };
    child.on('error', () => end(false));
    child.on('close', (code) => end(code === 0));
  });

const fail = (sentence) => {
  console.error(sentence);
  process.exit(1);
};

const stamp = join(root, 'node_modules', '.cyclogram-lock');
const lock = () => readFileSync(join(root, 'package-lock.json'), 'utf8');
/** Where Node's own headers are installed, native packages need not look for them elsewhere. */
const npmEnv = () =>
  !process.env.npm_config_nodedir && existsSync('/usr/include/node/node.h')
    ? { ...process.env, npm_config_nodedir: '/usr' }
    : process.env;
const npmFailed = 'npm could not install the packages; see above.';

/**
 * Fetches the npm packages that package-lock.json names, unless they are there.
 * @returns whether native packages are still to be compiled, with `compilePackages`
 */
export function fetchPackages() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    fail(`Cyclogram needs Node.js 20.19 or newer; this is ${process.versions.node}.`);
  }
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock()) return false;
  console.log('Installing npm packages (a few minutes the first time)');
  const fetched = run('npm', ['ci', '--no-audit', '--no-fund', '--ignore-scripts'], { env: npmEnv() });
  if (!fetched) fail(npmFailed);
  return true;
}

/** Compiles native packages that were fetched. Resolves to whether it succeeded. */
export async function compilePackages() {
  const compiled = await start('npm', ['rebuild'], { env: npmEnv() });
  if (compiled) writeFileSync(stamp, lock());
  return compiled;
}

/** Installs the npm packages that package-lock.json names, unless they are there. */
export async function ensurePackages() {
  if (fetchPackages() && !(await compilePackages())) fail(npmFailed);
}

const onPath = (command) => spawnSync('sh', ['-c', `command -v ${command}`]).status === 0;

/**
 * Installs Debian packages that are missing, when we may.
 * @param wanted package name to a test for it: a command, or a path that starts with /
 */
export function ensureDebian(wanted) {
  const isThere = (test) => (test.startsWith('/') ? existsSync(test) : onPath(test));
  const missing = Object.keys(wanted).filter((name) => !isThere(wanted[name]));
  if (missing.length === 0) return true;
  const how = `apt-get install ${missing.join(' ')}`;
  if (!onPath('apt-get') || process.getuid?.() !== 0) {
    console.error(`Missing: ${missing.join(', ')}. Install with: sudo ${how}`);
    return false;
  }
  console.log(`Installing from Debian: ${missing.join(', ')}`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const installed =
    run('apt-get', ['update', '-qq'], { env }) &&
    run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...missing], { env });
  if (!installed) console.error(`Could not install ${missing.join(', ')}. Try: ${how}`);
  return installed;
}

/** Time of the newest file below a folder, in milliseconds. */
function newest(path) {
  const info = statSync(path, { throwIfNoEntry: false });
  if (!info) return 0;
  if (!info.isDirectory()) return info.mtimeMs;
  return Math.max(0, ...readdirSync(path).map((name) => newest(join(path, name))));
}

/** What is compiled to WebAssembly, and how it is called: made of packages/core/assembly, and not kept. */
const compiled = [
  'sound/signal/signalCode',
  'sound/signal/signalCalls',
  'contract/compiled/pictureCode',
  'contract/compiled/pictureCalls',
  'pixels/passCode',
  'pixels/passCalls',
].map((name) => join(root, 'packages/core/src', `${name}.ts`));

/** Compiles what runs as WebAssembly, unless it is newer than every source. */
export function ensureCompiled() {
  const made = compiled.map((path) => statSync(path, { throwIfNoEntry: false })?.mtimeMs ?? 0);
  if (Math.min(...made) > newest(join(root, 'packages/core/assembly'))) return;
  console.log('Compiling to WebAssembly');
  if (!run('npm', ['run', 'wasm', '--silent'])) fail('WebAssembly could not be compiled; see above.');
}

/** Builds server and interface, unless the last build is newer than every source. */
export function ensureBuild() {
  ensureCompiled();
  const sources = [
    'core/src',
    'painter/src',
    'server/src',
    'web/src',
    'web/public',
    'web/index.html',
    'server/build.mjs',
    'web/vite.config.ts',
  ];
  const changed = Math.max(
    newest(join(root, 'demo/src')),
    ...sources.map((path) => newest(join(root, 'packages', path))),
  );
  const built = ['server/dist/main.js', 'web/dist/index.html'].map(
    (path) => statSync(join(root, 'packages', path), { throwIfNoEntry: false })?.mtimeMs ?? 0,
  );
  if (Math.min(...built) > changed) return;
  console.log('Building');
  if (!run('npm', ['run', 'build', '--silent'])) fail('The build failed; see above.');
}
