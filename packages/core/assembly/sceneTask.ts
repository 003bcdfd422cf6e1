/** What the rasteriser is told: a structure in memory, see tasks.ts. */

/** A picture of faces. Addresses count bytes. */
@unmanaged
export class SceneTask {
  /** Size of the picture in pixels. */
  width: i32;
  height: i32;
  /** Room for faces, and how many there are. */
  faces: usize;
  count: i32;
  /** Room for an index for each face, in the order in which they are painted. */
  order: usize;
  /** Room for an index for each face and band that it lies in, and how many that are at most. */
  lists: usize;
  maxListed: i32;
  /** Room for two numbers for each band and one more. */
  bands: usize;
  /** Room for four samples of four bytes for each pixel of a band: colours, and depths. */
  colors: usize;
  depths: usize;
  /** The picture, four bytes a pixel: red, green, blue, opacity. */
  out: usize;
  /** 1 for colours that are not multiplied by opacity. */
  straight: i32;
  /** Four rows of four floats: a place to x and y in pixels and depth, all times the fourth, w. */
  matrix: usize;
  /** What is nearer than this is cut away: a least w. */
  near: f32;
}

/** Corners of faces, lines or points that are laid into the picture. */
@unmanaged
export class MeshTask {
  /** Three floats for each corner. */
  positions: usize;
  corners: i32;
  /** Room for four floats for each corner. */
  projected: usize;
  /** Four bytes: red, green, blue, opacity, for each corner, or for each face, line or point. */
  colors: usize;
  /** 1 where each face, line or point has a colour; 0 where each corner has one. */
  perFace: i32;
  /** Three indices for each face, two for each line, one for each point. */
  indices: usize;
  count: i32;
  /** 0, or two floats for each corner: where it lies on the texture, 0 to 1. */
  places: usize;
  /** Four bytes a pixel, not multiplied by opacity. */
  texture: usize;
  textureWidth: i32;
  textureHeight: i32;
  /** 1 where faces are left out that turn away. */
  cull: i32;
  /** 1 where something is seen through. */
  clear: i32;
  /** Width of lines, or across points, at w = 1, times 1 / w where `perspective` is 1. */
  size: f32;
  perspective: i32;
  /** Added to depths, as a share of them: lines lie on faces. */
  lift: f32;
}
