import { root } from './ensure.mjs';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

// Writes docs/film.schema.json, and the example in docs/film-format.md, from the code.
const { bundleForNode } = await import('../packages/server/build.mjs');
const out = mkdtempSync(join(root, 'node_modules', '.schema-'));
const source = (name) => join(root, 'packages/core/src/film', `${name}.ts`);
try {
  await bundleForNode({ jsonSchema: source('jsonSchema'), exampleFilm: source('exampleFilm') }, out);
  const { filmJsonSchema } = await import(join(out, 'jsonSchema.js'));
  const { exampleFilm } = await import(join(out, 'exampleFilm.js'));
  writeFileSync(join(root, 'docs/film.schema.json'), JSON.stringify(filmJsonSchema(), null, 2) + '\n');
  const page = join(root, 'docs/film-format.md');
  const example = '```json\n' + JSON.stringify(exampleFilm(), null, 2) + '\n```';
  writeFileSync(
    page,
    readFileSync(page, 'utf8').replace(/```json\n[^]*?```/, () => example),
  );
} finally {
  rmSync(out, { recursive: true, force: true });
}
