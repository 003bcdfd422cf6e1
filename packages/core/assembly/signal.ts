/**
 * The heavy work on signals, in AssemblyScript: compiled to WebAssembly by `npm run wasm`. Addresses and
 * tables are made by audio/addMono.ts and separate.ts, spectrum/segmentTransform.ts, songSpectrum/halve.ts and cutSegments.ts.
 */
export { halve } from './halve';
export { bandLevels } from './levels';
export { addPcm } from './pcm';
export { putRows } from './rows';
export { powers } from './segments';
export { separate } from './separate';
export { averageRows, followRows, holdRows, mapRows, spreadRows, swingRows } from './settle';
