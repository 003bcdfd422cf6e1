/** What passes are told: structures in memory, see passes.ts. Sizes and places count pixels, addresses bytes. */

/** Pixels that are read, and where the new ones go: both `width` x `height` pixels of four values of 16 bits. */
@unmanaged
export class ImageTask {
  from: usize;
  to: usize;
  width: i32;
  height: i32;
  /** What lies beyond: 0 nothing, 1 the outermost pixels, 2 the same mirrored. */
  edges: i32;
}

/** A blur by boxes, one after another, along rows and columns, in place. */
@unmanaged
export class BoxTask {
  /** Whole pixels of a box on each side of its middle. */
  reach: i32;
  /** How much of the pixels after those counts, 0 to 1. */
  rim: f32;
  /** Room for two times four lines, 64 pixels of padding included for each: four floats a pixel. */
  room: usize;
}

/** The average of two copies of a picture, each found through a matrix: x' = a x + c y + e, y' = b x + d y + f. */
@unmanaged
export class PairTask {
  a0: f32;
  b0: f32;
  c0: f32;
  d0: f32;
  e0: f32;
  f0: f32;
  a1: f32;
  b1: f32;
  c1: f32;
  d1: f32;
  e1: f32;
  f1: f32;
  /** Pixels that are written: from left and top to before right and bottom. */
  left: i32;
  top: i32;
  right: i32;
  bottom: i32;
}

/** A round glass. */
@unmanaged
export class LensTask {
  x: f32;
  y: f32;
  radius: f32;
  /** Share of the radius over which it goes back to what lies around it. */
  rim: f32;
  zoom: f32;
}

/** Every pixel found elsewhere, by noise. */
@unmanaged
export class WobbleTask {
  amount: f32;
  /** Pixels from one value of noise to the next. */
  size: f32;
  detail: i32;
  seed: u32;
  /** Which noise: its place in time, in steps. */
  phase: f32;
  left: f32;
  top: f32;
  /** Pixels from one reading of noise to the next. */
  grid: i32;
  /** Room for three rows of readings: two floats each. */
  room: usize;
  /** Room for a float for each value of the finest noise along a row, and four more. */
  corners: usize;
}

/** Sectors around a point, every other one mirrored. */
@unmanaged
export class FoldTask {
  x: f32;
  y: f32;
  /** Radians. */
  angle: f32;
  sector: f32;
  turn: f32;
}

/** A picture repeated. */
@unmanaged
export class TilesTask {
  x: f32;
  y: f32;
  columns: f32;
  rows: f32;
  mirrored: i32;
  /** Size of what is repeated. */
  width: f32;
  height: f32;
}

/** Cells of one colour. */
@unmanaged
export class MosaicTask {
  x: f32;
  y: f32;
  width: f32;
  height: f32;
}

/** Light taken from what is bright, small. */
@unmanaged
export class BrightTask {
  /** Pixels of four bytes, multiplied by opacity, and their size. */
  pixels: usize;
  wide: i32;
  tall: i32;
  /** Where the light goes: 16 bits a value, in proportion to energy. */
  light: usize;
  /** Room for a row of the small picture: four floats a pixel, and one more. */
  room: usize;
  /** Size of a block that becomes a pixel. */
  block: i32;
  /** Size of the small picture. */
  width: i32;
  height: i32;
  /** Where brightness begins to count, and where it counts wholly, encoded, 0 to 1. */
  low: f32;
  high: f32;
}

/** Light that is added to a picture. */
@unmanaged
export class AddTask {
  /** A small picture of light, 16 bits a value, in proportion to energy. */
  light: usize;
  width: i32;
  height: i32;
  block: i32;
  red: f32;
  green: f32;
  blue: f32;
  /** Room for a row of the small picture: four floats a pixel; and 64 bytes in front of it. */
  room: usize;
}

/** A soft outline: a blurred form of one colour, laid under a picture, or into it. */
@unmanaged
export class OutlineTask {
  form: usize;
  inside: i32;
  /** How much opaquer the form becomes. */
  gain: f32;
  red: f32;
  green: f32;
  blue: f32;
  opacity: f32;
}

/** Three tables of 4097 values of 16 bits. */
@unmanaged
export class CurvesTask {
  red: usize;
  green: usize;
  blue: usize;
}

/** Three rows of three factors, each with what is added. */
@unmanaged
export class MixTask {
  rr: f32;
  rg: f32;
  rb: f32;
  r: f32;
  gr: f32;
  gg: f32;
  gb: f32;
  g: f32;
  br: f32;
  bg: f32;
  bb: f32;
  b: f32;
}

/** A table by brightness. */
@unmanaged
export class ToneTask {
  /** 257 colours of four floats, 0 to 1. */
  colors: usize;
  amount: f32;
}

/** A table of colours in three directions. */
@unmanaged
export class CubeTask {
  size: i32;
  /** Three floats for each, red changing fastest. */
  colors: usize;
  amount: f32;
}

/** Darker, or coloured, towards the edges. */
@unmanaged
export class VignetteTask {
  x: f32;
  y: f32;
  /** 1 over half the width and height of what is left free. */
  scaleX: f32;
  scaleY: f32;
  /** 0 an ellipse, 1 nearly a rectangle. */
  square: f32;
  softness: f32;
  amount: f32;
  /** 0 laid over, 1 multiplied, 2 screened. */
  blend: i32;
  red: f32;
  green: f32;
  blue: f32;
}

/** Film grain. */
@unmanaged
export class GrainTask {
  amount: f32;
  size: f32;
  color: f32;
  seed: u32;
  left: i32;
  top: i32;
  /** Room for 2048 floats, and four for each cell of a stretch of pixels. */
  room: usize;
  /** Which row of cells stands there, and of which stretch; kept by the code. */
  row: i32;
  column: i32;
}

