import { ensureBuild, ensureDebian, ensurePackages, root } from './ensure.mjs';
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';

// The command line. Paths are taken from where the command was given.
await ensurePackages();
ensureDebian({ ffmpeg: 'ffmpeg' });
ensureBuild();
const env = { CYCLOGRAM_DATA: join(root, 'data'), ...process.env };
const cwd = process.env.INIT_CWD ?? process.cwd();
const cli = join(root, 'packages/server/dist/cli.js');
const result = spawnSync(process.execPath, [cli, ...process.argv.slice(2)], { cwd, stdio: 'inherit', env });
process.exit(result.status ?? 1);
