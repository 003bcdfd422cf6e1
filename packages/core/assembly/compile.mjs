import asc from 'assemblyscript/asc';
import { existsSync, readFileSync } from 'node:fs';
import prettier from 'prettier';
import { callsOf, runPointModule } from './calls.mjs';

const options = ['-O3', '--noAssert', '--runtime', 'stub', '--enable', 'simd'];

/** What is compiled: each file with the constant that holds its WebAssembly, and where that is written. */
export const compiledFiles = [
  { source: 'signal.ts', name: 'signalCode', out: 'src/sound/signal/signalCode.ts' },
  { source: 'picture.ts', name: 'pictureCode', out: 'src/contract/compiled/pictureCode.ts' },
  { source: 'passes.ts', name: 'passCode', out: 'src/pixels/passCode.ts' },
];

/** And how it is called: the interface, where it is written, and where that has the type of memory from. */
export const callFiles = [
  {
    source: 'signal.ts',
    name: 'SignalCode',
    out: 'src/sound/signal/signalCalls.ts',
    memory: '../../contract',
  },
  {
    source: 'picture.ts',
    name: 'PictureCode',
    out: 'src/contract/compiled/pictureCalls.ts',
    memory: './webAssembly',
  },
  {
    source: 'passes.ts',
    name: 'PassCode',
    out: 'src/pixels/passCalls.ts',
    memory: '../contract',
    structures: ['passTasks.ts', 'sceneTask.ts'],
  },
];

/** A module of TypeScript that calls the code of a file. */
export async function calls({ source, name, out, memory, structures }) {
  const options = await prettier.resolveConfig(new URL(`../${out}`, import.meta.url));
  return prettier.format(callsOf(source, name, memory, structures), { ...options, parser: 'typescript' });
}

/** Source of a module of this folder, by the name the compiler asks for; null when it is not one. */
function sourceOf(name) {
  if (name.endsWith('runPoint.ts')) return runPointModule();
  const file = new URL(name.replace(/^.*\//, ''), import.meta.url);
  return existsSync(file) ? readFileSync(file, 'utf8') : null;
}

/** A file as a module of TypeScript that holds its WebAssembly. @throws Error when it does not compile */
export async function compile({ source, name }) {
  let code = new Uint8Array();
  const { error, stderr } = await asc.main([source, '--outFile', 'out.wasm', ...options], {
    readFile: sourceOf,
    writeFile: (_name, contents) => (code = contents),
    listFiles: () => [],
  });
  if (error) throw new Error(stderr.toString());
  const lines = Buffer.from(code)
    .toString('hex')
    .match(/.{1,110}/g);
  return [
    `/** WebAssembly of assembly/${source}, in hex: made by \`npm run wasm\`. */`,
    `export const ${name} = [`,
    ...lines.map((line) => `  '${line}',`),
    "].join('');",
    '',
  ].join('\n');
}
