/** Something to be painted with depth, ready and lit: what is left is to project it. Places in the coordinates of the stage. */
export interface SceneMesh {
  form: 'faces' | 'lines' | 'points';
  /** x, y and z of each corner. */
  positions: Float32Array;
  /** Red, green, blue and opacity, 0..255 and not multiplied by it, of each corner; or of each face, line or point. */
  colors: Uint8Array;
  perFace: boolean;
  /** Three corners of each face, two of each line, one of each point. Faces go round against the clock, seen from the front. */
  indices: Uint32Array;
  /** Whether faces that turn away are left out: of closed bodies they cannot be seen. */
  cull: boolean;
  /** Whether something shows through. */
  clear: boolean;
  /** Width of lines and across points, in units of the stage. */
  size: number;
  /** Whether that is so on the stage, smaller when farther away; in the picture otherwise. */
  perspective: boolean;
  /** How much nearer it counts than it is, as a share: lines lie on faces. */
  lift: number;
  /** Where each corner lies on an image, 0 to 1 from its top left corner; null for none. */
  uvs: Float32Array | null;
  /** Id of the image in the film. */
  image: string | null;
}

/** A mesh with what is usual where nothing is said. */
export const sceneMesh = (
  part: Pick<SceneMesh, 'positions' | 'colors' | 'indices'> & Partial<SceneMesh>,
): SceneMesh => ({
  form: 'faces',
  perFace: false,
  cull: false,
  clear: false,
  size: 1,
  perspective: false,
  lift: 0,
  uvs: null,
  image: null,
  ...part,
});
