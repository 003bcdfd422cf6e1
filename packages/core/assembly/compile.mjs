import asc from 'assemblyscript/asc';
import { readFileSync } from 'node:fs';

const source = readFileSync(new URL('signal.ts', import.meta.url), 'utf8');
const options = ['--outFile', 'signal.wasm', '-O3', '--noAssert', '--runtime', 'stub', '--enable', 'simd'];

/** The heavy work on signals as a module of TypeScript that holds its WebAssembly. @throws Error when it does not compile */
export async function compileSignal() {
  let code = new Uint8Array();
  const { error, stderr } = await asc.main(['signal.ts', ...options], {
    readFile: (name) => (name.endsWith('/signal.ts') || name === 'signal.ts' ? source : null),
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
