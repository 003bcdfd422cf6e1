import { readFile } from 'node:fs/promises';
import { expect, it } from 'vitest';

interface CompiledFile {
  source: string;
  name: string;
  out: string;
}

const compiler = (await import(new URL('../../../assembly/compile.mjs', import.meta.url).href)) as {
  compiledFiles: CompiledFile[];
  compile: (file: CompiledFile) => Promise<string>;
  callFiles: CompiledFile[];
  calls: (file: CompiledFile) => Promise<string>;
};

it.each(compiler.compiledFiles.map((file) => [file.source, file] as const))(
  'the compiled code of assembly/%s is as its source says; `npm run wasm` writes it',
  async (_source, file) => {
    const written = await readFile(new URL(`../../../${file.out}`, import.meta.url), 'utf8');
    expect(written).toBe(await compiler.compile(file));
  },
);

it.each(compiler.callFiles.map((file) => [file.source, file] as const))(
  'and so are the calls of assembly/%s',
  async (_source, file) => {
    const written = await readFile(new URL(`../../../${file.out}`, import.meta.url), 'utf8');
    expect(written).toBe(await compiler.calls(file));
  },
);
