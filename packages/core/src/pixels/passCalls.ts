/** Calls of the compiled code of assembly/passes.ts: made from it by `npm run wasm`. */

import type { CodeMemory } from '../contract';

/** The address of a structure that has been written. */
export type Pointer<Name extends string> = number & { readonly structure: Name };

/** Pixels that are read, and where the new ones go: both `width` x `height` pixels of four values of 16 bits. */
export interface ImageTask {
  from: number;
  to: number;
  width: number;
  height: number;
  /** What lies beyond: 0 nothing, 1 the outermost pixels, 2 the same mirrored. */
  edges: number;
}
export function putImageTask(buffer: ArrayBuffer, values: ImageTask): Pointer<'ImageTask'> {
  const view = new DataView(buffer, 32768);
  view.setUint32(0, values.from, true);
  view.setUint32(4, values.to, true);
  view.setInt32(8, values.width, true);
  view.setInt32(12, values.height, true);
  view.setInt32(16, values.edges, true);
  return 32768 as Pointer<'ImageTask'>;
}

/** A blur by boxes, one after another, along rows and columns, in place. */
export interface BoxTask {
  /** Whole pixels of a box on each side of its middle. */
  reach: number;
  /** How much of the pixels after those counts, 0 to 1. */
  rim: number;
  /** Room for two times four lines, 64 pixels of padding included for each: four floats a pixel. */
  room: number;
}
export function putBoxTask(buffer: ArrayBuffer, values: BoxTask): Pointer<'BoxTask'> {
  const view = new DataView(buffer, 32800);
  view.setInt32(0, values.reach, true);
  view.setFloat32(4, values.rim, true);
  view.setUint32(8, values.room, true);
  return 32800 as Pointer<'BoxTask'>;
}

/** The average of two copies of a picture, each found through a matrix: x' = a x + c y + e, y' = b x + d y + f. */
export interface PairTask {
  a0: number;
  b0: number;
  c0: number;
  d0: number;
  e0: number;
  f0: number;
  a1: number;
  b1: number;
  c1: number;
  d1: number;
  e1: number;
  f1: number;
  /** Pixels that are written: from left and top to before right and bottom. */
  left: number;
  top: number;
  right: number;
  bottom: number;
}
export function putPairTask(buffer: ArrayBuffer, values: PairTask): Pointer<'PairTask'> {
  const view = new DataView(buffer, 32816);
  view.setFloat32(0, values.a0, true);
  view.setFloat32(4, values.b0, true);
  view.setFloat32(8, values.c0, true);
  view.setFloat32(12, values.d0, true);
  view.setFloat32(16, values.e0, true);
  view.setFloat32(20, values.f0, true);
  view.setFloat32(24, values.a1, true);
  view.setFloat32(28, values.b1, true);
  view.setFloat32(32, values.c1, true);
  view.setFloat32(36, values.d1, true);
  view.setFloat32(40, values.e1, true);
  view.setFloat32(44, values.f1, true);
  view.setInt32(48, values.left, true);
  view.setInt32(52, values.top, true);
  view.setInt32(56, values.right, true);
  view.setInt32(60, values.bottom, true);
  return 32816 as Pointer<'PairTask'>;
}

/** A round glass. */
export interface LensTask {
  x: number;
  y: number;
  radius: number;
  /** Share of the radius over which it goes back to what lies around it. */
  rim: number;
  zoom: number;
}
export function putLensTask(buffer: ArrayBuffer, values: LensTask): Pointer<'LensTask'> {
  const view = new DataView(buffer, 32880);
  view.setFloat32(0, values.x, true);
  view.setFloat32(4, values.y, true);
  view.setFloat32(8, values.radius, true);
  view.setFloat32(12, values.rim, true);
  view.setFloat32(16, values.zoom, true);
  return 32880 as Pointer<'LensTask'>;
}

/** Every pixel found elsewhere, by noise. */
export interface WobbleTask {
  amount: number;
  /** Pixels from one value of noise to the next. */
  size: number;
  detail: number;
  seed: number;
  /** Which noise: its place in time, in steps. */
  phase: number;
  left: number;
  top: number;
  /** Pixels from one reading of noise to the next. */
  grid: number;
  /** Room for three rows of readings: two floats each. */
  room: number;
  /** Room for a float for each value of the finest noise along a row, and four more. */
  corners: number;
}
export function putWobbleTask(buffer: ArrayBuffer, values: WobbleTask): Pointer<'WobbleTask'> {
  const view = new DataView(buffer, 32912);
  view.setFloat32(0, values.amount, true);
  view.setFloat32(4, values.size, true);
  view.setInt32(8, values.detail, true);
  view.setUint32(12, values.seed, true);
  view.setFloat32(16, values.phase, true);
  view.setFloat32(20, values.left, true);
  view.setFloat32(24, values.top, true);
  view.setInt32(28, values.grid, true);
  view.setUint32(32, values.room, true);
  view.setUint32(36, values.corners, true);
  return 32912 as Pointer<'WobbleTask'>;
}

