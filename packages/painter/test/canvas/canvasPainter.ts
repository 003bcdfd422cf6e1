import {
  blendModes,
  keepsEdges,
  lookupOfImage,
  marginOf,
  maskPixels,
  PixelSum,
  type Lookup,
  type Lookups,
  type Mask,
  type PassClock,
  boundsOf,
  grown,
  shared,
  group as makeGroup,
  multiply,
  runPasses,
  type DrawOp,
  type Box,
  type GroupOp,
  type Matrix,
  type Operation,
  type Picture,
} from '@cyclogram/core';
import { BackdropPainter } from './backdrop';
import type { CreateSurface, PaintContext, PaintImage, PaintImages } from './context';
import { trace, type Drawing } from './draw/drawer';
import { drawOperation } from './draw/registry';
import { Surfaces } from './surfaces';

/**
 * How a picture lies in one of another shape: seen whole between bars; filling everything, cut at two sides; or seen whole
 * and going on beyond its frame.
 */
export type PictureFit = 'fit' | 'fill' | 'extend';

/**
 * Paints pictures on a canvas. The painter itself does not: this one is what its pictures are compared with. Keeps its
 * surfaces from frame to frame; one painter serves one size at a time.
 */
export class CanvasPainter {
  /** The film's images by their ids; those that are missing are left out. */
  images: PaintImages = new Map();
  /** How a picture of another shape lies in what it is painted on. */
  fit: PictureFit = 'extend';
  /** Pixels of the picture for each of a stage, along a side: more than 1 for a preview that has to be quick. */
  stagePixel = 1;
  /** Shapes and images drawn for the last picture. */
  drawCalls = 0;
  private width = 0;
  private height = 0;
  private readonly surfaces: Surfaces;
  private readonly backdrop = new BackdropPainter();
  /** Size of the picture in its units. */
  private size = { width: 0, height: 0 };
  private wider = { x: 1, y: 1 };
  /** Notes how long passes take. */
  passClock: PassClock | undefined;
  private readonly lookups: Lookups = {
    get: (id) => {
      const image = this.images.get(id);
      return image && lookupOf(image, this.createSurface);
    },
  };
  /** Size of what is painted on now: the picture, or a surface for a group. */
  private viewport = { width: 0, height: 0 };
  /** What of that is seen in the end: a surface may go on beyond the picture. */
  private seen: Box = [0, 0, 0, 0];
  /** Where the picture itself lies in that. */
  private frame: Box = [0, 0, 0, 0];

  constructor(private readonly createSurface: CreateSurface) {
    this.surfaces = new Surfaces(createSurface);
  }

  /**
   * Paints a picture instead of everything on `context`, which is `width` x `height` pixels. The picture is
   * scaled to fit in the middle; its backdrop fills what is left. Without a backdrop that stays clear.
   */
  paint(context: PaintContext, picture: Picture, width: number, height: number): void {
    this.draw(context, picture, width, height);
    if (!hasFinish(picture) && !this.hasBars(picture, width, height)) return;
    const pixels = context.getImageData(0, 0, width, height);
    this.finish(picture, pixels.data, width, height);
    context.putImageData(pixels, 0, 0);
  }

  /**
   * What a picture's pixels go through after all is drawn, in place: on the buffer of an encoder as well.
   * @param rgba four values of 8 bits a pixel, not multiplied by opacity
   */
  finish(picture: Picture, rgba: Uint8ClampedArray | Uint8Array, width: number, height: number): void {
    const matrix = this.fitted(picture, width, height);
    if (hasFinish(picture)) {
      const { passes = [], t = 0, veil } = picture;
      const context = { matrix, size: picture, t, lookups: this.lookups };
      runPasses(rgba, width, height, passes, context, { veil, clock: this.passClock });
    }
    if (this.hasBars(picture, width, height)) layBars(rgba, width, height, picture, matrix);
  }

  /** Whether something is left beside the picture, which is not drawn on. */
  private hasBars(picture: Picture, width: number, height: number): boolean {
    return this.fit === 'fit' && width * picture.height !== height * picture.width;
  }

