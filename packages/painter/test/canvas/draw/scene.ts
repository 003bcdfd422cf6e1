import { rasterise, type Matrix, type SceneOp, type Texture } from '@cyclogram/core';
import type { PaintImage } from '../context';
import type { Drawer, Drawing } from './drawer';
import { sheetOf } from './sheet';

/** Longest side of an image on the stage, in pixels: there is one in memory for each. */
const longestSide = 1024;

const textures = new WeakMap<PaintImage, Texture>();

/** Pixels of an image. */
function textureOf(image: PaintImage, { createSurface }: Drawing): Texture {
  let texture = textures.get(image);
  if (!texture) {
    const scale = Math.min(1, longestSide / Math.max(image.width, image.height));
    const [width, height] = [image.width, image.height].map((side) =>
      Math.max(1, Math.round(side * scale)),
    ) as [number, number];
    const { context } = createSurface(width, height);
    context.drawImage(image.image, 0, 0, width, height);
    textures.set(image, (texture = { width, height, rgba: context.getImageData(0, 0, width, height).data }));
  }
  return texture;
}

export const drawScene: Drawer<SceneOp> = (scene, drawing) => {
  const { context, matrix, images, viewport, stagePixel } = drawing;
  const [width, height] = [Math.ceil(viewport.width / stagePixel), Math.ceil(viewport.height / stagePixel)];
  const sheet = sheetOf(drawing, width, height);
  const found = (id: string) => {
    const image = images.get(id);
    return image && textureOf(image, drawing);
  };
  const own = matrix.map((value) => value / stagePixel) as unknown as Matrix;
  sheet.pixels.data.set(rasterise(scene, own, width, height, true, found));
  sheet.context.putImageData(sheet.pixels, 0, 0);
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.drawImage(sheet.image, 0, 0, width * stagePixel, height * stagePixel);
  return 1;
};
