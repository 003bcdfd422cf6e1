import { ensureBuild, ensureDebian, ensurePackages, root } from './ensure.mjs';
import { spawn } from 'node:child_process';
import { join } from 'node:path';

// Installs what is missing, builds, and serves the application with the demo's songs and films.
await ensurePackages();
if (!ensureDebian({ ffmpeg: 'ffmpeg' })) {
  console.error('Without ffmpeg Cyclogram can neither read songs nor write videos.');
  process.exit(1);
}
ensureBuild();
const env = { CYCLOGRAM_DATA: join(root, 'data'), ...process.env };
const server = spawn(process.execPath, ['packages/server/dist/main.js', '--demo'], {
  cwd: root,
  stdio: 'inherit',
  env,
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 1));