  /** Picture units to pixels: in the middle, seen whole or filling everything. */
  private fitted(picture: Picture, width: number, height: number): Matrix {
    const sides = [width / picture.width, height / picture.height] as const;
    const scale = this.fit === 'fill' ? Math.max(...sides) : Math.min(...sides);
    return [scale, 0, 0, scale, (width - scale * picture.width) / 2, (height - scale * picture.height) / 2];
  }

  /** Draws a picture as {@link paint} does, all but its finish. */
  draw(context: PaintContext, picture: Picture, width: number, height: number): void {
    if (width !== this.width || height !== this.height) {
      this.width = width;
      this.height = height;
      this.surfaces.forget();
      this.backdrop.forget();
    }
    this.drawCalls = 0;
    this.viewport = { width, height };
    this.size = picture;
    const [scale, , , , left, top] = this.fitted(picture, width, height);
    this.frame = [left, top, left + scale * picture.width, top + scale * picture.height];
    this.seen = [0, 0, width, height];
    if (this.fit === 'fit') this.seen = shared(this.seen, this.frame.map(Math.round) as Box);
    this.wider = {
      x: Math.max(1, width / (scale * picture.width)),
      y: Math.max(1, height / (scale * picture.height)),
    };
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.globalAlpha = 1;
    context.globalCompositeOperation = 'source-over';
    context.clearRect(0, 0, width, height);
    this.paintAll(context, picture.operations, this.fitted(picture, width, height));
    const { veil } = picture;
    if (!veil || hasFinish(picture)) return;
    const { color, opacity } = veil;
    const cloth: Operation = { op: 'backdrop', paint: color, grain: 0 };
    this.paintAll(context, [makeGroup([cloth], { opacity })], [1, 0, 0, 1, 0, 0]);
  }

