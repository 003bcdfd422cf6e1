import { root } from './ensure.mjs';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { callFiles, calls, compile, compiledFiles } from '../packages/core/assembly/compile.mjs';

// Compiles the heavy work to WebAssembly, and writes it where the core reads it.
for (const file of compiledFiles) {
  writeFileSync(join(root, 'packages/core', file.out), await compile(file));
}
for (const file of callFiles) {
  writeFileSync(join(root, 'packages/core', file.out), await calls(file));
}
