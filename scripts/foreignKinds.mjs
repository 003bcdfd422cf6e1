import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

/** Folders of the core whose files each describe a kind of something that is to stay open to more. */
const folders = ['layer', 'figure', 'path', 'pass', 'body', 'drive/source', 'follower/kind'];
const core = new URL('../packages/core/src/', import.meta.url);

/** The folder of each kind, read from the files that describe them. */
function foldersOfKinds() {
  const kinds = new Map();
  for (const folder of folders) {
    for (const name of readdirSync(new URL(`${folder}/`, core))) {
      if (!name.endsWith('.ts') || name.endsWith('.test.ts')) continue;
      const text = readFileSync(new URL(`${folder}/${name}`, core), 'utf8');
      // Fields have a kind, too, but a key after it.
      for (const [, kind] of text.matchAll(/^ {2}kind: '(\w+)',\n {2}label:/gm)) kinds.set(kind, folder);
    }
  }
  return kinds;
}

/** The kinds of fields are a language of their own, which some share a word with. */
const isField = ({ name }) => name === 'field' || name === 'item';

/** `x.kind`, and `kind` taken out of something. */
const isKind = (node) =>
  (node.type === 'Identifier' && node.name === 'kind') ||
  (node.type === 'MemberExpression' &&
    !node.computed &&
    node.property.name === 'kind' &&
    !isField(node.object)) ||
  (node.type === 'ChainExpression' && isKind(node.expression));

/**
 * Forbids asking whether something is of one kind of layer, figure, path, pass, body, source or follower outside the folder of these kinds:
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
    const check = (node, value) => {
      const folder = typeof value === 'string' ? kinds.get(value) : undefined;
      if (!folder || file.startsWith(fileURLToPath(new URL(`${folder}/`, core)))) return;
      context.report({ node, messageId: 'foreign', data: { kind: value, folder } });
    };
    return {
      BinaryExpression(node) {
        if (!/^[!=]==?$/.test(node.operator)) return;
        if (isKind(node.left)) check(node, node.right.value);
        if (isKind(node.right)) check(node, node.left.value);
      },
      SwitchStatement({ discriminant, cases }) {
        if (!isKind(discriminant)) return;
        for (const one of cases) check(one, one.test?.value);
      },
    };
  },
};
