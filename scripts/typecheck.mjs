import { ensureCompiled, run } from './ensure.mjs';
import { join } from 'node:path';

// The core knows neither the browser nor Node; the server's program takes in demo, tests and benchmarks,
// the interface's the painter. TypeScript's native compiler has a name of its own beside the one that the linter needs.
ensureCompiled();
const packages = ['core', 'server', 'web'];
const compiler = join('node_modules', 'typescript-native', 'bin', 'tsc');
const failed = packages.filter((name) => !run(process.execPath, [compiler, '-p', join('packages', name)]));
process.exit(failed.length > 0 ? 1 : 0);
