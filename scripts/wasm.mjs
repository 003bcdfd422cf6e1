import { root } from './ensure.mjs';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { compileSignal } from '../packages/core/assembly/compile.mjs';

// Compiles the heavy work on signals to WebAssembly, and writes it where the core reads it.
writeFileSync(join(root, 'packages/core/src/signal/signalCode.ts'), await compileSignal());
