import type { StrokesOp } from '@cyclogram/core';
import { drawSoft, type Drawer } from './drawer';

export const drawStrokes: Drawer<StrokesOp> = ({ color, width, ends, lines, soft }, drawing) =>
  drawSoft(soft, drawing, (context, wider) => {
    context.strokeStyle = color;
    context.lineWidth = width + 2 * wider;
    context.lineCap = ends === 'round' ? 'round' : 'butt';
    for (let i = 0; i < lines.length; i += 4) {
      context.moveTo(lines[i]!, lines[i + 1]!);
      context.lineTo(lines[i + 2]!, lines[i + 3]!);
    }
    context.stroke();
  });
