import { build } from 'esbuild';
import { fileURLToPath } from 'node:url';

const here = (path) => fileURLToPath(new URL(path, import.meta.url));

/** Packages of many small modules and nothing but JavaScript: as a part of the bundle, threads start in half the time. */
const bundled =
  /^(bidi-js|culori|dequal|earcut|gl-matrix|midi-file|opentype\.js|property-expr|saxes|tiny-case|toposort|xmlchars|yup)(\/|$)/;

/** Our own packages are bundled; what else is from the registry stays where it is. */
const ownPackages = {
  name: 'own-packages',
  setup(builder) {
    const folders = { core: '../core', painter: '../painter', demo: '../../demo' };
    // Not in the core's index, so that only what sets type loads the reader of typefaces.
    builder.onResolve({ filter: /^@cyclogram\/core\/typeface$/ }, () => ({
      path: here('../core/src/picture/typeface/readTypeface.ts'),
    }));
    builder.onResolve({ filter: /^@cyclogram\/[a-z]+$/ }, ({ path }) => ({
      path: here(`${folders[path.slice('@cyclogram/'.length)]}/src/index.ts`),
    }));
    builder.onResolve({ filter: /^[^./]/ }, ({ path, kind }) =>
      kind === 'entry-point' || bundled.test(path) ? undefined : { path, external: true },
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
    mainFields: ['module', 'main'],
    target: 'node20',
    format: 'esm',
    splitting: true,
    sourcemap: true,
    logLevel: 'warning',
    // Reading opentype.js takes both forms of it into account: that of Node's loader is not in the bundle.
    logOverride: { 'import-is-undefined': 'silent' },
    plugins: [ownPackages],
  });
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  await bundleForNode(
    {
      main: here('src/main.ts'),
      cli: here('src/cli/main.ts'),
      worker: here('src/work/worker.ts'),
      confined: here('src/work/confined.ts'),
    },
    here('dist'),
  );
}
