import { momentOf } from '../film/document/momentOf';
import { layerRegistry } from '../picture/layer/registry';
import { bodyKinds, type BodyKindName } from '../picture/body/registry';
import { DrawCache } from '../picture/display/drawCache';
import { defaultFilm, newLayer } from '../film/document/defaults';
import { emptyTables, TableHearing } from '../sound/hearing/tableHearing';
import { sceneAt } from '../picture/layer/depth';
import { sin } from '../contract/math/math';
import { noAssets } from '../picture/display/moment';
import { usualTypeface, type Typeface } from '../picture/typeface/typeface';
import { rasterise } from '../picture/scene/rasterise';

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

/** An image for the kinds that show one. */
const image = {
  ...{ width: 8, height: 8 },
  rgba: Uint8Array.from({ length: 256 }, (_, i) => (i % 4 === 3 ? 255 : (i * 37) % 256)),
};

/**
 * Pixels of a stage with a body of each kind, for comparing their bits on different machines.
 * @returns as many bytes of one kind after the other, as `bodyKinds` lists them
 */
export function sceneBits(): Uint8Array {
  const film = { ...defaultFilm('Bits'), width: 480, height: 270 };
  film.ears[0]!.bands = bands;
  const levels = Float32Array.from({ length: 300 * bands }, (_, i) => 0.5 + 0.5 * sin(i / 7));
  const ears = new Map([[film.ears[0]!.id, { bands, rate: 50, first: 0, levels }]]);
  const hearing = new TableHearing({ ...emptyTables(), ears });
  const assets = {
    ...noAssets,
    ...{ typefaces: new Map([[usualTypeface, triangles]]), images: new Map([['image', image]]) },
  };
  const all = (Object.keys(bodyKinds) as BodyKindName[]).map((kind) => {
    const body = { ...bodyKinds[kind].defaults(film), id: kind };
    const refers = {
      ...('ear' in body ? { ear: film.ears[0]!.id } : {}),
      ...('image' in body ? { image: 'image' } : {}),
    };
    const bodies = [{ ...body, ...refers }];
    const layer = layerRegistry.as(
      'depth',
      newLayer('depth', film, { id: kind, name: kind, bodies } as never),
    )!;
    const camera = { ...layer.camera, orbit: 31, tilt: 23, roll: 4 };
    const light = { ...layer.light, fade: 0.5, rim: 0.4 };
    film.layers = [{ ...layer, camera, light } as (typeof film.layers)[0]];
    const moment = momentOf({ ...film }, hearing, 3.217, { cache: new DrawCache(), assets });
    const scene = sceneAt(layerRegistry.as('depth', moment.layer(kind))!, moment)!;
    return rasterise(scene, [1, 0, 0, 1, 0, 0], 480, 270, true, () => image).slice();
  });
  const out = new Uint8Array(all.reduce((sum, { length }) => sum + length, 0));
  all.reduce((at, pixels) => (out.set(pixels, at), at + pixels.length), 0);
  return out;
}
