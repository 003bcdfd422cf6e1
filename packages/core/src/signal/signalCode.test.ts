import { readFile } from 'node:fs/promises';
import { describe, expect, it } from 'vitest';

describe('the compiled code', () => {
  it('is that of its source', async () => {
    // A variable, for it is plain JavaScript without types.
    const compiler = '../../assembly/compile.mjs';
    const { compileSignal } = (await import(compiler)) as { compileSignal: () => Promise<string> };
    const written = await readFile(new URL('signalCode.ts', import.meta.url), 'utf8');
    expect(written).toBe(await compileSignal());
  });
});
