import { strokeSegments, type StrokesOp } from '@cyclogram/core';
import { drawSoft, type Drawer } from './drawing';

export const drawStrokes: Drawer<StrokesOp> = ({ color, width, ends, lines, soft }, drawing) =>
  drawSoft(soft, drawing, (step, wider) =>
    strokeSegments(step, lines, { width: width + 2 * wider, ends }, color),
  );
