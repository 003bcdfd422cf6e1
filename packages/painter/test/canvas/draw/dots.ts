import type { DotsOp } from '@cyclogram/core';
import { drawSoft, type Drawer } from './drawer';

export const drawDots: Drawer<DotsOp> = ({ color, circles, soft }, drawing) =>
  drawSoft(soft, drawing, (context, wider) => {
    for (let i = 0; i < circles.length; i += 3) {
      const [x, y, radius] = [circles[i]!, circles[i + 1]!, circles[i + 2]! + wider];
      context.moveTo(x + radius, y);
      context.arc(x, y, radius, 0, 2 * Math.PI);
    }
    context.fillStyle = color;
    context.fill();
  });
