import { readFileSync } from 'node:fs';
import ts from 'typescript';

/**
 * How TypeScript calls the compiled code: the types of what a file of this folder exports, and of the structures in memory
 * that these functions take, with functions that write them.
 */

/** Bytes and setter of a type; addresses are 32 bits wide. */
const kinds = {
  usize: { bytes: 4, set: 'setUint32' },
  u32: { bytes: 4, set: 'setUint32' },
  i32: { bytes: 4, set: 'setInt32' },
  f32: { bytes: 4, set: 'setFloat32' },
  f64: { bytes: 8, set: 'setFloat64' },
};

/** Structures stand one after another from here on, each at a place of its own: behind what the compiled code keeps itself. */
const firstAt = { 'tasks.ts': 1024, 'passTasks.ts': 32768 };

const parse = (name) =>
  ts.createSourceFile(
    name,
    readFileSync(new URL(name, import.meta.url), 'utf8'),
    ts.ScriptTarget.Latest,
    true,
  );
const commentOf = (node) => {
  // Of a file's first structure the last one; the one before it is of the file.
  return node.jsDoc?.at(-1)?.getText() ?? '';
};
const pad = (offset, bytes) => Math.ceil(offset / bytes) * bytes;

/** The structures of a file, laid out as the compiler lays out classes: each field at a multiple of its size. */
function structuresOf(file) {
  return parse(file)
    .statements.filter(ts.isClassDeclaration)
    .map((one) => {
      let offset = 0;
      const fields = one.members.map((member) => {
        const type = member.type.getText();
        const { bytes, set } = kinds[type] ?? kinds.usize;
        offset = pad(offset, bytes);
        const field = { name: member.name.text, type, set, offset, comment: commentOf(member) };
        offset += bytes;
        return field;
      });
      return { name: one.name.text, fields, comment: commentOf(one), bytes: pad(offset, 8) };
    });
}

/** The type by which a value is given from outside. */
const typeOf = (type) => (kinds[type] ? 'number' : `Pointer<'${type.replace(' | null', '')}'>`);
const isOptional = (type) => type.endsWith('| null');

