import { mkdtempSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { serve } from './serve';

/** Makes the demo once; each worker's server has a copy of it. Returns what cleans up. */
export default async function globalSetup(): Promise<() => Promise<void>> {
  const folder = mkdtempSync(join(tmpdir(), 'cyclogram-e2e-'));
  process.env['CYCLOGRAM_E2E'] = folder;
  const server = await serve(join(folder, 'demo'), '--demo');
  await server.close();
  return () => rm(folder, { recursive: true, force: true });
}
