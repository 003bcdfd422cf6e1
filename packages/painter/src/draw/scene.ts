import {
  passMemory,
  rasteriseTo,
  straightPixels,
  Surface,
  type Matrix,
  type SceneOp,
  type Texture,
} from '@cyclogram/core';
import { atMost, drawParts, type PaintImage } from '../images';
import type { Drawer } from './drawing';

/** Longest side of an image on the stage, in pixels: there is one in memory for each. */
const longestSide = 1024;

const textures = new WeakMap<PaintImage, Texture>();

/** Pixels of an image. */
function textureOf(image: PaintImage): Texture {
  let texture = textures.get(image);
  if (!texture) textures.set(image, (texture = atMost(image, longestSide)));
  return texture;
}

export const drawScene: Drawer<SceneOp> = (scene, drawing) => {
  const { surface, matrix, images, stagePixel, opacity, blend } = drawing;
  const [width, height] = [surface.width, surface.height].map((side) => Math.ceil(side / stagePixel)) as [
    number,
    number,
  ];
  const own = matrix.map((value) => value / stagePixel) as unknown as Matrix;
  // Images are made smaller in the same memory: before it is used.
  const found = new Map(
    scene.meshes.flatMap(({ image }) => {
      const one = image === null ? undefined : images.get(image);
      return one ? [[image, textureOf(one)] as const] : [];
    }),
  );
  passMemory().within(() => {
    const rows: [number, number][] = [];
    const stage = new Surface(width, height, () =>
      rasteriseTo(scene, own, width, height, false, (id) => found.get(id), rows),
    );
    stage.touchRows(rows);
    if (stagePixel === 1) stage.layOn(surface, 0, 0, opacity, blend);
    else {
      const from = [0, 0, width, height] as const;
      const small = { width, height, rgba: straightPixels(stage, false).slice() };
      const to = [0, 0, width * stagePixel, height * stagePixel] as const;
      drawParts(drawing, small, [{ from, to, matrix: [1, 0, 0, 1, 0, 0], opacity, blend }]);
    }
  });
  return 1;
};
