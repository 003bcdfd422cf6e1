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
> & {
  drawImage(image: unknown, x: number, y: number): void;
  drawImage(
    image: unknown,
    sourceX: number,
    sourceY: number,
    sourceWidth: number,
    sourceHeight: number,
    x: number,
    y: number,
    width: number,
    height: number,
  ): void;
};

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

  /** Whole pixels that operations can touch, within the surface. */
  private pixelBounds(operations: Operation[], { scale, x, y }: Placement) {
    const box: [number, number, number, number] = [Infinity, Infinity, -Infinity, -Infinity];
    const add = (all: Operation[]): void => {
      for (const operation of all) {
        if (operation.op === 'strokes') addBounds(operation, box);
        else if (operation.op === 'group') add(operation.operations);
        else box.splice(0, 4, -Infinity, -Infinity, Infinity, Infinity);
      }
    };
    add(operations);
    const left = Math.max(0, Math.floor(box[0] * scale + x) - 1);
    const top = Math.max(0, Math.floor(box[1] * scale + y) - 1);
    const right = Math.min(this.width, Math.ceil(box[2] * scale + x) + 1);
    const bottom = Math.min(this.height, Math.ceil(box[3] * scale + y) + 1);
    return { x: left, y: top, width: right - left, height: bottom - top };
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
      // Only the part that is drawn on has to be cleared and laid on: what is clear changes nothing.
      const { x, y, width, height } = this.pixelBounds(operations, placement);
      if (width > 0 && height > 0) {
        const surface = this.spare.pop() ?? this.createSurface(this.width, this.height);
        surface.context.setTransform(1, 0, 0, 1, 0, 0);
        surface.context.clearRect(x, y, width, height);
        this.paintAll(surface.context, operations, placement);
        context.setTransform(1, 0, 0, 1, 0, 0);
        context.globalAlpha = opacity;
        context.globalCompositeOperation = blendModes[blend].canvas;
        context.drawImage(surface.image, x, y, width, height, x, y, width, height);
        this.spare.push(surface);
      }
    }
    context.globalAlpha = 1;
    context.globalCompositeOperation = 'source-over';
  }
}

/** Bounds of lines in picture units, their width included, added to `box`: [left, top, right, bottom]. */
function addBounds({ lines, width }: StrokesOp, box: [number, number, number, number]): void {
  for (let i = 0; i < lines.length; i += 2) {
    box[0] = Math.min(box[0], lines[i]! - width);
    box[1] = Math.min(box[1], lines[i + 1]! - width);
    box[2] = Math.max(box[2], lines[i]! + width);
    box[3] = Math.max(box[3], lines[i + 1]! + width);
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