/** Colours seen through places apart. */
@unmanaged
export class SplitTask {
  x: f32;
  y: f32;
  /** How much of the distance from the middle is added on each side, and where that is. */
  spread: f32;
  middleX: f32;
  middleY: f32;
  /** Room for a row of pixels. */
  room: usize;
  /** Outside of these pixels all is clear: from left and top to before right and bottom. */
  left: i32;
  top: i32;
  right: i32;
  bottom: i32;
}

/** Dark lines. */
@unmanaged
export class LinesTask {
  /** Across the lines. */
  x: f32;
  y: f32;
  offset: f32;
  period: f32;
  thickness: f32;
  softness: f32;
  opacity: f32;
}

/** What of a picture is seen. */
@unmanaged
export class WipeTask {
  /** 0 straight, 1 round, 2 around. */
  kind: i32;
  x: f32;
  y: f32;
  angle: f32;
  /** Its cosine and sine. */
  across: f32;
  down: f32;
  /** Where the edge stands, and half its width: pixels, or radians around. */
  edge: f32;
  soft: f32;
  inverted: i32;
  /** Room for four floats. */
  room: usize;
}

/** Small shapes. */
@unmanaged
export class SpritesTask {
  /** 14 floats for each: see passSprites.ts. */
  sprites: usize;
  count: i32;
  /** 1 where their light is added up. */
  add: i32;
}

/** Where edges of outlines go. */
@unmanaged
export class VectorTask {
  /** Free memory from here on: edges and what is worked out of them. */
  edges: usize;
  /** Size of the surface in pixels. */
  width: i32;
  height: i32;
  /** Units of outlines to pixels: x' = a x + c y + e, y' = b x + d y + f. */
  a: f64;
  b: f64;
  c: f64;
  d: f64;
  e: f64;
  f: f64;
}

/** Circles of one colour. */
@unmanaged
export class CirclesTask {
  /** Three floats for each: x, y, radius. */
  circles: usize;
  count: i32;
  /** Added to each radius. */
  wider: f32;
}

/** A line through points, or lines by themselves. */
@unmanaged
export class StrokeTask {
  /** x and y of each point; of lines by themselves of both ends. */
  points: usize;
  count: i32;
  closed: i32;
  width: f32;
  roundEnds: i32;
  roundCorners: i32;
  /** Lengths of dashes and gaps in turn, an even number of them. */
  dashes: usize;
  dashCount: i32;
  dashOffset: f32;
  /** Room for 5 times as many points and 16 more, of 16 bytes each. */
  room: usize;
}

/** Pixels of four bytes, multiplied by opacity. */
@unmanaged
export class SurfaceInfo {
  pixels: usize;
  width: i32;
  height: i32;
  /** 0, or a byte for every 64 x 64 pixels: 0 where all of them are clear. */
  tiles: usize;
}

/** What outlines are filled with. */
@unmanaged
export class PaintTask {
  /** 0 a colour; a gradient: 1 linear, 2 radial, 3 around; 4 an image. */
  kind: i32;
  /** How it is laid on: see blend.ts. */
  mode: i32;
  opacity: f32;
  /** 0 what is wound around at all, 1 what is wound around an odd number of times. */
  rule: i32;
  /** 0 to 1, not multiplied. */
  red: f32;
  green: f32;
  blue: f32;
  alpha: f32;
  /** The middle of a pixel to a place along the gradient, or in the image: x' = a x + c y + e, y' = b x + d y + f. */
  a: f64;
  b: f64;
  c: f64;
  d: f64;
  e: f64;
  f: f64;
  /** 4097 colours of a gradient, multiplied by opacity. */
  table: usize;
  /** Pixels of an image, and the part of it that is used: from left and top to before right and bottom. */
  image: usize;
  imageWidth: i32;
  left: i32;
  top: i32;
  right: i32;
  bottom: i32;
  /** Of an image that is made smaller: how far apart its places are read, as a share of a pixel. */
  spread: f32;
  /** Room for five rows of pixels and 16 more. */
  room: usize;
}

/** How a surface is laid on another one. */
@unmanaged
export class LayTask {
  x: i32;
  y: i32;
  opacity: f32;
  mode: i32;
  /** 0, or pixels of a surface of the same size, of which the opacity counts. */
  mask: usize;
}

/** How much of the opposite colour. */
@unmanaged
export class InvertTask {
  /** 0 to 1 */
  amount: f32;
}

/** One colour mixed in: all from 0 to 1. */
@unmanaged
export class VeilTask {
  amount: f32;
  red: f32;
  green: f32;
  blue: f32;
}

/** Passes one after another, each of which looks at one pixel alone. */
@unmanaged
export class ChainTask {
  /** Pixels of four bytes, or of four words where they are wide; both multiplied by opacity. */
  from: usize;
  fromWide: i32;
  to: usize;
  toWide: i32;
  width: i32;
  /** The first of the rows that go through it, and the one behind the last. */
  first: i32;
  end: i32;
  /** Which pass, and the address of what it is told: two numbers for each. See points.ts. */
  steps: usize;
  count: i32;
  /** 1 where what is clear stays clear. */
  keepsClear: i32;
  /** Room for 1024 floats. */
  room: usize;
  /** Where the first pixel stands in the pattern by which bytes are rounded. */
  left: i32;
  top: i32;
}

/** Pixels of four bytes, multiplied by opacity, that are found elsewhere. */
@unmanaged
export class GatherTask {
  from: usize;
  to: usize;
  width: i32;
  height: i32;
  /** What lies beyond: 0 nothing, 1 the outermost pixels, 2 the same mirrored. */
  edges: i32;
  /** Room for two rows of places: a float a pixel and four more. */
  room: usize;
}
