import asc from 'assemblyscript/asc';
import { existsSync, readFileSync } from 'node:fs';

const options = ['--outFile', 'signal.wasm', '-O3', '--noAssert', '--runtime', 'stub', '--enable', 'simd'];

/** Source of a module of this folder, by the name the compiler asks for; null when it is not one. */
function sourceOf(name) {
  const file = new URL(name.replace(/^.*\//, ''), import.meta.url);
  return existsSync(file) ? readFileSync(file, 'utf8') : null;
}

/** The heavy work on signals as a module of TypeScript that holds its WebAssembly. @throws Error when it does not compile */
export async function compileSignal() {
  let code = new Uint8Array();
  const { error, stderr } = await asc.main(['signal.ts', ...options], {
    readFile: sourceOf,
    writeFile: (_name, contents) => (code = contents),
    listFiles: () => [],
  });
  if (error) throw new Error(stderr.toString());
  const lines = Buffer.from(code)
    .toString('hex')
    .match(/.{1,110}/g);
  return [
    '/** WebAssembly of assembly/signal.ts, in hex: made by `npm run wasm`. */',
    'export const signalCode =',
    ...lines.map((line, i) => `  '${line}'${i < lines.length - 1 ? ' +' : ';'}`),
    '',
  ].join('\n');
}
