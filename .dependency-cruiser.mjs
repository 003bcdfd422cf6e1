/**
 * Floors of the core from the lowest up, with those that each may use: through their index, which says what there is.
 * Sound and pixels stand side by side.
 */
const floors = {
  contract: [],
  sound: ['contract'],
  pixels: ['contract'],
  picture: ['contract', 'sound', 'pixels'],
  film: ['contract', 'sound', 'pixels', 'picture'],
};
const core = '^packages/core/src';
/** Tests look at what they test, and what is only for tests at anything. */
const tests = '[.]test[.]tsx?$|/(testing|testFilm|testScene|testPasses)[.]ts$|^packages/core/src/bits/';

/** @type {import('dependency-cruiser').IConfiguration} */
export default {
  forbidden: [
    {
      name: 'no-circle',
      comment: 'What goes round in a circle cannot be understood from one end.',
      severity: 'error',
      from: { path: '^packages/(core|painter|server|web)/src' },
      to: { circular: true },
    },
    ...Object.entries(floors).map(([floor, below]) => ({
      name: `floor-${floor}`,
      comment: `${floor} may use ${below.join(', ') || 'no other floor'}, each through its index.`,
      severity: 'error',
      from: { path: `${core}/${floor}/`, pathNot: tests },
      to: {
        path: `${core}/`,
        pathNot: [`${core}/${floor}/`, ...below.map((other) => `${core}/${other}/index[.]ts$`)],
      },
    })),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '/dist/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'types', 'default'] },
  },
};