/** Sectors around a point, every other one mirrored. */
export interface FoldTask {
  x: number;
  y: number;
  /** Radians. */
  angle: number;
  sector: number;
  turn: number;
}
export function putFoldTask(buffer: ArrayBuffer, values: FoldTask): Pointer<'FoldTask'> {
  const view = new DataView(buffer, 32960);
  view.setFloat32(0, values.x, true);
  view.setFloat32(4, values.y, true);
  view.setFloat32(8, values.angle, true);
  view.setFloat32(12, values.sector, true);
  view.setFloat32(16, values.turn, true);
  return 32960 as Pointer<'FoldTask'>;
}

/** A picture repeated. */
export interface TilesTask {
  x: number;
  y: number;
  columns: number;
  rows: number;
  mirrored: number;
  /** Size of what is repeated. */
  width: number;
  height: number;
}
export function putTilesTask(buffer: ArrayBuffer, values: TilesTask): Pointer<'TilesTask'> {
  const view = new DataView(buffer, 32992);
  view.setFloat32(0, values.x, true);
  view.setFloat32(4, values.y, true);
  view.setFloat32(8, values.columns, true);
  view.setFloat32(12, values.rows, true);
  view.setInt32(16, values.mirrored, true);
  view.setFloat32(20, values.width, true);
  view.setFloat32(24, values.height, true);
  return 32992 as Pointer<'TilesTask'>;
}

/** Cells of one colour. */
export interface MosaicTask {
  x: number;
  y: number;
  width: number;
  height: number;
}
export function putMosaicTask(buffer: ArrayBuffer, values: MosaicTask): Pointer<'MosaicTask'> {
  const view = new DataView(buffer, 33024);
  view.setFloat32(0, values.x, true);
  view.setFloat32(4, values.y, true);
  view.setFloat32(8, values.width, true);
  view.setFloat32(12, values.height, true);
  return 33024 as Pointer<'MosaicTask'>;
}

/** Light taken from what is bright, small. */
export interface BrightTask {
  /** Pixels of four bytes, multiplied by opacity, and their size. */
  pixels: number;
  wide: number;
  tall: number;
  /** Where the light goes: 16 bits a value, in proportion to energy. */
  light: number;
  /** Room for a row of the small picture: four floats a pixel, and one more. */
  room: number;
  /** Size of a block that becomes a pixel. */
  block: number;
  /** Size of the small picture. */
  width: number;
  height: number;
  /** Where brightness begins to count, and where it counts wholly, encoded, 0 to 1. */
  low: number;
  high: number;
}
export function putBrightTask(buffer: ArrayBuffer, values: BrightTask): Pointer<'BrightTask'> {
  const view = new DataView(buffer, 33040);
  view.setUint32(0, values.pixels, true);
  view.setInt32(4, values.wide, true);
  view.setInt32(8, values.tall, true);
  view.setUint32(12, values.light, true);
  view.setUint32(16, values.room, true);
  view.setInt32(20, values.block, true);
  view.setInt32(24, values.width, true);
  view.setInt32(28, values.height, true);
  view.setFloat32(32, values.low, true);
  view.setFloat32(36, values.high, true);
  return 33040 as Pointer<'BrightTask'>;
}

/** Light that is added to a picture. */
export interface AddTask {
  /** A small picture of light, 16 bits a value, in proportion to energy. */
  light: number;
  width: number;
  height: number;
  block: number;
  red: number;
  green: number;
  blue: number;
  /** Room for a row of the small picture: four floats a pixel; and 64 bytes in front of it. */
  room: number;
}
export function putAddTask(buffer: ArrayBuffer, values: AddTask): Pointer<'AddTask'> {
  const view = new DataView(buffer, 33088);
  view.setUint32(0, values.light, true);
  view.setInt32(4, values.width, true);
  view.setInt32(8, values.height, true);
  view.setInt32(12, values.block, true);
  view.setFloat32(16, values.red, true);
  view.setFloat32(20, values.green, true);
  view.setFloat32(24, values.blue, true);
  view.setUint32(28, values.room, true);
  return 33088 as Pointer<'AddTask'>;
}

