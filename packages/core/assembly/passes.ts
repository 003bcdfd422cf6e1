/**
 * What passes do to pixels, in AssemblyScript: compiled to WebAssembly by `npm run wasm`. Called from src/pass. Only
 * operations that have the same results everywhere are used: no relaxed ones.
 */
export { accumulate, addPixels, invert, premultiply, settleSums, unpremultiply, veil } from './passPixels';
export { averagePair, boxBlur, enlarge, halve } from './passBlur';
export { affine, fold, lens, mosaic, reflect, tiles, wobble } from './passWarp';
export { addLight, brightnessForm, layOutline, takeBright, takeForm } from './passLight';
export { pixelsTo420, pixelsTo444, spreadColor } from './passEncode';
export { planesToPixels } from './passPlanes';
export { drawSprites } from './passSprites';
export { curves, lookUp, mix, tones } from './passTone';
export { grain, scanLines, splitColors, vignette, wipe } from './passTexture';
export { addFaces, addLines, addPoints } from './faces';
export { paintFaces } from './raster';
export { addCircles, addOutline, addStroke, addStrokes, beginEdges } from './vectorEdges';
export { cutByEdges, fillEdges, fillSurface } from './vectorPaint';
export {
  divideAlpha,
  halveImage,
  laySurface,
  layWide,
  maskSurface,
  multiplyAlpha,
  narrow,
  replaceSurface,
  takeSurface,
  widen,
} from './surfaces';
