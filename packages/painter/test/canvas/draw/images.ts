import type { ImagesOp } from '@cyclogram/core';
import type { Drawer } from './drawer';

/** Images that are not here yet are left out. */
export const drawImages: Drawer<ImagesOp> = ({ image, positions }, { context, matrix, images }) => {
  const found = images.get(image);
  if (!found) return 0;
  const [a, b, c, d, e, f] = matrix;
  const alpha = context.globalAlpha;
  for (let i = 0; i < positions.length; i += 6) {
    const [x, y, boxWidth, boxHeight, angle, opacity] = positions.subarray(i, i + 6) as unknown as number[];
    const fit = Math.min(boxWidth! / found.width, boxHeight! / found.height);
    const [width, height] = [fit * found.width, fit * found.height];
    const [cos, sin] = [Math.cos(angle!), Math.sin(angle!)];
    context.setTransform(
      a * cos + c * sin,
      b * cos + d * sin,
      c * cos - a * sin,
      d * cos - b * sin,
      a * x! + c * y! + e,
      b * x! + d * y! + f,
    );
    context.globalAlpha = alpha * opacity!;
    context.drawImage(found.image, -width / 2, -height / 2, width, height);
  }
  context.globalAlpha = alpha;
  return positions.length / 6;
};
