import { fillCircles, type DotsOp } from '@cyclogram/core';
import { drawSoft, type Drawer } from './drawing';

export const drawDots: Drawer<DotsOp> = ({ color, circles, soft }, drawing) =>
  drawSoft(soft, drawing, (step, wider) => fillCircles(step, circles, wider, color));