/** A soft outline: a blurred form of one colour, laid under a picture, or into it. */
export interface OutlineTask {
  form: number;
  inside: number;
  /** How much opaquer the form becomes. */
  gain: number;
  red: number;
  green: number;
  blue: number;
  opacity: number;
}
export function putOutlineTask(buffer: ArrayBuffer, values: OutlineTask): Pointer<'OutlineTask'> {
  const view = new DataView(buffer, 33120);
  view.setUint32(0, values.form, true);
  view.setInt32(4, values.inside, true);
  view.setFloat32(8, values.gain, true);
  view.setFloat32(12, values.red, true);
  view.setFloat32(16, values.green, true);
  view.setFloat32(20, values.blue, true);
  view.setFloat32(24, values.opacity, true);
  return 33120 as Pointer<'OutlineTask'>;
}

/** Three tables of 4097 values of 16 bits. */
export interface CurvesTask {
  red: number;
  green: number;
  blue: number;
}
export function putCurvesTask(buffer: ArrayBuffer, values: CurvesTask): Pointer<'CurvesTask'> {
  const view = new DataView(buffer, 33152);
  view.setUint32(0, values.red, true);
  view.setUint32(4, values.green, true);
  view.setUint32(8, values.blue, true);
  return 33152 as Pointer<'CurvesTask'>;
}

/** Three rows of three factors, each with what is added. */
export interface MixTask {
  rr: number;
  rg: number;
  rb: number;
  r: number;
  gr: number;
  gg: number;
  gb: number;
  g: number;
  br: number;
  bg: number;
  bb: number;
  b: number;
}
export function putMixTask(buffer: ArrayBuffer, values: MixTask): Pointer<'MixTask'> {
  const view = new DataView(buffer, 33168);
  view.setFloat32(0, values.rr, true);
  view.setFloat32(4, values.rg, true);
  view.setFloat32(8, values.rb, true);
  view.setFloat32(12, values.r, true);
  view.setFloat32(16, values.gr, true);
  view.setFloat32(20, values.gg, true);
  view.setFloat32(24, values.gb, true);
  view.setFloat32(28, values.g, true);
  view.setFloat32(32, values.br, true);
  view.setFloat32(36, values.bg, true);
  view.setFloat32(40, values.bb, true);
  view.setFloat32(44, values.b, true);
  return 33168 as Pointer<'MixTask'>;
}

/** A table by brightness. */
export interface ToneTask {
  /** 257 colours of four floats, 0 to 1. */
  colors: number;
  amount: number;
}
export function putToneTask(buffer: ArrayBuffer, values: ToneTask): Pointer<'ToneTask'> {
  const view = new DataView(buffer, 33216);
  view.setUint32(0, values.colors, true);
  view.setFloat32(4, values.amount, true);
  return 33216 as Pointer<'ToneTask'>;
}

/** A table of colours in three directions. */
export interface CubeTask {
  size: number;
  /** Three floats for each, red changing fastest. */
  colors: number;
  amount: number;
}
export function putCubeTask(buffer: ArrayBuffer, values: CubeTask): Pointer<'CubeTask'> {
  const view = new DataView(buffer, 33232);
  view.setInt32(0, values.size, true);
  view.setUint32(4, values.colors, true);
  view.setFloat32(8, values.amount, true);
  return 33232 as Pointer<'CubeTask'>;
}

/** Darker, or coloured, towards the edges. */
export interface VignetteTask {
  x: number;
  y: number;
  /** 1 over half the width and height of what is left free. */
  scaleX: number;
  scaleY: number;
  /** 0 an ellipse, 1 nearly a rectangle. */
  square: number;
  softness: number;
  amount: number;
  /** 0 laid over, 1 multiplied, 2 screened. */
  blend: number;
  red: number;
  green: number;
  blue: number;
}
export function putVignetteTask(buffer: ArrayBuffer, values: VignetteTask): Pointer<'VignetteTask'> {
  const view = new DataView(buffer, 33248);
  view.setFloat32(0, values.x, true);
  view.setFloat32(4, values.y, true);
  view.setFloat32(8, values.scaleX, true);
  view.setFloat32(12, values.scaleY, true);
  view.setFloat32(16, values.square, true);
  view.setFloat32(20, values.softness, true);
  view.setFloat32(24, values.amount, true);
  view.setInt32(28, values.blend, true);
  view.setFloat32(32, values.red, true);
  view.setFloat32(36, values.green, true);
  view.setFloat32(40, values.blue, true);
  return 33248 as Pointer<'VignetteTask'>;
}

