/** Calls of the compiled code of assembly/scene.ts: made from it by `npm run wasm`. */

import type { CodeMemory } from '../compiled/webAssembly';

/** The address of a structure that has been written. */
export type Pointer<Name extends string> = number & { readonly structure: Name };

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
  mostListed: number;
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
  const view = new DataView(buffer, 32768);
  view.setInt32(0, values.width, true);
  view.setInt32(4, values.height, true);
  view.setUint32(8, values.faces, true);
  view.setInt32(12, values.count, true);
  view.setUint32(16, values.order, true);
  view.setUint32(20, values.lists, true);
  view.setInt32(24, values.mostListed, true);
  view.setUint32(28, values.bands, true);
  view.setUint32(32, values.colors, true);
  view.setUint32(36, values.depths, true);
  view.setUint32(40, values.out, true);
  view.setInt32(44, values.straight, true);
  view.setUint32(48, values.matrix, true);
  view.setFloat32(52, values.near, true);
  return 32768 as Pointer<'SceneTask'>;
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
  const view = new DataView(buffer, 32832);
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
  return 32832 as Pointer<'MeshTask'>;
}

/** Where structures end. */
export const tasksEnd = 32896;

export interface SceneCode {
  memory: CodeMemory;
  addFaces(scene: Pointer<'SceneTask'>, mesh: Pointer<'MeshTask'>): number;
  addLines(scene: Pointer<'SceneTask'>, mesh: Pointer<'MeshTask'>): number;
  addPoints(scene: Pointer<'SceneTask'>, mesh: Pointer<'MeshTask'>): number;
  paintFaces(scene: Pointer<'SceneTask'>): number;
}
