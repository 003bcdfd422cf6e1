import { spawnSync } from 'node:child_process';
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

const fail = (sentence) => {
  console.error(sentence);
  process.exit(1);
};

/** Installs the npm packages that package-lock.json names, unless they are there. */
export function ensurePackages() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    fail(`Cyclogram needs Node.js 20.19 or newer; this is ${process.versions.node}.`);
  }
  const lock = readFileSync(join(root, 'package-lock.json'), 'utf8');
  const stamp = join(root, 'node_modules', '.cyclogram-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  console.log('Installing npm packages (a few minutes the first time)');
  const env = { ...process.env };
  // Where Node's own headers are installed, native packages need not look for them elsewhere.
  if (!env.npm_config_nodedir && existsSync('/usr/include/node/node.h')) env.npm_config_nodedir = '/usr';
  if (!run('npm', ['ci', '--no-audit', '--no-fund'], { env }))
    fail('npm could not install the packages; see above.');
  writeFileSync(stamp, lock);
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

/** Builds server and interface, unless the last build is newer than every source. */
export function ensureBuild() {
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
