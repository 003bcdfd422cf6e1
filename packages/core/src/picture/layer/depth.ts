import {
  addPoint,
  type Box,
  defaultsOf,
  emptyBox,
  fieldGroups,
  type Offer,
  type Size,
  someOf,
  type ValueOf,
} from '../../contract';
import { bodyOffers, type OfferingBody } from '../body/bodyOffer';
import { moveOnStage, stageMatrix, type BodyContext } from '../body/bodyKind';
import { bodyKinds, bodyLookBack, shapesOf, type AnyBody } from '../body/registry';
import type { Moment } from '../display/moment';
import { valueHash } from '../display/pictureHash';
import type { SceneOp } from '../display/operation/scene';
import { cameraRecord, viewOf, type View } from '../scene/camera';
import { dress } from '../scene/dress';
import { lightRecord, shadingOf } from '../scene/light';
import type { SceneMesh } from '../scene/mesh';
import type { LayerKind } from './layerKind';
import { layerRecord } from './layerRecord';

export const depthLayerRecord = layerRecord(
  'depth',
  fieldGroups([
    {
      heading: 'Stage',
      fields: [
        {
          kind: 'list',
          key: 'bodies',
          label: 'Bodies',
          help: 'What stands on the stage.',
          of: { kind: 'kinds', label: 'Body', of: () => bodyKinds },
          max: 16,
        },
        { kind: 'record', key: 'camera', label: 'Camera', of: cameraRecord },
        { kind: 'record', key: 'light', label: 'Light', of: lightRecord },
      ],
    },
  ]),
);
export type DepthLayer = { kind: 'depth' } & ValueOf<typeof depthLayerRecord>;

/** What stands on a stage at a moment, lit. */
export function meshesOf(layer: DepthLayer, moment: Moment, view: View): SceneMesh[] {
  const { film, cache } = moment;
  const around = layer.light.image === null ? undefined : moment.assets.images.get(layer.light.image)?.small;
  const shading = shadingOf(layer.light, view.eye, layer.camera.distance, around);
  return (layer.bodies as unknown as AnyBody[]).flatMap((body) => {
    const context: BodyContext = {
      moment,
      film,
      size: film,
      parts: (key, count) => moment.parts(layer.id, `bodies.${key}`, count, body.id),
      moves: (key) => moment.moves(layer.id, `bodies.${key}`, body.id),
    };
    const matrix = stageMatrix(body);
    const { material } = body;
    const gradient = film.palettes.find(({ id }) => id === material.palette) ?? material;
    return shapesOf(body, context).flatMap((shape, n) => {
      // What stands still, and is seen and lit as before, is taken as it was.
      const hash = valueHash([shape, matrix, material, gradient, view, layer.light, layer.camera]);
      const key = `${layer.id} ${body.id} ${n}`;
      const before = cache.meshes.get(key);
      if (before?.hash === hash && before.around === around) return before.meshes;
      moveOnStage(shape.positions, matrix);
      const { nearFade } = layer.camera;
      const meshes = dress(shape, { material, gradient, ramps: cache.ramps, view, shading, nearFade });
      cache.meshes.set(key, { hash, around, meshes });
      return meshes;
    });
  });
}

/** What meshes cover in the picture; all around it where something lies behind the camera. */
export function seenBox(
  meshes: readonly SceneMesh[],
  view: View,
  { width, height }: { width: number; height: number },
): Box {
  const box = emptyBox();
  const all: Box = [-width, -height, 2 * width, 2 * height];
  const { rows, near } = view;
  for (const { positions, form, size, perspective } of meshes) {
    for (let i = 0; i < positions.length; i += 3) {
      const x = positions[i]!;
      const y = positions[i + 1]!;
      const z = positions[i + 2]!;
      const w = rows[12]! * x + rows[13]! * y + rows[14]! * z + rows[15]!;
      if (!(w >= near)) return all;
      const room = form === 'faces' ? 1 : perspective && view.isPerspective ? (size * view.focal) / w : size;
      addPoint(
        box,
        (rows[0]! * x + rows[1]! * y + rows[2]! * z + rows[3]!) / w,
        (rows[4]! * x + rows[5]! * y + rows[6]! * z + rows[7]!) / w,
        room,
      );
    }
  }
  return box[0] > box[2]
    ? [0, 0, 0, 0]
    : [
        Math.max(box[0], all[0]),
        Math.max(box[1], all[1]),
        Math.min(box[2], all[2]),
        Math.min(box[3], all[3]),
      ];
}

/** Ids of the images that a stage shows or reflects. */
const wantedImages = ({ bodies, light }: DepthLayer): string[] =>
  [...(bodies as { image?: string | null }[]), light].flatMap(({ image }) => (image ? [image] : []));

/** The stage of a layer as an operation; undefined when nothing stands on it. */
export function sceneAt(layer: DepthLayer, moment: Moment): SceneOp | undefined {
  const { film } = moment;
  const view = viewOf(layer.camera, film);
  const meshes = meshesOf(layer, moment, view).filter(({ indices }) => indices.length > 0);
  const wanted = wantedImages(layer);
  if (meshes.length === 0 && wanted.length === 0) return undefined;
  const { rows, near, focal, isPerspective } = view;
  return { op: 'scene', meshes, rows, near, focal, isPerspective, wanted, box: seenBox(meshes, view, film) };
}

/** What of a body says which letters it has. */
interface Texted {
  id: string;
  source?: string;
  text?: string;
}

const letterCount = ({ text = '' }: Texted): number => [...text.replace(/\s/g, '')].length;

/** A small stage: bodies, light and a camera. */
export const depthLayer: LayerKind<'depth', typeof depthLayerRecord> = {
  kind: 'depth',
  label: 'Depth',
  card: 'stage',
  icon: 'box',
  get offers() {
    const standards = {
      camera: (size: Size) => defaultsOf(cameraRecord, size),
      light: (size: Size) => defaultsOf(lightRecord, size),
    };
    const kinds: readonly OfferingBody[] = Object.values(bodyKinds);
    return someOf(kinds.flatMap((kind) => bodyOffers(kind, standards)) as Offer<Partial<DepthLayer>>[]);
  },
  record: depthLayerRecord,
  content(layer, moment) {
    const scene = sceneAt(layer as DepthLayer, moment);
    return { operations: scene ? [scene] : [] };
  },
  needs: ({ bodies }) => ({
    lookBack: Math.max(0, ...(bodies as unknown as AnyBody[]).map(bodyLookBack)),
    lookAhead: 0,
    waveforms: [],
  }),
  shows: () => [],
  /** Letters of its texts. */
  parts: ({ bodies }) => Math.max(1, ...(bodies as Texted[]).map(letterCount)),
  spreads: ({ bodies }, key, item) =>
    key === 'bodies.letterRise' &&
    (bodies as Texted[]).some((body) => body.id === item && body.source === 'text' && letterCount(body) > 1),
  figures: ({ bodies }) => bodies.length,
};
