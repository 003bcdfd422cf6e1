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
  work: usize;
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
  work: usize;
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
  work: usize;
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
  work: usize;
}
