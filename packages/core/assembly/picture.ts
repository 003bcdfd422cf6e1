/**
 * The heavy work on pictures, and the functions of mathematics that they need, in AssemblyScript: compiled to
 * WebAssembly by `npm run wasm`. Called from src/math and src/pass.
 */
export { acos, asin, atan, atan2, cos, exp, log, pow, sin, tan } from './math';
export { invert, premultiply, unpremultiply } from './pixels';