/** Film grain. */
export interface GrainTask {
  amount: number;
  size: number;
  color: number;
  seed: number;
  left: number;
  top: number;
  /** Room for 2048 floats, and four for each cell of a stretch of pixels. */
  room: number;
  /** Which row of cells stands there, and of which stretch; kept by the code. */
  row: number;
  column: number;
}
export function putGrainTask(buffer: ArrayBuffer, values: GrainTask): Pointer<'GrainTask'> {
  const view = new DataView(buffer, 33296);
  view.setFloat32(0, values.amount, true);
  view.setFloat32(4, values.size, true);
  view.setFloat32(8, values.color, true);
  view.setUint32(12, values.seed, true);
  view.setInt32(16, values.left, true);
  view.setInt32(20, values.top, true);
  view.setUint32(24, values.room, true);
  view.setInt32(28, values.row, true);
  view.setInt32(32, values.column, true);
  return 33296 as Pointer<'GrainTask'>;
}

/** Colours seen through places apart. */
export interface SplitTask {
  x: number;
  y: number;
  /** How much of the distance from the middle is added on each side, and where that is. */
  spread: number;
  middleX: number;
  middleY: number;
  /** Room for a row of pixels. */
  room: number;
  /** Outside of these pixels all is clear: from left and top to before right and bottom. */
  left: number;
  top: number;
  right: number;
  bottom: number;
}
export function putSplitTask(buffer: ArrayBuffer, values: SplitTask): Pointer<'SplitTask'> {
  const view = new DataView(buffer, 33344);
  view.setFloat32(0, values.x, true);
  view.setFloat32(4, values.y, true);
  view.setFloat32(8, values.spread, true);
  view.setFloat32(12, values.middleX, true);
  view.setFloat32(16, values.middleY, true);
  view.setUint32(20, values.room, true);
  view.setInt32(24, values.left, true);
  view.setInt32(28, values.top, true);
  view.setInt32(32, values.right, true);
  view.setInt32(36, values.bottom, true);
  return 33344 as Pointer<'SplitTask'>;
}

/** Dark lines. */
export interface LinesTask {
  /** Across the lines. */
  x: number;
  y: number;
  offset: number;
  period: number;
  thickness: number;
  softness: number;
  opacity: number;
}
export function putLinesTask(buffer: ArrayBuffer, values: LinesTask): Pointer<'LinesTask'> {
  const view = new DataView(buffer, 33392);
  view.setFloat32(0, values.x, true);
  view.setFloat32(4, values.y, true);
  view.setFloat32(8, values.offset, true);
  view.setFloat32(12, values.period, true);
  view.setFloat32(16, values.thickness, true);
  view.setFloat32(20, values.softness, true);
  view.setFloat32(24, values.opacity, true);
  return 33392 as Pointer<'LinesTask'>;
}

/** What of a picture is seen. */
export interface WipeTask {
  /** 0 straight, 1 round, 2 around. */
  kind: number;
  x: number;
  y: number;
  angle: number;
  /** Its cosine and sine. */
  across: number;
  down: number;
  /** Where the edge stands, and half its width: pixels, or radians around. */
  edge: number;
  soft: number;
  inverted: number;
  /** Room for four floats. */
  room: number;
}
export function putWipeTask(buffer: ArrayBuffer, values: WipeTask): Pointer<'WipeTask'> {
  const view = new DataView(buffer, 33424);
  view.setInt32(0, values.kind, true);
  view.setFloat32(4, values.x, true);
  view.setFloat32(8, values.y, true);
  view.setFloat32(12, values.angle, true);
  view.setFloat32(16, values.across, true);
  view.setFloat32(20, values.down, true);
  view.setFloat32(24, values.edge, true);
  view.setFloat32(28, values.soft, true);
  view.setInt32(32, values.inverted, true);
  view.setUint32(36, values.room, true);
  return 33424 as Pointer<'WipeTask'>;
}

/** Small shapes. */
export interface SpritesTask {
  /** 14 floats for each: see passSprites.ts. */
  sprites: number;
  count: number;
  /** 1 where their light is added up. */
  add: number;
}
export function putSpritesTask(buffer: ArrayBuffer, values: SpritesTask): Pointer<'SpritesTask'> {
  const view = new DataView(buffer, 33472);
  view.setUint32(0, values.sprites, true);
  view.setInt32(4, values.count, true);
  view.setInt32(8, values.add, true);
  return 33472 as Pointer<'SpritesTask'>;
}

