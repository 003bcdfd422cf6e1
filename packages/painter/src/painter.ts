import {
  blendModes,
  boundsOf,
  multiply,
  type BackdropOp,
  type DrawOp,
  type GroupOp,
  type Matrix,
  type Operation,
  type Picture,
} from '@cyclogram/core';
import type { CreateSurface, PaintContext, PaintImage, Surface } from './context';
import { drawOperation, trace } from './drawShapes';

interface SizedSurface extends Surface {
  width: number;
  height: number;
}

/** Surfaces come in sizes of whole steps, in pixels, so that they can be used again; and so many are kept. */
const surfaceStep = 128;
const mostSpare = 16;

/**
 * Paints pictures. One implementation for preview and render, so that they cannot
 * differ. Keeps its surfaces from frame to frame; one painter serves one size at
 * a time.
 */
export class Painter {
  /** The film's pictures by their ids; those that are missing are left out. */
  images: ReadonlyMap<string, PaintImage> = new Map();
  /** Shapes and images drawn for the last picture. */
  drawCalls = 0;
  private width = 0;
  private height = 0;
  private readonly spare: SizedSurface[] = [];
  private backdrop: { key: string; surface: Surface } | undefined;
  /** Size of what is painted on now: the picture, or a surface for a group. */
  private room = { width: 0, height: 0 };

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
    this.drawCalls = 0;
    this.room = { width, height };
    const scale = Math.min(width / picture.width, height / picture.height);
    const [x, y] = [(width - scale * picture.width) / 2, (height - scale * picture.height) / 2];
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.globalAlpha = 1;
    context.globalCompositeOperation = 'source-over';
    this.paintAll(context, picture.operations, [scale, 0, 0, scale, x, y]);
  }

  /** For when the film's pictures have changed. */
  forgetBackdrop(): void {
    this.backdrop = undefined;
  }

  private paintAll(context: PaintContext, operations: readonly Operation[], matrix: Matrix): void {
    for (const operation of operations) {
      if (operation.op === 'group') this.paintGroup(context, operation, matrix);
      else if (operation.op === 'backdrop') this.paintBackdrop(context, operation);
      else this.paintDrawn(context, operation, matrix);
    }
  }

  private paintDrawn(context: PaintContext, operation: DrawOp, matrix: Matrix): void {
    if (operation.op !== 'images' && operation.soft > 0 && operation.color.length > 7) {
      // The passes of a soft edge must not shine through each other: the opacity comes last.
      const opacity = parseInt(operation.color.slice(7), 16) / 255;
      const opaque = { ...operation, color: operation.color.slice(0, 7) };
      this.paintGroup(context, { op: 'group', opacity, blend: 'normal', operations: [opaque] }, matrix);
      return;
    }
    this.drawCalls += drawOperation(context, operation, matrix, this.images);
  }

  /** Whole pixels that operations can touch, within the surface. */
  private pixelBounds(operations: readonly Operation[], matrix: Matrix) {
    const group: GroupOp = { op: 'group', opacity: 1, blend: 'normal', operations: [...operations], matrix };
    const box = boundsOf([group]);
    const left = Math.max(0, Math.floor(box[0]) - 1);
    const top = Math.max(0, Math.floor(box[1]) - 1);
    const right = Math.min(this.room.width, Math.ceil(box[2]) + 1);
    const bottom = Math.min(this.room.height, Math.ceil(box[3]) + 1);
    return { x: left, y: top, width: right - left, height: bottom - top };
  }

  /**
   * A surface of at least this size. Drawing from one costs as much as all of it is large, so it
   * is hardly larger than it must be.
   */
  private takeSurface(width: number, height: number): SizedSurface {
    const [wide, high] = [width, height].map((side) => Math.ceil(side / surfaceStep) * surfaceStep) as [
      number,
      number,
    ];
    const index = this.spare.findIndex((surface) => surface.width === wide && surface.height === high);
    if (index >= 0) return this.spare.splice(index, 1)[0]!;
    return { ...this.createSurface(wide, high), width: wide, height: high };
  }

  private paintBackdrop(context: PaintContext, { color, edgeColor, picture }: BackdropOp): void {
    const { width, height } = this;
    const image = picture === null ? undefined : this.images.get(picture);
    context.setTransform(1, 0, 0, 1, 0, 0);
    this.drawCalls++;
    if (color === edgeColor && !image) {
      context.fillStyle = color;
      context.fillRect(0, 0, width, height);
      return;
    }
    // It is the same from frame to frame and costs more than a copy.
    const key = `${color} ${edgeColor} ${image ? picture : ''}`;
    if (this.backdrop?.key !== key) {
      const surface = this.backdrop?.surface ?? this.createSurface(width, height);
      drawBackdrop(surface.context, { color, edgeColor }, image, width, height);
      this.backdrop = { key, surface };
    }
    context.drawImage(this.backdrop.surface.image, 0, 0);
  }

  private paintGroup(context: PaintContext, group: GroupOp, outer: Matrix): void {
    const { operations, clip } = group;
    if (operations.length === 0) return;
    const matrix = group.matrix ? multiply(outer, group.matrix) : outer;
    if (!clip) {
      this.layOn(context, group, matrix);
      return;
    }
    context.save();
    context.setTransform(...matrix);
    context.beginPath();
    for (const outline of clip) trace(context, outline, true);
    context.clip('evenodd');
    this.layOn(context, group, matrix);
    context.restore();
  }

  /**
   * A group of one operation, or one laid on plainly, needs no surface of its own:
   * the result is the same without.
   */
  private layOn(context: PaintContext, { operations, opacity, blend }: GroupOp, matrix: Matrix): void {
    if ((opacity === 1 && blend === 'normal') || isSingle(operations)) {
      context.globalAlpha = opacity;
      context.globalCompositeOperation = blendModes[blend].canvas;
      this.paintAll(context, operations, matrix);
    } else {
      // Only the part that is drawn on has to be cleared and laid on: what is clear changes nothing.
      const { x, y, width, height } = this.pixelBounds(operations, matrix);
      if (width > 0 && height > 0) {
        const surface = this.takeSurface(width, height);
        surface.context.setTransform(1, 0, 0, 1, 0, 0);
        surface.context.globalAlpha = 1;
        surface.context.globalCompositeOperation = 'source-over';
        surface.context.clearRect(0, 0, width, height);
        const outer = this.room;
        this.room = { width, height };
        this.paintAll(surface.context, operations, multiply([1, 0, 0, 1, -x, -y], matrix));
        this.room = outer;
        context.setTransform(1, 0, 0, 1, 0, 0);
        context.globalAlpha = opacity;
        context.globalCompositeOperation = blendModes[blend].canvas;
        context.drawImage(surface.image, 0, 0, width, height, x, y, width, height);
        this.drawCalls++;
        this.spare.push(surface);
        if (this.spare.length > mostSpare) this.spare.shift();
      }
    }
    context.globalAlpha = 1;
    context.globalCompositeOperation = 'source-over';
  }
}

/** Whether operations are one shape that nothing of itself lies under. */
function isSingle(operations: readonly Operation[]): boolean {
  const [only] = operations;
  if (operations.length !== 1 || !only || only.op === 'group' || only.op === 'images') return false;
  return only.op === 'backdrop' || only.soft <= 0;
}

/** The colours from the middle to the corners, and the picture over them so that nothing is left free. */
function drawBackdrop(
  context: PaintContext,
  { color, edgeColor }: { color: string; edgeColor: string },
  image: PaintImage | undefined,
  width: number,
  height: number,
): void {
  const [x, y] = [width / 2, height / 2];
  const gradient = context.createRadialGradient(x, y, 0, x, y, Math.hypot(x, y));
  gradient.addColorStop(0, color);
  gradient.addColorStop(1, edgeColor);
  context.fillStyle = gradient;
  context.fillRect(0, 0, width, height);
  if (!image) return;
  const cover = Math.max(width / image.width, height / image.height);
  const [drawnWidth, drawnHeight] = [cover * image.width, cover * image.height];
  context.drawImage(image.image, x - drawnWidth / 2, y - drawnHeight / 2, drawnWidth, drawnHeight);
}
