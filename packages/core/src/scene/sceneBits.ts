import { bodyKinds, type BodyKindName } from '../body/registry';
import { DrawCache } from '../cache/drawCache';
import { defaultFilm, newLayer } from '../film/defaults';
import { emptyTables, TableHearing } from '../hearing/tableHearing';
import { asDepth, sceneAt } from '../layer/depth';
import { sin } from '../math/math';
import { momentOf, noAssets } from '../picture/moment';
import { usualTypeface, type Typeface } from '../typeface/typeface';
import { rasterise } from './rasterise';

const bands = 24;

/** Letters that are triangles. */
const triangles: Typeface = {
  ascent: 1,
  descent: 0,
  line: (text) => ({
    width: text.length,
    letters: [...text].map((_, x) => ({
      outlines: [Float32Array.of(0, 0, 0.8, 0, 0.4, -0.7)],
      x,
      advance: 1,
      blank: false,
    })),
  }),
};

/** Pixels of a stage with a body of each kind, for comparing their bits on different machines. @param kinds all when left out */
export function sceneBits(
  kinds: readonly BodyKindName[] = ['terrain', 'relief', 'array', 'globe', 'solid'],
): Uint8Array {
  const film = { ...defaultFilm('Bits'), width: 480, height: 270 };
  film.ears[0]!.bands = bands;
  const levels = Float32Array.from({ length: 300 * bands }, (_, i) => 0.5 + 0.5 * sin(i / 7));
  const ears = new Map([[film.ears[0]!.id, { bands, rate: 50, first: 0, levels }]]);
  const hearing = new TableHearing({ ...emptyTables(), ears });
  const assets = { ...noAssets, typefaces: new Map([[usualTypeface, triangles]]) };
  const all = kinds.map((kind) => {
    const body = { ...bodyKinds[kind].defaults(film), id: kind };
    const bodies = [{ ...body, ...('ear' in body ? { ear: film.ears[0]!.id } : {}) }];
    const layer = asDepth(newLayer('depth', film, { id: kind, name: kind, bodies } as never))!;
    const camera = { ...layer.camera, orbit: 31, tilt: 23, roll: 4 };
    const light = { ...layer.light, fade: 0.5, rim: 0.4 };
    film.layers = [{ ...layer, camera, light } as (typeof film.layers)[0]];
    const moment = momentOf({ ...film }, hearing, 3.217, { cache: new DrawCache(), assets });
    const scene = sceneAt(asDepth(moment.layer(kind))!, moment)!;
    return rasterise(scene, [1, 0, 0, 1, 0, 0], 480, 270, true, () => undefined).slice();
  });
  const out = new Uint8Array(all.reduce((sum, { length }) => sum + length, 0));
  all.reduce((at, pixels) => (out.set(pixels, at), at + pixels.length), 0);
  return out;
}
