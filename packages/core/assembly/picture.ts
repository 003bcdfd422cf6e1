/**
 * The functions of mathematics that pictures need, in AssemblyScript: compiled to WebAssembly by `npm run wasm`.
 * Called from src/math.
 */
export { acos, asin, atan, atan2, cos, exp, log, pow, sin, tan } from './math';