/** Where edges of outlines go. */
export interface VectorTask {
  /** Free memory from here on: edges and what is worked out of them. */
  edges: number;
  /** Size of the surface in pixels. */
  width: number;
  height: number;
  /** Units of outlines to pixels: x' = a x + c y + e, y' = b x + d y + f. */
  a: number;
  b: number;
  c: number;
  d: number;
  e: number;
  f: number;
}
export function putVectorTask(buffer: ArrayBuffer, values: VectorTask): Pointer<'VectorTask'> {
  const view = new DataView(buffer, 33488);
  view.setUint32(0, values.edges, true);
  view.setInt32(4, values.width, true);
  view.setInt32(8, values.height, true);
  view.setFloat64(16, values.a, true);
  view.setFloat64(24, values.b, true);
  view.setFloat64(32, values.c, true);
  view.setFloat64(40, values.d, true);
  view.setFloat64(48, values.e, true);
  view.setFloat64(56, values.f, true);
  return 33488 as Pointer<'VectorTask'>;
}

/** Circles of one colour. */
export interface CirclesTask {
  /** Three floats for each: x, y, radius. */
  circles: number;
  count: number;
  /** Added to each radius. */
  wider: number;
}
export function putCirclesTask(buffer: ArrayBuffer, values: CirclesTask): Pointer<'CirclesTask'> {
  const view = new DataView(buffer, 33552);
  view.setUint32(0, values.circles, true);
  view.setInt32(4, values.count, true);
  view.setFloat32(8, values.wider, true);
  return 33552 as Pointer<'CirclesTask'>;
}

/** A line through points, or lines by themselves. */
export interface StrokeTask {
  /** x and y of each point; of lines by themselves of both ends. */
  points: number;
  count: number;
  closed: number;
  width: number;
  roundEnds: number;
  roundCorners: number;
  /** Lengths of dashes and gaps in turn, an even number of them. */
  dashes: number;
  dashCount: number;
  dashOffset: number;
  /** Room for 5 times as many points and 16 more, of 16 bytes each. */
  room: number;
}
export function putStrokeTask(buffer: ArrayBuffer, values: StrokeTask): Pointer<'StrokeTask'> {
  const view = new DataView(buffer, 33568);
  view.setUint32(0, values.points, true);
  view.setInt32(4, values.count, true);
  view.setInt32(8, values.closed, true);
  view.setFloat32(12, values.width, true);
  view.setInt32(16, values.roundEnds, true);
  view.setInt32(20, values.roundCorners, true);
  view.setUint32(24, values.dashes, true);
  view.setInt32(28, values.dashCount, true);
  view.setFloat32(32, values.dashOffset, true);
  view.setUint32(36, values.room, true);
  return 33568 as Pointer<'StrokeTask'>;
}

/** Pixels of four bytes, multiplied by opacity. */
export interface SurfaceInfo {
  pixels: number;
  width: number;
  height: number;
  /** 0, or a byte for every 64 x 64 pixels: 0 where all of them are clear. */
  tiles: number;
}
export const bytesOfSurfaceInfo = 16;
export function putSurfaceInfo(buffer: ArrayBuffer, at: number, values: SurfaceInfo): Pointer<'SurfaceInfo'> {
  const view = new DataView(buffer, at);
  view.setUint32(0, values.pixels, true);
  view.setInt32(4, values.width, true);
  view.setInt32(8, values.height, true);
  view.setUint32(12, values.tiles, true);
  return at as Pointer<'SurfaceInfo'>;
}

/** What outlines are filled with. */
export interface PaintTask {
  /** 0 a colour; a gradient: 1 linear, 2 radial, 3 around; 4 an image. */
  kind: number;
  /** How it is laid on: see blend.ts. */
  mode: number;
  opacity: number;
  /** 0 what is wound around at all, 1 what is wound around an odd number of times. */
  rule: number;
  /** 0 to 1, not multiplied. */
  red: number;
  green: number;
  blue: number;
  alpha: number;
  /** The middle of a pixel to a place along the gradient, or in the image: x' = a x + c y + e, y' = b x + d y + f. */
  a: number;
  b: number;
  c: number;
  d: number;
  e: number;
  f: number;
  /** 4097 colours of a gradient, multiplied by opacity. */
  table: number;
  /** Pixels of an image, and the part of it that is used: from left and top to before right and bottom. */
  image: number;
  imageWidth: number;
  left: number;
  top: number;
  right: number;
  bottom: number;
  /** Of an image that is made smaller: how far apart its places are read, as a share of a pixel. */
  spread: number;
  /** Room for five rows of pixels and 16 more. */
  room: number;
}
export function putPaintTask(buffer: ArrayBuffer, values: PaintTask): Pointer<'PaintTask'> {
  const view = new DataView(buffer, 33616);
  view.setInt32(0, values.kind, true);
  view.setInt32(4, values.mode, true);
  view.setFloat32(8, values.opacity, true);
  view.setInt32(12, values.rule, true);
  view.setFloat32(16, values.red, true);
  view.setFloat32(20, values.green, true);
  view.setFloat32(24, values.blue, true);
  view.setFloat32(28, values.alpha, true);
  view.setFloat64(32, values.a, true);
  view.setFloat64(40, values.b, true);
  view.setFloat64(48, values.c, true);
  view.setFloat64(56, values.d, true);
  view.setFloat64(64, values.e, true);
  view.setFloat64(72, values.f, true);
  view.setUint32(80, values.table, true);
  view.setUint32(84, values.image, true);
  view.setInt32(88, values.imageWidth, true);
  view.setInt32(92, values.left, true);
  view.setInt32(96, values.top, true);
  view.setInt32(100, values.right, true);
  view.setInt32(104, values.bottom, true);
  view.setFloat32(108, values.spread, true);
  view.setUint32(112, values.room, true);
  return 33616 as Pointer<'PaintTask'>;
}

