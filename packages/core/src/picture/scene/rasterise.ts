import { type Matrix, growMemory } from '../../contract';
import { type PassCode, passEngine, passMemory, putMeshTask, putSceneTask } from '../../pixels';
import type { SceneOp } from '../display/operation/scene';
import type { SceneMesh } from './mesh';

/** Pixels of an image: red, green, blue and opacity, 8 bits each, not multiplied. */
export interface Texture {
  width: number;
  height: number;
  rgba: Uint8ClampedArray | Uint8Array;
  /** Whether all of it is known to be opaque. */
  opaque?: boolean;
}

/** Bytes of a face in memory, and rows of a band: see assembly/faces.ts and raster.ts. */
const faceBytes = 240;
const bandRows = 16;
/** How many faces one of each form becomes at most: cut at the front a face becomes two. */
const maxFaces = { faces: 2, lines: 2, points: 6 } as const;

const align = (bytes: number) => Math.ceil(bytes / 16) * 16;

/**
 * Paints a scene, the same pixels wherever it runs.
 * @param matrix picture units to pixels
 * @param straight whether colours are not to be multiplied by opacity, as a canvas takes them
 * @param textureOf pixels of an image; undefined where it is not here: what shows it is left out
 * @returns `width` times `height` pixels of four bytes; good until the next scene is painted
 */
export function rasterise(
  scene: SceneOp,
  matrix: Matrix,
  width: number,
  height: number,
  straight: boolean,
  textureOf: (image: string) => Texture | undefined,
): Uint8ClampedArray<ArrayBuffer> {
  const at = rasteriseTo(scene, matrix, width, height, straight, textureOf);
  return new Uint8ClampedArray(passEngine().memory.buffer, at, 4 * width * height);
}

/**
 * The same in the memory of the compiled code.
 * @param rows is filled with the rows in which something is painted, from one to before another
 * @returns where the pixels stand
 */
export function rasteriseTo(
  scene: SceneOp,
  matrix: Matrix,
  width: number,
  height: number,
  straight: boolean,
  textureOf: (image: string) => Texture | undefined,
  rows: [number, number][] = [],
): number {
  const code = passEngine();
  const meshes = scene.meshes.filter(
    ({ image, indices }) => indices.length > 0 && (image === null || textureOf(image)),
  );
  const work = new Room(passMemory().end);
  const textures = new Map(
    meshes.flatMap(({ image }) => {
      const texture = image === null ? undefined : textureOf(image);
      return texture ? [[image, { texture, at: work.take(texture.rgba.length) }] as const] : [];
    }),
  );
  const max = meshes.reduce(
    (sum, { form, indices }) => sum + (maxFaces[form] * indices.length) / cornersOf[form],
    0,
  );
  const places = {
    faces: work.take(faceBytes * max),
    order: work.take(4 * max),
    matrix: work.take(64),
    out: work.take(4 * width * height),
    bands: work.take(8 * (Math.ceil(height / bandRows) + 2)),
    colors: work.take(16 * width * bandRows),
    depths: work.take(16 * width * bandRows),
  };
  // Lists stand behind everything else: they grow when faces lie in many bands. Before they are written, meshes stand there.
  const lists = work.end;
  const tell = (count: number, maxListed: number) =>
    putSceneTask(growMemory(code.memory, lists + 4 * maxListed), {
      ...{ ...places, width, height, count, lists, maxListed },
      ...{ straight: straight ? 1 : 0, near: scene.near },
    });
  const listed = 2 * max + 64;
  growMemory(code.memory, lists);
  new Float32Array(code.memory.buffer, places.matrix, 16).set(rowsIn(scene.rows, matrix));
  for (const { texture, at } of textures.values())
    new Uint8Array(code.memory.buffer, at, texture.rgba.length).set(texture.rgba);
  const scale = Math.hypot(matrix[0], matrix[1]);
  let count = 0;
  for (const mesh of meshes) {
    const told = putMesh(code, mesh, lists, textures.get(mesh.image), {
      size: mesh.size * scale * (mesh.perspective && scene.isPerspective ? scene.focal : 1),
      perspective: mesh.perspective && scene.isPerspective,
    });
    const add = { faces: code.addFaces, lines: code.addLines, points: code.addPoints }[mesh.form];
    count = add(tell(count, listed), told);
  }
  const missing = code.paintFaces(tell(count, listed));
  if (missing > 0) code.paintFaces(tell(count, missing));
  const bands = Math.ceil(height / bandRows);
  // Where the list of each band begins, and where the last one ends.
  const starts = new Uint32Array(code.memory.buffer, places.bands, bands + 1);
  for (let band = 0; band < bands; band++)
    if (starts[band] !== starts[band + 1])
      rows.push([band * bandRows, Math.min(height, (band + 1) * bandRows)]);
  return places.out;
}

const cornersOf = { faces: 3, lines: 2, points: 1 } as const;

/** Hands out memory, one piece after another. */
class Room {
  constructor(public end: number) {}
  take(bytes: number): number {
    const at = this.end;
    this.end = align(at + bytes);
    return at;
  }
}

/** Writes a mesh into memory from an address on. */
function putMesh(
  { memory }: PassCode,
  { positions, colors, perFace, indices, form, cull, clear, lift, uvs }: SceneMesh,
  address: number,
  texture: { texture: Texture; at: number } | undefined,
  size: { size: number; perspective: boolean },
) {
  const work = new Room(address);
  const at = {
    positions: work.take(positions.byteLength),
    projected: work.take((16 * positions.length) / 3),
    colors: work.take(colors.byteLength),
    indices: work.take(indices.byteLength),
    places: uvs ? work.take(uvs.byteLength) : 0,
  };
  const buffer = growMemory(memory, work.end);
  new Float32Array(buffer, at.positions, positions.length).set(positions);
  new Uint8Array(buffer, at.colors, colors.length).set(colors);
  new Uint32Array(buffer, at.indices, indices.length).set(indices);
  if (uvs) new Float32Array(buffer, at.places, uvs.length).set(uvs);
  return putMeshTask(buffer, {
    ...at,
    corners: positions.length / 3,
    count: indices.length / cornersOf[form],
    perFace: perFace ? 1 : 0,
    texture: texture?.at ?? 0,
    textureWidth: texture?.texture.width ?? 0,
    textureHeight: texture?.texture.height ?? 0,
    cull: cull ? 1 : 0,
    clear: clear ? 1 : 0,
    size: size.size,
    perspective: size.perspective ? 1 : 0,
    lift,
  });
}

/** Rows of a camera, x and y in pixels instead of picture units. */
function rowsIn(rows: Float64Array, [a, b, c, d, e, f]: Matrix): Float64Array {
  const out = Float64Array.from(rows);
  for (let i = 0; i < 4; i++) {
    const [x, y, w] = [rows[i]!, rows[4 + i]!, rows[12 + i]!];
    out[i] = a * x + c * y + e * w;
    out[4 + i] = b * x + d * y + f * w;
  }
  return out;
}
