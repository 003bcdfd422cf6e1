import { root } from './ensure.mjs';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

// Writes docs/film.schema.json from the code.
const { bundleForNode } = await import('../packages/server/build.mjs');
const out = mkdtempSync(join(root, 'node_modules', '.schema-'));
await bundleForNode({ jsonSchema: join(root, 'packages/core/src/film/jsonSchema.ts') }, out);
const { filmJsonSchema } = await import(join(out, 'jsonSchema.js'));
writeFileSync(join(root, 'docs/film.schema.json'), JSON.stringify(filmJsonSchema(), null, 2) + '\n');
