import {
  blendModes,
  boundsOf,
  group as makeGroup,
  multiply,
  runPasses,
  type DrawOp,
  type GroupOp,
  type Matrix,
  type Operation,
  type Picture,
} from '@cyclogram/core';
import { BackdropPainter } from './backdrop';
import type { CreateSurface, PaintContext, PaintImages } from './context';
import { trace } from './draw/drawer';
import { drawOperation } from './draw/registry';
import { Surfaces } from './surfaces';

/**
 * Paints pictures. One implementation for preview and render, so that they cannot
 * differ. Keeps its surfaces from frame to frame; one painter serves one size at
 * a time.
 */
export class Painter {
  /** The film's images by their ids; those that are missing are left out. */
  images: PaintImages = new Map();
  /** Pixels of the picture for each of a stage, along a side: more than 1 for a preview that has to be quick. */
  stagePixel = 1;
  /** Shapes and images drawn for the last picture. */
  drawCalls = 0;
  private width = 0;
  private height = 0;
  private readonly surfaces: Surfaces;
  private readonly backdrop: BackdropPainter;
  /** Size of what is painted on now: the picture, or a surface for a group. */
  private room = { width: 0, height: 0 };

  constructor(private readonly createSurface: CreateSurface) {
    this.surfaces = new Surfaces(createSurface);
    this.backdrop = new BackdropPainter(createSurface);
  }

  /**
   * Paints a picture instead of everything on `context`, which is `width` x `height` pixels. The picture is
   * scaled to fit in the middle; its backdrop fills what is left. Without a backdrop that stays clear.
   */
  paint(context: PaintContext, picture: Picture, width: number, height: number): void {
    if (width !== this.width || height !== this.height) {
      this.width = width;
      this.height = height;
      this.surfaces.forget();
      this.backdrop.forget();
    }
    this.drawCalls = 0;
    this.room = { width, height };
    const scale = Math.min(width / picture.width, height / picture.height);
    const [x, y] = [(width - scale * picture.width) / 2, (height - scale * picture.height) / 2];
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.globalAlpha = 1;
    context.globalCompositeOperation = 'source-over';
    context.clearRect(0, 0, width, height);
    this.paintAll(context, picture.operations, [scale, 0, 0, scale, x, y]);
  }

  private paintAll(context: PaintContext, operations: readonly Operation[], matrix: Matrix): void {
    for (const operation of operations) {
      if (operation.op === 'group') this.paintGroup(context, operation, matrix);
      else if (operation.op === 'backdrop') {
        this.drawCalls++;
        this.backdrop.paint(context, operation, this.images, this.width, this.height);
      } else this.paintDrawn(context, operation, matrix);
    }
  }

  private paintDrawn(context: PaintContext, operation: DrawOp, matrix: Matrix): void {
    if ('soft' in operation && operation.soft > 0 && operation.color.length > 7) {
      // The steps of a soft edge must not shine through each other: the opacity comes last.
      const opacity = parseInt(operation.color.slice(7), 16) / 255;
      const opaque = { ...operation, color: operation.color.slice(0, 7) };
      this.paintGroup(context, makeGroup([opaque], { opacity }), matrix);
      return;
    }
    this.drawCalls += drawOperation(operation, {
      context,
      matrix,
      images: this.images,
      room: this.room,
      stagePixel: this.stagePixel,
      createSurface: this.createSurface,
    });
  }

  private paintGroup(context: PaintContext, group: GroupOp, outer: Matrix): void {
    const { operations, opacity, blend } = group;
    if (operations.length === 0) return;
    const matrix = group.matrix ? multiply(outer, group.matrix) : outer;
    if (needsSurface(group)) this.paintIsolated(context, group, matrix);
    else {
      // Laid on plainly, or of one shape, the result is the same without a surface of its own.
      context.globalAlpha = opacity;
      context.globalCompositeOperation = blendModes[blend].canvas;
      this.paintAll(context, operations, matrix);
    }
    context.globalAlpha = 1;
    context.globalCompositeOperation = 'source-over';
  }

  /** Paints a group on a surface of its own, and lays that on. */
  private paintIsolated(context: PaintContext, group: GroupOp, matrix: Matrix): void {
    // What lies beyond what is drawn is clear, and changes nothing.
    const { x, y, width, height } = this.pixelBounds(group, matrix);
    if (width <= 0 || height <= 0) return;
    const surface = this.surfaces.take(width, height);
    const own = multiply([1, 0, 0, 1, -x, -y], matrix);
    const outer = this.room;
    this.room = { width, height };
    this.paintAll(surface.context, group.operations, own);
    this.room = outer;
    if (group.clipPath) cutBy(surface.context, group.clipPath, own);
    finish(surface.context, group, width, height, matrix);
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.globalAlpha = group.opacity;
    context.globalCompositeOperation = blendModes[group.blend].canvas;
    context.drawImage(surface.image, 0, 0, width, height, x, y, width, height);
    this.drawCalls++;
    this.surfaces.give(surface);
  }

  /** Whole pixels that a group can touch, within the surface. */
  private pixelBounds(group: GroupOp, matrix: Matrix) {
    const box = boundsOf([{ ...group, matrix }]);
    const left = Math.max(0, Math.floor(box[0]) - 1);
    const top = Math.max(0, Math.floor(box[1]) - 1);
    const right = Math.min(this.room.width, Math.ceil(box[2]) + 1);
    const bottom = Math.min(this.room.height, Math.ceil(box[3]) + 1);
    return { x: left, y: top, width: right - left, height: bottom - top };
  }
}

/** Whether a group has to be painted on a surface of its own. */
function needsSurface({ operations, opacity, blend, isolated, clipPath, passes }: GroupOp): boolean {
  if (clipPath || passes?.some(({ on }) => on)) return true;
  const plain = opacity === 1 && blend === 'normal' && !isolated;
  return !plain && !isSingle(operations);
}

/** Whether operations are one shape that nothing of itself lies under. */
function isSingle(operations: readonly Operation[]): boolean {
  const [only] = operations;
  if (operations.length !== 1 || !only || only.op === 'group' || only.op === 'images') return false;
  if (only.op === 'backdrop') return true;
  // The pieces of an image's edges lie under it, and so does noise; a line lies over what it surrounds.
  if (only.op === 'scene') return true;
  if (only.op === 'image') return only.edges <= 0;
  if (only.op === 'shape') return only.grain <= 0 && (only.fill === null || only.stroke === null);
  return only.soft <= 0;
}

/** Keeps what lies within outlines, by the even-odd rule. A canvas's own clipping differs between machines. */
function cutBy(context: PaintContext, outlines: readonly Float32Array[], matrix: Matrix): void {
  context.setTransform(...matrix);
  context.globalAlpha = 1;
  context.globalCompositeOperation = 'destination-in';
  context.fillStyle = '#000000';
  context.beginPath();
  for (const outline of outlines) trace(context, outline, true);
  context.fill('evenodd');
  context.globalCompositeOperation = 'source-over';
}

/** Lets what was painted go through the group's passes. */
function finish(
  context: PaintContext,
  { passes = [] }: GroupOp,
  width: number,
  height: number,
  matrix: Matrix,
): void {
  const on = passes.filter((pass) => pass.on);
  if (on.length === 0) return;
  const pixels = context.getImageData(0, 0, width, height);
  runPasses(pixels.data, width, height, on, { scale: Math.hypot(matrix[0], matrix[1]), seed: 0 });
  context.putImageData(pixels, 0, 0);
}