  private paintAll(context: PaintContext, operations: readonly Operation[], matrix: Matrix): void {
    for (const operation of operations) {
      if (operation.op === 'group') this.paintGroup(context, operation, matrix);
      else if (operation.op === 'backdrop') {
        this.drawCalls++;
        this.backdrop.paint(operation, this.drawing(context, matrix));
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
    this.drawCalls += drawOperation(operation, this.drawing(context, matrix));
  }

  private drawing(context: PaintContext, matrix: Matrix): Drawing {
    const { images, viewport, stagePixel, createSurface, size: picture, wider } = this;
    return { context, matrix, images, viewport, stagePixel, createSurface, picture, wider };
  }

  private paintGroup(context: PaintContext, group: GroupOp, outer: Matrix): void {
    const { operations, opacity, blend } = group;
    if (operations.length === 0 && !group.below) return;
    const matrix = group.matrix ? multiply(outer, group.matrix) : outer;
    if (needsSurface(group)) this.paintIsolated(context, group, matrix, outer);
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
  private paintIsolated(context: PaintContext, group: GroupOp, matrix: Matrix, outer: Matrix): void {
    // What lies beyond what is drawn is clear, and changes nothing.
    const box = this.pixelBounds(group, matrix);
    const { x, y, width, height } = box;
    if (width <= 0 || height <= 0) return;
    const surface = this.surfaces.take(width, height);
    const own = multiply([1, 0, 0, 1, -x, -y], matrix);
    if (group.below === true)
      surface.context.drawImage(context.canvas, x, y, width, height, 0, 0, width, height);
    if (group.average) this.paintAverage(surface.context, group.operations, own, box);
    else this.paintWithin(surface.context, group.operations, own, box);
    if (group.clipPath) cutBy(surface.context, group.clipPath, own);
    this.runGroupPasses(surface.context, group, width, height, own);
    const mask = group.mask && this.maskSurface(group.mask, multiply([1, 0, 0, 1, -x, -y], outer), box);
    if (mask) {
      surface.context.setTransform(1, 0, 0, 1, 0, 0);
      surface.context.globalCompositeOperation = 'destination-in';
      surface.context.drawImage(mask.image, 0, 0, width, height, 0, 0, width, height);
      surface.context.globalCompositeOperation = 'source-over';
    }
    context.setTransform(1, 0, 0, 1, 0, 0);
    if (group.below && group.blend === 'normal') {
      // It takes the place of what is below: what was half transparent stays so.
      context.globalAlpha = group.opacity;
      context.globalCompositeOperation = 'destination-out';
      if (mask) context.drawImage(mask.image, 0, 0, width, height, x, y, width, height);
      else {
        context.fillStyle = '#000000';
        context.fillRect(x, y, width, height);
      }
      context.globalCompositeOperation = 'lighter';
    } else {
      context.globalAlpha = group.opacity;
      context.globalCompositeOperation = blendModes[group.blend].canvas;
    }
    context.drawImage(surface.image, 0, 0, width, height, x, y, width, height);
    this.drawCalls++;
    this.surfaces.give(surface);
    if (mask) this.surfaces.give(mask);
  }

  /** Paints on a surface for a group. @param box where it lies in what is painted on now */
  private paintWithin(
    context: PaintContext,
    operations: readonly Operation[],
    matrix: Matrix,
    { x, y, width, height }: PixelBox,
  ): void {
    const { viewport, seen, frame } = this;
    this.viewport = { width, height };
    this.seen = moved(seen, -x, -y);
    this.frame = moved(frame, -x, -y);
    this.paintAll(context, operations, matrix);
    Object.assign(this, { viewport, seen, frame });
  }

  /** Paints the average of pictures. */
  private paintAverage(
    context: PaintContext,
    pictures: readonly Operation[],
    matrix: Matrix,
    box: PixelBox,
  ): void {
    const { width, height } = box;
    const sum = new PixelSum(width, height);
    for (const picture of pictures) {
      context.setTransform(1, 0, 0, 1, 0, 0);
      context.clearRect(0, 0, width, height);
      this.paintWithin(context, [picture], matrix, box);
      sum.add(context.getImageData(0, 0, width, height).data);
    }
    const pixels = context.getImageData(0, 0, width, height);
    sum.settle(pixels.data);
    context.putImageData(pixels, 0, 0);
  }

  /** The form that a group is seen through, on a surface. */
  private maskSurface(mask: Mask, matrix: Matrix, box: PixelBox) {
    const { width, height } = box;
    const surface = this.surfaces.take(width, height);
    this.paintWithin(surface.context, mask.operations, matrix, box);
    if (mask.by === 'brightness' || mask.softness > 0 || mask.inverted) {
      const pixels = surface.context.getImageData(0, 0, width, height);
      maskPixels(pixels.data, width, height, mask, Math.hypot(matrix[0], matrix[1]));
      surface.context.putImageData(pixels, 0, 0);
    }
    return surface;
  }

  /** Lets what was painted go through the group's passes. */
  private runGroupPasses(
    context: PaintContext,
    { passes = [], t = 0 }: GroupOp,
    width: number,
    height: number,
    matrix: Matrix,
  ): void {
    const on = passes.filter((pass) => pass.on);
    if (on.length === 0) return;
    const pixels = context.getImageData(0, 0, width, height);
    runPasses(
      pixels.data,
      width,
      height,
      on,
      { matrix, size: this.size, t, lookups: this.lookups },
      { clock: this.passClock },
    );
    context.putImageData(pixels, 0, 0);
  }

  /** Whole pixels that a group can touch, within what is painted on, and as far beyond as passes look. */
  private pixelBounds(group: GroupOp, matrix: Matrix): PixelBox {
    const { viewport } = this;
    const beyond = group.below ? 0 : lookBeyond(group, matrix);
    const around: Box = [-beyond, -beyond, viewport.width + beyond, viewport.height + beyond];
    const within = keepsEdges(group.passes ?? []) ? this.edgesOf(group, matrix) : around;
    const [left, top, right, bottom] = shared(grown(boundsOf([{ ...group, matrix }]), 1), within);
    const [x, y] = [Math.floor(left), Math.floor(top)];
    return { x, y, width: Math.ceil(right) - x, height: Math.ceil(bottom) - y };
  }

  /**
   * The edges at which passes repeat or mirror a group: those of what is seen, or its own where it covers the picture and ends
   * before those.
   */
  private edgesOf(group: GroupOp, matrix: Matrix): Box {
    const { seen, frame } = this;
    if (group.below) return seen;
    const own = boundsOf([{ ...group, matrix, passes: undefined }]).map(Math.round) as Box;
    const [left, top, right, bottom] = frame.map(Math.round) as Box;
    const covers = own[0] <= left && own[1] <= top && own[2] >= right && own[3] >= bottom;
    return covers ? shared(seen, own) : seen;
  }
}

/** Whole pixels of what is painted on. */
interface PixelBox {
  x: number;
  y: number;
  width: number;
  height: number;
}

const moved = ([left, top, right, bottom]: Box, x: number, y: number): Box => [
  left + x,
  top + y,
  right + x,
  bottom + y,
];

/** Whether a picture's pixels go through passes after they are drawn. */
const hasFinish = ({ passes = [] }: Picture): boolean => passes.some(({ on }) => on);

/**
 * Clears what is beside the picture: black, or clear where the picture can be seen through.
 * @param rgba four values of 8 bits a pixel
 */
function layBars(
  rgba: Uint8ClampedArray | Uint8Array,
  width: number,
  height: number,
  picture: Picture,
  [scale, , , , left, top]: Matrix,
): void {
  const [first, from] = [Math.round(left), Math.round(top)];
  const [last, to] = [Math.round(left + scale * picture.width), Math.round(top + scale * picture.height)];
  const bar = (x: number, y: number, end: number) => {
    for (let at = 4 * (y * width + x); at < 4 * (y * width + end); at += 4) {
      rgba.fill(0, at, at + 3);
      if (picture.operations[0]?.op !== 'backdrop') rgba[at + 3] = 0;
    }
  };
  for (let y = 0; y < height; y++) {
    if (y < from || y >= to) bar(0, y, width);
    else {
      bar(0, y, first);
      bar(last, y, width);
    }
  }
}

/** At most so many pixels beyond the edges are painted for passes that spread. */
const farthestBeyond = 256;

/** Pixels beyond the edges from which passes bring something in; those that find pixels anywhere mind the edges themselves. */
function lookBeyond({ passes = [] }: GroupOp, [a, b]: Matrix): number {
  const margin = passes.reduce((sum, pass) => sum + marginOf(pass), 0);
  return Number.isFinite(margin) ? Math.min(farthestBeyond, Math.ceil(margin * Math.hypot(a, b))) : 0;
}

const lookups = new WeakMap<PaintImage, Lookup | null>();

/** The table of colours that an image holds. */
function lookupOf(image: PaintImage, createSurface: CreateSurface): Lookup | undefined {
  let lookup = lookups.get(image);
  if (lookup === undefined) {
    const { width, height } = image;
    const { context } = createSurface(width, height);
    context.drawImage(image.image, 0, 0);
    lookup = lookupOfImage(width, height, context.getImageData(0, 0, width, height).data) ?? null;
    lookups.set(image, lookup);
  }
  return lookup ?? undefined;
}

/** Whether a group has to be painted on a surface of its own. */
function needsSurface(group: GroupOp): boolean {
  const { operations, opacity, blend, isolated, clipPath, passes, mask, below, average } = group;
  if (clipPath || mask || below || average || passes?.some(({ on }) => on)) return true;
  const plain = opacity === 1 && blend === 'normal' && !isolated;
  return !plain && !isSingle(operations);
}

/** Whether operations are one shape that nothing of itself lies under. */
function isSingle(operations: readonly Operation[]): boolean {
  const [only] = operations;
  if (operations.length !== 1 || !only || only.op === 'group' || only.op === 'images') return false;
  if (only.op === 'backdrop') return only.grain <= 0;
  // The pieces of an image's edges lie under it, and so does noise; a line lies over what it surrounds.
  if (only.op === 'scene' || only.op === 'sprites') return true;
  if (only.op === 'image') return only.edges <= 0;
  if (only.op === 'shape') return only.fill === null || only.stroke === null;
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
