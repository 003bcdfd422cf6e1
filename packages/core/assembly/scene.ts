/**
 * The rasteriser of scenes, in AssemblyScript: compiled to WebAssembly by `npm run wasm`. Called from src/scene. Only
 * operations that have the same results everywhere are used: no relaxed ones.
 */
export { addFaces, addLines, addPoints } from './faces';
export { paintFaces } from './raster';
