import {
  blendModes,
  type BackdropOp,
  type CurveOp,
  type DotsOp,
  type FillOp,
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
  | 'closePath'
  | 'arc'
  | 'fill'
  | 'stroke'
  | 'createRadialGradient'
  | 'globalAlpha'
  | 'globalCompositeOperation'
  | 'fillStyle'
  | 'strokeStyle'
  | 'lineWidth'
  | 'lineCap'
  | 'lineJoin'
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
        case 'dots':
          paintDots(context, operation, placement);
          break;
        case 'curve':
          paintCurve(context, operation, placement);
          break;
        case 'fill':
          paintFill(context, operation, placement);
          break;
        case 'group':
          this.paintGroup(context, operation, placement);
          break;
      }
    }
  }

  /** Whole pixels that operations can touch, within the surface. */
  private pixelBounds(operations: Operation[], { scale, x, y }: Placement) {
    const box: Box = [Infinity, Infinity, -Infinity, -Infinity];
    const add = (all: Operation[]): void => {
      for (const operation of all) {
        if (operation.op === 'group') add(operation.operations);
        else addBounds(operation, box);
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
    const single = operations.length === 1 && operations[0]!.op !== 'group';
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

type Box = [number, number, number, number];

/** Adds points to a box [left, top, right, bottom], with room around each. */
function addPoints(points: Float32Array, room: number, box: Box): void {
  for (let i = 0; i < points.length; i += 2) {
    box[0] = Math.min(box[0], points[i]! - room);
    box[1] = Math.min(box[1], points[i + 1]! - room);
    box[2] = Math.max(box[2], points[i]! + room);
    box[3] = Math.max(box[3], points[i + 1]! + room);
  }
}

/** Adds what an operation can touch, in picture units. */
function addBounds(operation: Exclude<Operation, GroupOp>, box: Box): void {
  switch (operation.op) {
    case 'strokes':
      return addPoints(operation.lines, operation.width, box);
    case 'curve':
      return addPoints(operation.points, operation.width, box);
    case 'fill':
      return operation.outlines.forEach((outline) => addPoints(outline, 0, box));
    case 'dots': {
      const { circles } = operation;
      for (let i = 0; i < circles.length; i += 3) addPoints(circles.subarray(i, i + 2), circles[i + 2]!, box);
      return;
    }
    case 'backdrop':
      box.splice(0, 4, -Infinity, -Infinity, Infinity, Infinity);
  }
}

function place(context: PaintContext, { scale, x, y }: Placement): void {
  context.setTransform(scale, 0, 0, scale, x, y);
  context.beginPath();
}

function trace(context: PaintContext, points: Float32Array, closed: boolean): void {
  for (let i = 0; i < points.length; i += 2) {
    if (i === 0) context.moveTo(points[0]!, points[1]!);
    else context.lineTo(points[i]!, points[i + 1]!);
  }
  if (closed) context.closePath();
}

function paintDots(context: PaintContext, { color, circles }: DotsOp, placement: Placement): void {
  place(context, placement);
  for (let i = 0; i < circles.length; i += 3) {
    const [x, y, radius] = [circles[i]!, circles[i + 1]!, circles[i + 2]!];
    context.moveTo(x + radius, y);
    context.arc(x, y, radius, 0, 2 * Math.PI);
  }
  context.fillStyle = color;
  context.fill();
}

function paintCurve(context: PaintContext, operation: CurveOp, placement: Placement): void {
  place(context, placement);
  trace(context, operation.points, operation.closed);
  context.strokeStyle = operation.color;
  context.lineWidth = operation.width;
  context.lineCap = 'round';
  context.lineJoin = operation.corners === 'round' ? 'round' : 'bevel';
  context.stroke();
}

function paintFill(context: PaintContext, { color, evenOdd, outlines }: FillOp, placement: Placement): void {
  place(context, placement);
  for (const outline of outlines) trace(context, outline, true);
  context.fillStyle = color;
  context.fill(evenOdd ? 'evenodd' : 'nonzero');
}

function paintStrokes(
  context: PaintContext,
  { color, width, ends, lines }: StrokesOp,
  placement: Placement,
): void {
  place(context, placement);
  context.strokeStyle = color;
  context.lineWidth = width;
  context.lineCap = ends === 'round' ? 'round' : 'butt';
  for (let i = 0; i < lines.length; i += 4) {
    context.moveTo(lines[i]!, lines[i + 1]!);
    context.lineTo(lines[i + 2]!, lines[i + 3]!);
  }
  context.stroke();
}
