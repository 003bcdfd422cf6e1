import {
  blendModes,
  type BackdropOp,
  type GroupOp,
  type Operation,
  type Picture,
  type StrokesOp,
} from '@cyclogram/core';

/** The part of the Canvas 2D API that the painter draws with: a browser's context has it, and Skia's in Node. */
export type PaintContext = Pick<
  CanvasRenderingContext2D,
  | 'setTransform'
  | 'clearRect'
  | 'fillRect'
  | 'beginPath'
  | 'moveTo'
  | 'lineTo'
  | 'stroke'
  | 'createRadialGradient'
  | 'globalAlpha'
  | 'globalCompositeOperation'
  | 'fillStyle'
  | 'strokeStyle'
  | 'lineWidth'
  | 'lineCap'
> & { drawImage(image: unknown, x: number, y: number): void };

/** A canvas with its context. */
export interface Surface {
  /** What drawImage takes. */
  image: unknown;
  context: PaintContext;
}

export type CreateSurface = (width: number, height: number) => Surface;

interface Placement {
  scale: number;
  x: number;
  y: number;
}

/**
 * Paints pictures. One implementation for preview and render, so that they cannot
 * differ. Keeps its surfaces from frame to frame; one painter serves one size at
 * a time.
 */
export class Painter {
  private width = 0;
  private height = 0;
  private readonly spare: Surface[] = [];
  private backdrop: { key: string; surface: Surface } | undefined;

  constructor(private readonly createSurface: CreateSurface) {}

  /**
   * Paints a picture over everything on `context`, which is `width` x `height`
   * pixels. The picture is scaled to fit in the middle; the backdrop fills what is left.
   */
  paint(context: PaintContext, picture: Picture, width: number, height: number): void {
    if (width !== this.width || height !== this.height) {
      this.width = width;
      this.height = height;
      this.spare.length = 0;
      this.backdrop = undefined;
    }
    const scale = Math.min(width / picture.width, height / picture.height);
    const placement = {
      scale,
      x: (width - scale * picture.width) / 2,
      y: (height - scale * picture.height) / 2,
    };
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.globalAlpha = 1;
    context.globalCompositeOperation = 'source-over';
    this.paintAll(context, picture.operations, placement);
  }

  private paintAll(context: PaintContext, operations: Operation[], placement: Placement): void {
    for (const operation of operations) {
      switch (operation.op) {
        case 'backdrop':
          this.paintBackdrop(context, operation);
          break;
        case 'strokes':
          paintStrokes(context, operation, placement);
          break;
        case 'group':
          this.paintGroup(context, operation, placement);
          break;
      }
    }
  }

  private paintBackdrop(context: PaintContext, { color, edgeColor }: BackdropOp): void {
    const { width, height } = this;
    context.setTransform(1, 0, 0, 1, 0, 0);
    if (color === edgeColor) {
      context.fillStyle = color;
      context.fillRect(0, 0, width, height);
      return;
    }
    // The gradient is the same from frame to frame and costs more than a copy.
    const key = color + edgeColor;
    if (this.backdrop?.key !== key) {
      const surface = this.backdrop?.surface ?? this.createSurface(width, height);
      const radius = Math.hypot(width, height) / 2;
      const gradient = surface.context.createRadialGradient(
        width / 2,
        height / 2,
        0,
        width / 2,
        height / 2,
        radius,
      );
      gradient.addColorStop(0, color);
      gradient.addColorStop(1, edgeColor);
      surface.context.fillStyle = gradient;
      surface.context.fillRect(0, 0, width, height);
      this.backdrop = { key, surface };
    }
    context.drawImage(this.backdrop.surface.image, 0, 0);
  }

  /**
   * A group of one operation, or one laid on plainly, needs no surface of its own:
   * the result is the same without.
   */
  private paintGroup(context: PaintContext, group: GroupOp, placement: Placement): void {
    const { operations, opacity, blend } = group;
    if (operations.length === 0) return;
    const plain = opacity === 1 && blend === 'normal';
    const single = operations.length === 1 && operations[0]!.op === 'strokes';
    if (plain || single) {
      context.globalAlpha = opacity;
      context.globalCompositeOperation = blendModes[blend].canvas;
      this.paintAll(context, operations, placement);
    } else {
      const surface = this.spare.pop() ?? this.createSurface(this.width, this.height);
      surface.context.setTransform(1, 0, 0, 1, 0, 0);
      surface.context.clearRect(0, 0, this.width, this.height);
      this.paintAll(surface.context, operations, placement);
      context.setTransform(1, 0, 0, 1, 0, 0);
      context.globalAlpha = opacity;
      context.globalCompositeOperation = blendModes[blend].canvas;
      context.drawImage(surface.image, 0, 0);
      this.spare.push(surface);
    }
    context.globalAlpha = 1;
    context.globalCompositeOperation = 'source-over';
  }
}

function paintStrokes(
  context: PaintContext,
  { color, width, ends, lines }: StrokesOp,
  placement: Placement,
): void {
  context.setTransform(placement.scale, 0, 0, placement.scale, placement.x, placement.y);
  context.strokeStyle = color;
  context.lineWidth = width;
  context.lineCap = ends === 'round' ? 'round' : 'butt';
  context.beginPath();
  for (let i = 0; i < lines.length; i += 4) {
    context.moveTo(lines[i]!, lines[i + 1]!);
    context.lineTo(lines[i + 2]!, lines[i + 3]!);
  }
  context.stroke();
}
