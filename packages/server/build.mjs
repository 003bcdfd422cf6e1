import { build } from 'esbuild';
import { fileURLToPath } from 'node:url';

// Our own packages are bundled; everything from the registry stays where it is.
const here = (path) => fileURLToPath(new URL(path, import.meta.url));
const ownPackages = {
  name: 'own-packages',
  setup(builder) {
    const folders = { core: '../core', painter: '../painter', demo: '../../demo' };
    builder.onResolve({ filter: /^@cyclogram\// }, ({ path }) => ({
      path: here(`${folders[path.slice('@cyclogram/'.length)]}/src/index.ts`),
    }));
    builder.onResolve({ filter: /^[^./]/ }, ({ path, kind }) =>
      kind === 'entry-point' ? undefined : { path, external: true },
    );
  },
};

await build({
  entryPoints: {
    main: here('src/main.ts'),
    cli: here('src/cli/main.ts'),
    worker: here('src/work/worker.ts'),
  },
  outdir: here('dist'),
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  splitting: true,
  sourcemap: true,
  logLevel: 'warning',
  plugins: [ownPackages],
});
