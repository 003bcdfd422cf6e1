/**
 * What passes do to pixels, in AssemblyScript: compiled to WebAssembly by `npm run wasm`. Called from src/pass. Only
 * operations that have the same results everywhere are used: no relaxed ones.
 */
export { accumulate, addPixels, premultiply, settleSums, unpremultiply } from './passPixels';
export { averagePair, toFifteen, toSixteen } from './passAverage';
export { boxBlur, enlarge, halve } from './passBlur';
export { affine, fold, lens, reflect, splitColors, tiles, wobble } from './gather';
export { mosaic } from './passMosaic';
export { brightnessForm, layOutline, takeBright, takeForm } from './passLight';
export { contentBox } from './content';
export { pixelsTo420, pixelsTo444, spreadColor } from './passEncode';
export { planesToPixels } from './passPlanes';
export { drawSprites } from './passSprites';
export { runPoints } from './points';
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
  narrowDithered,
  replaceSurface,
  takeSurface,
  widen,
} from './surfaces';