/** How a surface is laid on another one. */
export interface LayTask {
  x: number;
  y: number;
  opacity: number;
  mode: number;
  /** 0, or pixels of a surface of the same size, of which the opacity counts. */
  mask: number;
}
export function putLayTask(buffer: ArrayBuffer, values: LayTask): Pointer<'LayTask'> {
  const view = new DataView(buffer, 33744);
  view.setInt32(0, values.x, true);
  view.setInt32(4, values.y, true);
  view.setFloat32(8, values.opacity, true);
  view.setInt32(12, values.mode, true);
  view.setUint32(16, values.mask, true);
  return 33744 as Pointer<'LayTask'>;
}

/** How much of the opposite colour. */
export interface InvertTask {
  /** 0 to 1 */
  amount: number;
}
export function putInvertTask(buffer: ArrayBuffer, values: InvertTask): Pointer<'InvertTask'> {
  const view = new DataView(buffer, 33776);
  view.setFloat32(0, values.amount, true);
  return 33776 as Pointer<'InvertTask'>;
}

/** One colour mixed in: all from 0 to 1. */
export interface VeilTask {
  amount: number;
  red: number;
  green: number;
  blue: number;
}
export function putVeilTask(buffer: ArrayBuffer, values: VeilTask): Pointer<'VeilTask'> {
  const view = new DataView(buffer, 33792);
  view.setFloat32(0, values.amount, true);
  view.setFloat32(4, values.red, true);
  view.setFloat32(8, values.green, true);
  view.setFloat32(12, values.blue, true);
  return 33792 as Pointer<'VeilTask'>;
}

/** Passes one after another, each of which looks at one pixel alone. */
export interface ChainTask {
  /** Pixels of four bytes, or of four words where they are wide; both multiplied by opacity. */
  from: number;
  fromWide: number;
  to: number;
  toWide: number;
  width: number;
  /** The first of the rows that go through it, and the one behind the last. */
  first: number;
  end: number;
  /** Which pass, and the address of what it is told: two numbers for each. See points.ts. */
  steps: number;
  count: number;
  /** 1 where what is clear stays clear. */
  keepsClear: number;
  /** Room for 1024 floats. */
  room: number;
  /** Where the first pixel stands in the pattern by which bytes are rounded. */
  left: number;
  top: number;
}
export function putChainTask(buffer: ArrayBuffer, values: ChainTask): Pointer<'ChainTask'> {
  const view = new DataView(buffer, 33808);
  view.setUint32(0, values.from, true);
  view.setInt32(4, values.fromWide, true);
  view.setUint32(8, values.to, true);
  view.setInt32(12, values.toWide, true);
  view.setInt32(16, values.width, true);
  view.setInt32(20, values.first, true);
  view.setInt32(24, values.end, true);
  view.setUint32(28, values.steps, true);
  view.setInt32(32, values.count, true);
  view.setInt32(36, values.keepsClear, true);
  view.setUint32(40, values.room, true);
  view.setInt32(44, values.left, true);
  view.setInt32(48, values.top, true);
  return 33808 as Pointer<'ChainTask'>;
}

/** Pixels of four bytes, multiplied by opacity, that are found elsewhere. */
export interface GatherTask {
  from: number;
  to: number;
  width: number;
  height: number;
  /** What lies beyond: 0 nothing, 1 the outermost pixels, 2 the same mirrored. */
  edges: number;
  /** Room for two rows of places: a float a pixel and four more. */
  room: number;
}
export function putGatherTask(buffer: ArrayBuffer, values: GatherTask): Pointer<'GatherTask'> {
  const view = new DataView(buffer, 33872);
  view.setUint32(0, values.from, true);
  view.setUint32(4, values.to, true);
  view.setInt32(8, values.width, true);
  view.setInt32(12, values.height, true);
  view.setInt32(16, values.edges, true);
  view.setUint32(20, values.room, true);
  return 33872 as Pointer<'GatherTask'>;
}