const exportLines = (source) => parse(source).statements.filter(ts.isExportDeclaration);
const fileOf = (line) => line.moduleSpecifier.text.replace(/^\.\//, '');

/** What a file exports: functions with their parameters, followed into the files they come from. */
function exportsOf(source) {
  return exportLines(source).flatMap((line) => {
    const from = parse(`${fileOf(line)}.ts`);
    const wanted = line.exportClause.elements.map((element) => element.name.text);
    const functions = from.statements.filter(ts.isFunctionDeclaration);
    return wanted.map((name) => functions.find((one) => one.name.text === name));
  });
}

/** What the functions of some files are told that stands beside them, in the order of their lines. */
const ownTasksOf = (sources) => {
  const files = sources.flatMap((source) => exportLines(source).map((line) => `${fileOf(line)}.ts`));
  return [...new Set(files)].flatMap((file) =>
    structuresOf(file).filter(({ name }) => name.endsWith('Task')),
  );
};

/** Where passes that look at one pixel alone have their numbers from. */
const pointsFile = 'pointPasses.ts';

/** The module that calls one of them by its number. */
export function runPointModule() {
  const lines = exportLines(pointsFile).map((line) => {
    const tasks = ownTasksOf([pointsFile]).map(({ name }) => name);
    const text = parse(`${fileOf(line)}.ts`).text;
    const own = tasks.filter((name) => text.includes(`class ${name} `));
    const names = line.exportClause.elements.map((element) => element.name.text);
    return { names, own, from: line.moduleSpecifier.text };
  });
  const owned = new Map(lines.flatMap(({ own, from }) => own.map((name) => [name, from])));
  const calls = exportsOf(pointsFile).map((one, number) => {
    const given = one.parameters.slice(1).map(({ name }) => name.getText());
    const task = one.parameters[0].type.getText();
    return `if (kind == ${number}) ${one.name.text}(changetype<${task}>(told), ${given.join(', ')});`;
  });
  return [
    ...lines.map(({ names, from }) => `import { ${names.join(', ')} } from '${from}';`),
    ...[...owned].map(([name, from]) => `import { ${name} } from '${from}';`),
    'export function runPoint(kind: i32, told: usize, x: i32, y: i32, bytes: usize): void {',
    calls.join(' else '),
    '}',
  ].join('\n');
}

const signatureOf = (one) => {
  const parameters = one.parameters.map(({ name, type }) => `${name.getText()}: ${typeOf(type.getText())}`);
  return `  ${one.name.text}(${parameters.join(', ')}): ${one.type.getText() === 'void' ? 'void' : 'number'};`;
};

function writeStructure({ name, fields, comment }, at) {
  const optional = (type) => (isOptional(type) ? '?' : '');
  const value = ({ name, type }) => (isOptional(type) ? `${name} ?? 0` : name);
  const lines = fields.map((field) => [
    ...(field.comment ? [`  ${field.comment}`] : []),
    `  ${field.name}${optional(field.type)}: ${typeOf(field.type)}${isOptional(field.type) ? ' | undefined' : ''};`,
  ]);
  const place = at === undefined ? '  at: number,\n' : '';
  return [
    comment,
    `export interface ${name} {`,
    ...lines.flat(),
    '}',
    ...(at === undefined ? [`export const bytesOf${name} = ${fields.at(-1).offset + 4};`] : []),
    `export function put${name}(buffer: ArrayBuffer,\n${place}values: ${name}): Pointer<'${name}'> {`,
    `  const view = new DataView(buffer, ${at ?? 'at'});`,
    ...fields.map((field) => `  view.${field.set}(${field.offset}, values.${value(field)}, true);`),
    `  return ${at ?? 'at'} as Pointer<'${name}'>;`,
    '}',
    '',
  ];
}

/**
 * The module that calls the code compiled from a file.
 * @param name of its interface
 * @param files with structures that several functions take; what only one takes stands beside it
 */
export function callsOf(source, name, memory, files = ['tasks.ts']) {
  const functions = exportsOf(source);
  const isTask = (one) => one.name.endsWith('Task');
  const used = functions.some((one) => one.parameters.some(({ type }) => !kinds[type.getText()]));
  const points = functions.some((one) => one.name.text === 'runPoints') ? exportsOf(pointsFile) : [];
  const sources = points.length > 0 ? [source, pointsFile] : [source];
  const shared = used ? files.flatMap(structuresOf) : [];
  const known = new Set(shared.map(({ name }) => name));
  const tasks = used ? [...shared, ...ownTasksOf(sources).filter(({ name }) => !known.has(name))] : [];
  let next = firstAt[files[0]];
  const written = tasks.flatMap((one) => {
    if (!isTask(one)) return writeStructure(one);
    const at = next;
    next += pad(one.bytes, 16);
    return writeStructure(one, at);
  });
  return [
    `/** Calls of the compiled code of assembly/${source}: made from it by \`npm run wasm\`. */`,
    '',
    `import type { CodeMemory } from '${memory}';`,
    '',
    ...(used
      ? [
          '/** The address of a structure that has been written. */',
          'export type Pointer<Name extends string> = number & { readonly structure: Name };',
          '',
        ]
      : []),
    ...written,
    ...(used ? ['/** Where structures end. */', `export const tasksEnd = ${next};`, ''] : []),
    ...(points.length > 0
      ? [
          '/** Numbers of the passes that look at one pixel alone: see assembly/pointPasses.ts. */',
          'export const pointNumbers = {',
          ...points.map((one, number) => `  ${one.name.text}: ${number},`),
          '} as const;',
          '',
        ]
      : []),
    `export interface ${name} {`,
    '  memory: CodeMemory;',
    ...functions.map(signatureOf),
    '}',
    '',
  ].join('\n');
}
