import type { ImageOp } from '@cyclogram/core';
import { drawParts } from '../images';
import type { Drawer, Drawing } from './drawing';

/** An image that is not here yet is left out. */
export const drawImage: Drawer<ImageOp> = (operation, drawing) => {
  const { image: id, fit, crop, focus, edges } = operation;
  const found = drawing.images.get(id);
  if (!found) return 0;
  const { width, height } = found;
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
  const { matrix, opacity, blend } = drawing;
  const part = {
    from: [sourceX, sourceY, sourceWidth, sourceHeight],
    to: [x, y, boxWidth, boxHeight],
    ...{ matrix, opacity, blend },
  } as const;
  drawParts(drawing, found, [part], edges);
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
