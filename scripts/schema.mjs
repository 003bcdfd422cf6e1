import { root } from './ensure.mjs';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { format } from 'prettier';

// Writes docs/film.schema.json, and the example and the tables in docs/film-format.md, from the code.
const { bundleForNode } = await import('../packages/server/build.mjs');
const out = mkdtempSync(join(root, 'node_modules', '.schema-'));
const source = (name) => join(root, 'packages/core/src', `${name}.ts`);
try {
  const entries = {
    jsonSchema: source('film/document/jsonSchema'),
    exampleFilm: source('film/document/exampleFilm'),
    formatTables: source('film/document/formatTables'),
  };
  await bundleForNode(entries, out);
  const { filmJsonSchema } = await import(join(out, 'jsonSchema.js'));
  const { exampleFilm } = await import(join(out, 'exampleFilm.js'));
  const { formatTables, versionSentence } = await import(join(out, 'formatTables.js'));
  const schema = JSON.stringify(filmJsonSchema(), null, 2);
  writeFileSync(
    join(root, 'docs/film.schema.json'),
    await format(schema, { parser: 'json', printWidth: 110 }),
  );
  const page = join(root, 'docs/film-format.md');
  const example = '```json\n' + JSON.stringify(exampleFilm(), null, 2) + '\n```';
  const text = readFileSync(page, 'utf8')
    .replace(/`version` is \d+\. Films of versions 1 to \d+ are read/, versionSentence)
    .replace(/```json\n[^]*?```/, () => example)
    .replace(/(<!-- made by npm run schema -->)[^]*(<!-- end -->)/, (_all, start, end) =>
      [
        start,
        '',
        // Not padded: a new field changes its own line only.
        '<!-- prettier-ignore-start -->',
        '',
        formatTables(),
        '',
        '<!-- prettier-ignore-end -->',
        '',
        end,
      ].join('\n'),
    );
  writeFileSync(page, await format(text, { parser: 'markdown', printWidth: 120, proseWrap: 'preserve' }));
} finally {
  rmSync(out, { recursive: true, force: true });
}