/** A picture of faces. Addresses count bytes. */
export interface SceneTask {
  /** Size of the picture in pixels. */
  width: number;
  height: number;
  /** Room for faces, and how many there are. */
  faces: number;
  count: number;
  /** Room for an index for each face, in the order in which they are painted. */
  order: number;
  /** Room for an index for each face and band that it lies in, and how many that are at most. */
  lists: number;
  maxListed: number;
  /** Room for two numbers for each band and one more. */
  bands: number;
  /** Room for four samples of four bytes for each pixel of a band: colours, and depths. */
  colors: number;
  depths: number;
  /** The picture, four bytes a pixel: red, green, blue, opacity. */
  out: number;
  /** 1 for colours that are not multiplied by opacity. */
  straight: number;
  /** Four rows of four floats: a place to x and y in pixels and depth, all times the fourth, w. */
  matrix: number;
  /** What is nearer than this is cut away: a least w. */
  near: number;
}
export function putSceneTask(buffer: ArrayBuffer, values: SceneTask): Pointer<'SceneTask'> {
  const view = new DataView(buffer, 33904);
  view.setInt32(0, values.width, true);
  view.setInt32(4, values.height, true);
  view.setUint32(8, values.faces, true);
  view.setInt32(12, values.count, true);
  view.setUint32(16, values.order, true);
  view.setUint32(20, values.lists, true);
  view.setInt32(24, values.maxListed, true);
  view.setUint32(28, values.bands, true);
  view.setUint32(32, values.colors, true);
  view.setUint32(36, values.depths, true);
  view.setUint32(40, values.out, true);
  view.setInt32(44, values.straight, true);
  view.setUint32(48, values.matrix, true);
  view.setFloat32(52, values.near, true);
  return 33904 as Pointer<'SceneTask'>;
}

/** Corners of faces, lines or points that are laid into the picture. */
export interface MeshTask {
  /** Three floats for each corner. */
  positions: number;
  corners: number;
  /** Room for four floats for each corner. */
  projected: number;
  /** Four bytes: red, green, blue, opacity, for each corner, or for each face, line or point. */
  colors: number;
  /** 1 where each face, line or point has a colour; 0 where each corner has one. */
  perFace: number;
  /** Three indices for each face, two for each line, one for each point. */
  indices: number;
  count: number;
  /** 0, or two floats for each corner: where it lies on the texture, 0 to 1. */
  places: number;
  /** Four bytes a pixel, not multiplied by opacity. */
  texture: number;
  textureWidth: number;
  textureHeight: number;
  /** 1 where faces are left out that turn away. */
  cull: number;
  /** 1 where something is seen through. */
  clear: number;
  /** Width of lines, or across points, at w = 1, times 1 / w where `perspective` is 1. */
  size: number;
  perspective: number;
  /** Added to depths, as a share of them: lines lie on faces. */
  lift: number;
}
export function putMeshTask(buffer: ArrayBuffer, values: MeshTask): Pointer<'MeshTask'> {
  const view = new DataView(buffer, 33968);
  view.setUint32(0, values.positions, true);
  view.setInt32(4, values.corners, true);
  view.setUint32(8, values.projected, true);
  view.setUint32(12, values.colors, true);
  view.setInt32(16, values.perFace, true);
  view.setUint32(20, values.indices, true);
  view.setInt32(24, values.count, true);
  view.setUint32(28, values.places, true);
  view.setUint32(32, values.texture, true);
  view.setInt32(36, values.textureWidth, true);
  view.setInt32(40, values.textureHeight, true);
  view.setInt32(44, values.cull, true);
  view.setInt32(48, values.clear, true);
  view.setFloat32(52, values.size, true);
  view.setInt32(56, values.perspective, true);
  view.setFloat32(60, values.lift, true);
  return 33968 as Pointer<'MeshTask'>;
}

/** Where structures end. */
export const tasksEnd = 34032;

