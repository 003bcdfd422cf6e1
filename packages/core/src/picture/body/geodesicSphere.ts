/** A sphere of radius 1 out of the faces of an icosahedron. */
export interface GeodesicSphere {
  /** x, y and z of each corner. */
  positions: Float32Array;
  /** Three corners of each face, against the clock seen from outside. */
  faces: Uint32Array;
}

const made = new Map<number, GeodesicSphere>();

/** @param divisions how often every face is divided into four: there are 10 x 4^divisions + 2 corners and 20 x 4^divisions faces */
export function geodesicSphere(divisions: number): GeodesicSphere {
  let sphere = made.get(divisions);
  if (!sphere)
    made.set(divisions, (sphere = divisions === 0 ? icosahedron() : divide(geodesicSphere(divisions - 1))));
  return sphere;
}

/** Its corners are those of three rectangles in golden proportion, at right angles (H. S. M. Coxeter, Regular Polytopes). */
function icosahedron(): GeodesicSphere {
  const golden = (1 + Math.sqrt(5)) / 2;
  const size = Math.sqrt(1 + golden * golden);
  const [a, b] = [1 / size, golden / size];
  return {
    positions: Float32Array.from([
      ...[-a, b, 0, a, b, 0, -a, -b, 0, a, -b, 0],
      ...[0, -a, b, 0, a, b, 0, -a, -b, 0, a, -b],
      ...[b, 0, -a, b, 0, a, -b, 0, -a, -b, 0, a],
    ]),
    faces: Uint32Array.from([
      ...[0, 11, 5, 0, 5, 1, 0, 1, 7, 0, 7, 10, 0, 10, 11],
      ...[1, 5, 9, 5, 11, 4, 11, 10, 2, 10, 7, 6, 7, 1, 8],
      ...[3, 9, 4, 3, 4, 2, 3, 2, 6, 3, 6, 8, 3, 8, 9],
      ...[4, 9, 5, 2, 4, 11, 6, 2, 10, 8, 6, 7, 9, 8, 1],
    ]),
  };
}

function divide({ positions, faces }: GeodesicSphere): GeodesicSphere {
  const all = [...positions];
  const count = positions.length / 3;
  const middles = new Map<number, number>();
  const middle = (a: number, b: number): number => {
    const key = Math.min(a, b) * count + Math.max(a, b);
    let found = middles.get(key);
    if (found === undefined) {
      const [x, y, z] = [0, 1, 2].map((axis) => all[3 * a + axis]! + all[3 * b + axis]!) as [
        number,
        number,
        number,
      ];
      const size = Math.sqrt(x * x + y * y + z * z);
      found = all.length / 3;
      all.push(x / size, y / size, z / size);
      middles.set(key, found);
    }
    return found;
  };
  const out: number[] = [];
  for (let i = 0; i < faces.length; i += 3) {
    const [a, b, c] = [faces[i]!, faces[i + 1]!, faces[i + 2]!];
    const [ab, bc, ca] = [middle(a, b), middle(b, c), middle(c, a)];
    out.push(a, ab, ca, b, bc, ab, c, ca, bc, ab, bc, ca);
  }
  return { positions: Float32Array.from(all), faces: Uint32Array.from(out) };
}
