import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

/** Folders of the core whose files each describe a kind of something that is to stay open to more. */
const folders = [
  'picture/layer',
  'picture/figure',
  'picture/path',
  'picture/pass',
  'picture/body',
  'film/drive/source',
  'sound/follower/kind',
];
/** Kinds of fields have their names in one table. */
const fields = 'contract/property/kind';
const core = new URL('../packages/core/src/', import.meta.url);

/** The folders of each kind, read from the files that describe them: two families may have a word in common. */
function foldersOfKinds() {
  const kinds = new Map();
  const add = (kind, folder) => kinds.set(kind, [...(kinds.get(kind) ?? []), folder]);
  for (const folder of folders) {
    for (const name of readdirSync(new URL(`${folder}/`, core))) {
      if (!name.endsWith('.ts') || name.endsWith('.test.ts')) continue;
      const text = readFileSync(new URL(`${folder}/${name}`, core), 'utf8');
      // Fields have a kind, too, but a key after it.
      for (const [, kind] of text.matchAll(/^ {2}kind: '(\w+)',\n {2}label:/gm)) add(kind, folder);
    }
  }
  const table = readFileSync(new URL(`${fields}/registry.ts`, core), 'utf8');
  for (const [, kind] of table.matchAll(/^ {2}(\w+): (?:\w+Field|listField\(.*),$/gm)) add(kind, fields);
  return kinds;
}

/** What fields are called: their kinds are common words, which other things than fields may say, too. */
const isField = (node) =>
  node.type === 'MemberExpression' &&
  node.object.type === 'Identifier' &&
  /^(field|item|of|one|run)$|Field$/.test(node.object.name);

/** `x.kind`, and `kind` taken out of something. */
const isKind = (node) =>
  (node.type === 'Identifier' && node.name === 'kind') ||
  (node.type === 'MemberExpression' && !node.computed && node.property.name === 'kind') ||
  (node.type === 'ChainExpression' && isKind(node.expression));

/**
 * Forbids asking whether something is of one kind of layer, figure, path, pass, body, source, follower or field outside the folder of these kinds:
 * what only one kind does belongs into its file, so that another kind needs no other place.
 */
export const foreignKinds = {
  meta: {
    type: 'problem',
    schema: [],
    messages: {
      foreign: "'{{kind}}' is a kind of packages/core/src/{{folder}}: let that say what is special about it.",
    },
  },
  create(context) {
    const kinds = foldersOfKinds();
    const file = context.filename;
    // What says its kind by a field of its own may share words with the families: mirrors of a figure, and of a picture.
    const own = /key: 'kind'/.test(context.sourceCode.text);
    const isOwn = (word) => own && new RegExp(`value: '${word}'|\\b${word}: '`).test(context.sourceCode.text);
    const check = (node, asked, value) => {
      const families = typeof value === 'string' && !isOwn(value) ? kinds.get(value) : undefined;
      if (!families || (families.every((folder) => folder === fields) && !isField(asked))) return;
      if (families.some((folder) => file.startsWith(fileURLToPath(new URL(`${folder}/`, core))))) return;
      context.report({ node, messageId: 'foreign', data: { kind: value, folder: families[0] } });
    };
    return {
      BinaryExpression(node) {
        if (!/^[!=]==?$/.test(node.operator)) return;
        if (isKind(node.left)) check(node, node.left, node.right.value);
        if (isKind(node.right)) check(node, node.right, node.left.value);
      },
      SwitchStatement({ discriminant, cases }) {
        if (!isKind(discriminant)) return;
        for (const one of cases) check(one, discriminant, one.test?.value);
      },
    };
  },
};
