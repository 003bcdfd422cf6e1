import { ensureCompiled, start } from './ensure.mjs';

ensureCompiled();
const held = await Promise.all([
  start('npx', ['--no-install', 'eslint', '.']),
  start('npx', ['--no-install', 'depcruise', '--config', '.dependency-cruiser.mjs', 'packages']),
  start('npx', ['--no-install', 'prettier', '--check', '--log-level', 'warn', '.']),
]);
process.exit(held.includes(false) ? 1 : 0);
