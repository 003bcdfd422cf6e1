import { ensureBuild, ensureDebian, ensurePackages, root } from './ensure.mjs';
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';

// Measures speed. The benchmarks are bundled like the server and run in Node.
await ensurePackages();
ensureDebian({ ffmpeg: 'ffmpeg', chromium: 'chromium', procps: 'ps' });
ensureBuild();
const { bundleForNode } = await import('../packages/server/build.mjs');
const out = join(root, 'bench', 'dist');
await bundleForNode(
  { main: join(root, 'bench', 'main.ts'), worker: join(root, 'packages/server/src/work/worker.ts') },
  out,
);
const result = spawnSync(process.execPath, [join(out, 'main.js'), ...process.argv.slice(2)], {
  cwd: root,
  stdio: 'inherit',
});
process.exit(result.status ?? 1);
