import { cos, sin, type ImagesOp, type Matrix } from '@cyclogram/core';
import { drawParts } from '../images';
import type { Drawer } from './drawing';

/** Images that are not here yet are left out. */
export const drawImages: Drawer<ImagesOp> = ({ image, positions }, drawing) => {
  const found = drawing.images.get(image);
  if (!found) return 0;
  const [a, b, c, d, e, f] = drawing.matrix;
  const from = [0, 0, found.width, found.height] as const;
  const parts = Array.from({ length: Math.floor(positions.length / 6) }, (_, n) => {
    const [x, y, boxWidth, boxHeight, angle, opacity] = positions.subarray(6 * n, 6 * n + 6) as unknown as [
      number,
      number,
      number,
      number,
      number,
      number,
    ];
    const fit = Math.min(boxWidth / found.width, boxHeight / found.height);
    const [width, height] = [fit * found.width, fit * found.height];
    const [across, down] = [cos(angle), sin(angle)];
    const matrix: Matrix = [
      a * across + c * down,
      b * across + d * down,
      c * across - a * down,
      d * across - b * down,
      a * x + c * y + e,
      b * x + d * y + f,
    ];
    const to = [-width / 2, -height / 2, width, height] as const;
    return { from, to, matrix, opacity: drawing.opacity * opacity, blend: drawing.blend };
  });
  drawParts(drawing, found, parts);
  return parts.length;
};
