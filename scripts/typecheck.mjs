import { run } from './ensure.mjs';

const packages = ['core', 'painter', 'server', 'web'];
const failed = packages.filter((name) => !run('npx', ['--no-install', 'tsc', '-p', `packages/${name}`]));
process.exit(failed.length > 0 ? 1 : 0);
