import type { ImageOp } from '@cyclogram/core';
import type { Drawer, Drawing } from './drawer';

/** An image that is not here yet is left out. */
export const drawImage: Drawer<ImageOp> = (operation, drawing) => {
  const { image: id, fit, crop, focus, edges } = operation;
  const { context, matrix, images } = drawing;
  const found = images.get(id);
  if (!found) return 0;
  const { image, width, height } = found;
  let [sourceX, sourceY] = [crop[0] * width, crop[1] * height];
  let [sourceWidth, sourceHeight] = [(crop[2] - crop[0]) * width, (crop[3] - crop[1]) * height];
  let [x, y, boxWidth, boxHeight] = operation.beyond ? boxBeyond(operation, drawing) : operation.box;
  if (fit === 'cover') {
    const scale = Math.max(boxWidth / sourceWidth, boxHeight / sourceHeight);
    const [seenWidth, seenHeight] = [boxWidth / scale, boxHeight / scale];
    sourceX += (sourceWidth - seenWidth) * focus.x;
    sourceY += (sourceHeight - seenHeight) * focus.y;
    [sourceWidth, sourceHeight] = [seenWidth, seenHeight];
  } else if (fit === 'contain') {
    const scale = Math.min(boxWidth / sourceWidth, boxHeight / sourceHeight);
    const [ownWidth, ownHeight] = [scale * sourceWidth, scale * sourceHeight];
    x += (boxWidth - ownWidth) * focus.x;
    y += (boxHeight - ownHeight) * focus.y;
    [boxWidth, boxHeight] = [ownWidth, ownHeight];
  }
  context.setTransform(...matrix);
  const draw = (
    fromX: number,
    fromY: number,
    fromWidth: number,
    fromHeight: number,
    toX: number,
    toY: number,
    toWidth: number,
    toHeight: number,
  ) => context.drawImage(image, fromX, fromY, fromWidth, fromHeight, toX, toY, toWidth, toHeight);
  if (edges > 0) {
    // The outermost pixels, drawn long: four sides and four corners. They reach under the image, so that no seam is seen.
    const [right, bottom] = [sourceX + sourceWidth - 1, sourceY + sourceHeight - 1];
    const lap = 1;
    draw(sourceX, sourceY, sourceWidth, 1, x, y - edges, boxWidth, edges + lap);
    draw(sourceX, bottom, sourceWidth, 1, x, y + boxHeight - lap, boxWidth, edges + lap);
    draw(sourceX, sourceY, 1, sourceHeight, x - edges, y, edges + lap, boxHeight);
    draw(right, sourceY, 1, sourceHeight, x + boxWidth - lap, y, edges + lap, boxHeight);
    for (const [cornerX, toX] of [
      [sourceX, x - edges],
      [right, x + boxWidth - lap],
    ] as const) {
      draw(cornerX, sourceY, 1, 1, toX, y - edges, edges + lap, edges + lap);
      draw(cornerX, bottom, 1, 1, toX, y + boxHeight - lap, edges + lap, edges + lap);
    }
  }
  draw(sourceX, sourceY, sourceWidth, sourceHeight, x, y, boxWidth, boxHeight);
  return 1;
};

/** The box of a background, as much larger as what is painted on is wider or higher than the picture. */
function boxBeyond({ box: [x, y, width, height] }: ImageOp, { picture, wider }: Drawing): ImageOp['box'] {
  const [middleX, middleY] = [picture.width / 2, picture.height / 2];
  return [
    middleX - (middleX - x) * wider.x,
    middleY - (middleY - y) * wider.y,
    width * wider.x,
    height * wider.y,
  ];
}
