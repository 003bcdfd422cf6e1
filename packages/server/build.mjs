import { build } from 'esbuild';
import { fileURLToPath } from 'node:url';

const here = (path) => fileURLToPath(new URL(path, import.meta.url));

/** Our own packages are bundled; everything from the registry stays where it is. */
const ownPackages = {
  name: 'own-packages',
  setup(builder) {
    const folders = { core: '../core', painter: '../painter', demo: '../../demo' };
    // Not in the core's index, so that only what sets type loads the reader of typefaces.
    builder.onResolve({ filter: /^@cyclogram\/core\/typeface$/ }, () => ({
      path: here('../core/src/typeface/readTypeface.ts'),
    }));
    builder.onResolve({ filter: /^@cyclogram\/[a-z]+$/ }, ({ path }) => ({
      path: here(`${folders[path.slice('@cyclogram/'.length)]}/src/index.ts`),
    }));
    builder.onResolve({ filter: /^[^./]/ }, ({ path, kind }) =>
      kind === 'entry-point' ? undefined : { path, external: true },
    );
  },
};

/**
 * Bundles TypeScript for Node.
 * @param entryPoints name of each output to its source
 */
export function bundleForNode(entryPoints, outdir) {
  return build({
    entryPoints,
    outdir,
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    splitting: true,
    sourcemap: true,
    logLevel: 'warning',
    plugins: [ownPackages],
  });
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  await bundleForNode(
    { main: here('src/main.ts'), cli: here('src/cli/main.ts'), worker: here('src/work/worker.ts') },
    here('dist'),
  );
}