export interface PassCode {
  memory: CodeMemory;
  accumulate(from: number, sums: number, count: number, factor: number): void;
  addPixels(from: number, to: number, count: number, factor: number): void;
  premultiply(from: number, to: number, count: number): void;
  settleSums(sums: number, to: number, count: number): void;
  unpremultiply(from: number, to: number, count: number): void;
  averagePair(image: Pointer<'ImageTask'>, pair: Pointer<'PairTask'>): void;
  toFifteen(at: number, count: number): void;
  toSixteen(at: number, count: number): void;
  boxBlur(image: Pointer<'ImageTask'>, task: Pointer<'BoxTask'>): void;
  enlarge(image: Pointer<'ImageTask'>, wide: number, high: number, factor: number, room: number): void;
  halve(image: Pointer<'ImageTask'>): void;
  affine(task: Pointer<'GatherTask'>, a: number, b: number, c: number, d: number, e: number, f: number): void;
  fold(task: Pointer<'GatherTask'>, sectors: Pointer<'FoldTask'>): void;
  lens(task: Pointer<'GatherTask'>, glass: Pointer<'LensTask'>): void;
  reflect(task: Pointer<'GatherTask'>, x: number, y: number, normalX: number, normalY: number): void;
  splitColors(task: Pointer<'GatherTask'>, split: Pointer<'SplitTask'>): void;
  tiles(task: Pointer<'GatherTask'>, all: Pointer<'TilesTask'>): void;
  wobble(task: Pointer<'GatherTask'>, noise: Pointer<'WobbleTask'>): void;
  mosaic(image: Pointer<'ImageTask'>, task: Pointer<'MosaicTask'>): void;
  brightnessForm(image: Pointer<'ImageTask'>): void;
  layOutline(image: Pointer<'ImageTask'>, task: Pointer<'OutlineTask'>): void;
  takeBright(task: Pointer<'BrightTask'>): void;
  takeForm(image: Pointer<'ImageTask'>, across: number, down: number, inverted: number): void;
  contentBox(from: number, width: number, height: number, bytes: number, out: number): void;
  pixelsTo420(
    from: number,
    width: number,
    height: number,
    first: number,
    end: number,
    withAlpha: number,
    room: number,
    to: number,
  ): void;
  pixelsTo444(from: number, count: number, first: number, end: number, withAlpha: number, to: number): void;
  spreadColor(pixels: number, width: number, first: number, end: number, filled: number): number;
  planesToPixels(
    luma: number,
    lumaStride: number,
    blue: number,
    red: number,
    colorStride: number,
    alpha: number,
    width: number,
    height: number,
    to: number,
  ): void;
  drawSprites(image: Pointer<'ImageTask'>, task: Pointer<'SpritesTask'>): void;
  runPoints(task: Pointer<'ChainTask'>): void;
  addFaces(scene: Pointer<'SceneTask'>, mesh: Pointer<'MeshTask'>): number;
  addLines(scene: Pointer<'SceneTask'>, mesh: Pointer<'MeshTask'>): number;
  addPoints(scene: Pointer<'SceneTask'>, mesh: Pointer<'MeshTask'>): number;
  paintFaces(scene: Pointer<'SceneTask'>): number;
  addCircles(task: Pointer<'CirclesTask'>): void;
  addOutline(points: number, count: number): void;
  addStroke(task: Pointer<'StrokeTask'>): void;
  addStrokes(task: Pointer<'StrokeTask'>): void;
  beginEdges(task: Pointer<'VectorTask'>): void;
  cutByEdges(surface: Pointer<'SurfaceInfo'>, rule: number): void;
  fillEdges(surface: Pointer<'SurfaceInfo'>, paint: Pointer<'PaintTask'>): void;
  fillSurface(surface: Pointer<'SurfaceInfo'>, paint: Pointer<'PaintTask'>): void;
  divideAlpha(from: number, to: number, count: number): void;
  halveImage(from: number, width: number, height: number, to: number): void;
  laySurface(from: Pointer<'SurfaceInfo'>, to: Pointer<'SurfaceInfo'>, task: Pointer<'LayTask'>): void;
  layWide(from: number, to: Pointer<'SurfaceInfo'>, opacity: number, mode: number, room: number): void;
  maskSurface(surface: Pointer<'SurfaceInfo'>, mask: Pointer<'SurfaceInfo'>): void;
  multiplyAlpha(from: number, to: number, count: number): void;
  narrow(from: number, to: number, count: number): void;
  narrowDithered(from: number, to: number, width: number, height: number, left: number, top: number): void;
  replaceSurface(from: Pointer<'SurfaceInfo'>, to: Pointer<'SurfaceInfo'>, task: Pointer<'LayTask'>): void;
  takeSurface(from: Pointer<'SurfaceInfo'>, to: Pointer<'SurfaceInfo'>, x: number, y: number): void;
  widen(from: number, to: number, count: number): void;
}
