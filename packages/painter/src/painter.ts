import {
  averageOn,
  boundsOf,
  cutByOutlines,
  grown,
  group as makeGroup,
  keepsEdges,
  lookupOfImage,
  marginOf,
  maskForm,
  multiply,
  passMemory,
  runPassesOn,
  shared,
  Surface,
  takesAnySize,
  type Box,
  type DrawOp,
  type GroupOp,
  type ImageOp,
  type Lay,
  type Lookup,
  type Lookups,
  type Mask,
  type Matrix,
  type Operation,
  type PassClock,
  type Picture,
} from '@cyclogram/core';
import { BackdropPainter } from './backdrop';
import type { Drawing } from './draw/drawing';
import { drawOperation } from './draw/registry';
import { layLarger, type PaintImage, type PaintImages } from './images';

/**
 * How a picture lies in one of another shape: seen whole between bars; filling everything, cut at two sides; or seen whole
 * and going on beyond its frame.
 */
export type PictureFit = 'fit' | 'fill' | 'extend';

const plainly: Lay = { opacity: 1, blend: 'normal' };

/**
 * Paints pictures: pixels in the memory of the compiled code, the same bit for bit wherever it runs. Keeps what stays the
 * same from frame to frame; one painter serves one size at a time.
 */
export class Painter {
  /** The film's images by their ids; those that are missing are left out. */
  images: PaintImages = new Map();
  /** How a picture of another shape lies in what it is painted on. */
  fit: PictureFit = 'extend';
  /** Pixels of the picture for each of a stage, along a side: more than 1 for a preview that has to be quick. */
  stagePixel = 1;
  /** Shapes and images drawn for the last picture. */
  drawCalls = 0;
  /** Notes how long passes take. */
  passClock: PassClock | undefined;
  private width = 0;
  private height = 0;
  private readonly backdrop = new BackdropPainter();
  /** Size of the picture in its units. */
  private size = { width: 0, height: 0 };
  private wider = { x: 1, y: 1 };
  private readonly lookups: Lookups = {
    get: (id) => {
      const image = this.images.get(id);
      return image && lookupOf(image);
    },
  };
  /** What of what is painted on is seen in the end: a surface may go on beyond the picture. */
  private seen: Box = [0, 0, 0, 0];
  /** Where the picture itself lies in that. */
  private frame: Box = [0, 0, 0, 0];

  /**
   * Paints a picture, scaled to fit in the middle of `width` x `height` pixels; its backdrop fills what is left. Without a
   * backdrop that stays clear.
   * @param take takes what it wants of the pixels: afterwards their memory is used again
   */
  paint<T>(picture: Picture, width: number, height: number, take: (surface: Surface) => T): T {
    return passMemory().within(() => {
      const surface = new Surface(width, height);
      this.draw(surface, picture);
      this.finish(surface, picture);
      return take(surface);
    });
  }

  /** What a picture's pixels go through after all is drawn. */
  private finish(surface: Surface, picture: Picture): void {
    const { width, height } = surface;
    const matrix = this.fitted(picture, width, height);
    const bars = this.hasBars(picture, width, height);
    if (hasFinish(picture)) {
      const { passes = [], t = 0, veil } = picture;
      const context = { matrix, size: picture, t, lookups: this.lookups };
      runPassesOn(surface, passes, context, { veil, clock: this.passClock, later: !bars });
    }
    if (bars) layBars(surface, picture, matrix);
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

  /** Draws a picture on a clear surface, all but its finish. */
  private draw(surface: Surface, picture: Picture): void {
    const { width, height } = surface;
    if (width !== this.width || height !== this.height) {
      this.width = width;
      this.height = height;
      this.backdrop.forget();
    }
    this.drawCalls = 0;
    this.size = picture;
    const matrix = this.fitted(picture, width, height);
    const [scale, , , , left, top] = matrix;
    this.frame = [left, top, left + scale * picture.width, top + scale * picture.height];
    this.seen = [0, 0, width, height];
    if (this.fit === 'fit') this.seen = shared(this.seen, this.frame.map(Math.round) as Box);
    this.wider = {
      x: Math.max(1, width / (scale * picture.width)),
      y: Math.max(1, height / (scale * picture.height)),
    };
    this.paintAll(surface, picture.operations, matrix);
    const { veil } = picture;
    if (!veil || hasFinish(picture)) return;
    const { color, opacity } = veil;
    const cloth: Operation = { op: 'backdrop', paint: color, grain: 0 };
    this.paintAll(surface, [makeGroup([cloth], { opacity })], [1, 0, 0, 1, 0, 0]);
  }

  private paintAll(
    surface: Surface,
    operations: readonly Operation[],
    matrix: Matrix,
    lay: Lay = plainly,
  ): void {
    for (const operation of operations) {
      if (operation.op === 'group') this.paintGroup(surface, operation, matrix);
      else if (operation.op === 'backdrop') {
        this.drawCalls++;
        this.backdrop.paint(operation, this.drawing(surface, matrix, lay));
      } else this.paintDrawn(surface, operation, matrix, lay);
    }
  }

  private paintDrawn(surface: Surface, operation: DrawOp, matrix: Matrix, lay: Lay): void {
    if ('soft' in operation && operation.soft > 0 && operation.color.length > 7) {
      // The steps of a soft edge must not shine through each other: the opacity comes last.
      const opacity = parseInt(operation.color.slice(7), 16) / 255;
      const opaque = { ...operation, color: operation.color.slice(0, 7) };
      this.paintGroup(surface, makeGroup([opaque], { opacity }), matrix);
      return;
    }
    this.drawCalls += drawOperation(operation, this.drawing(surface, matrix, lay));
  }

  private drawing(surface: Surface, matrix: Matrix, { opacity, blend }: Lay): Drawing {
    const { images, stagePixel, size: picture, wider } = this;
    return { surface, matrix, opacity, blend, images, stagePixel, picture, wider };
  }

  private paintGroup(surface: Surface, group: GroupOp, outer: Matrix): void {
    const { operations, opacity, blend } = group;
    if (operations.length === 0 && !group.below) return;
    const matrix = group.matrix ? multiply(outer, group.matrix) : outer;
    if (needsSurface(group)) passMemory().within(() => this.paintIsolated(surface, group, matrix, outer));
    // Laid on plainly, or of one shape, the result is the same without a surface of its own.
    else this.paintAll(surface, operations, matrix, { opacity, blend });
  }

  /** Paints a group on a surface of its own, and lays that on. */
  private paintIsolated(surface: Surface, group: GroupOp, matrix: Matrix, outer: Matrix): void {
    // What lies beyond what is drawn is clear, and changes nothing.
    const box = this.pixelBounds(surface, group, matrix);
    const { x, y, width, height } = box;
    if (!(width > 0 && height > 0)) return;
    const small = this.sizeOfSmall(group, matrix, box);
    if (small) return this.paintSmall(surface, group, matrix, box, small);
    const inner = new Surface(width, height);
    const own = multiply([1, 0, 0, 1, -x, -y], matrix);
    if (group.below === true) inner.takeFrom(surface, x, y);
    if (group.average) {
      const pictures = group.operations;
      averageOn(inner, pictures.length, (n) => this.paintWithin(inner, [pictures[n]!], own, box));
    } else this.paintWithin(inner, group.operations, own, box);
    if (group.clipPath) cutByOutlines(inner, own, group.clipPath);
    this.runGroupPasses(inner, group, own);
    const mask = group.mask && this.maskSurface(group.mask, multiply([1, 0, 0, 1, -x, -y], outer), box);
    if (mask) inner.keepWithin(mask);
    // In the place of what is below: what was half transparent stays so.
    if (group.below && group.blend === 'normal') inner.replaceOn(surface, x, y, group.opacity, mask);
    else inner.layOn(surface, x, y, group.opacity, group.blend);
    this.drawCalls++;
  }

  /**
   * In how many pixels a group can be painted that is nothing but one image with few of them, whose passes do not mind;
   * undefined for as many as it lies in.
   */
  private sizeOfSmall(
    { operations, passes = [], mask, clipPath, below, average }: GroupOp,
    [a, b]: Matrix,
    { width, height }: PixelBox,
  ): { width: number; height: number } | undefined {
    const [only] = operations;
    if (operations.length !== 1 || only?.op !== 'image' || mask || clipPath || below || average)
      return undefined;
    const image = this.images.get(only.image);
    if (!image || !passes.some(({ on }) => on) || !takesAnySize(passes)) return undefined;
    // Pixels of the image for one that is painted on.
    const dense = pixelsPerUnit(only, image) / Math.hypot(a, b);
    if (!(dense < maxDense)) return undefined;
    return { width: Math.ceil(width * dense), height: Math.ceil(height * dense) };
  }

  /** Paints such a group, and lays it on larger. */
  private paintSmall(
    surface: Surface,
    group: GroupOp,
    matrix: Matrix,
    box: PixelBox,
    { width, height }: { width: number; height: number },
  ): void {
    const inner = new Surface(width, height);
    const [across, down] = [width / box.width, height / box.height];
    const own = multiply([across, 0, 0, down, -box.x * across, -box.y * down], matrix);
    this.paintWithin(inner, group.operations, own, box);
    this.runGroupPasses(inner, group, own);
    layLarger(inner, surface, box, group);
    this.drawCalls++;
  }

  /** Paints on a surface for a group. @param box where it lies in what is painted on now */
  private paintWithin(
    surface: Surface,
    operations: readonly Operation[],
    matrix: Matrix,
    { x, y }: PixelBox,
  ): void {
    const { seen, frame } = this;
    this.seen = moved(seen, -x, -y);
    this.frame = moved(frame, -x, -y);
    this.paintAll(surface, operations, matrix);
    Object.assign(this, { seen, frame });
  }

  /** The form that a group is seen through, on a surface. */
  private maskSurface(mask: Mask, matrix: Matrix, box: PixelBox): Surface {
    const surface = new Surface(box.width, box.height);
    this.paintWithin(surface, mask.operations, matrix, box);
    if (mask.by === 'brightness' || mask.softness > 0 || mask.inverted)
      maskForm(surface, mask, Math.hypot(matrix[0], matrix[1]));
    return surface;
  }

  /** Lets what was painted go through the group's passes. */
  private runGroupPasses(surface: Surface, { passes = [], t = 0 }: GroupOp, matrix: Matrix): void {
    if (!passes.some((pass) => pass.on)) return;
    const context = { matrix, size: this.size, t, lookups: this.lookups };
    runPassesOn(surface, passes, context, { clock: this.passClock });
  }

  /** Whole pixels that a group can touch, within what is painted on, and as far beyond as passes look. */
  private pixelBounds({ width, height }: Surface, group: GroupOp, matrix: Matrix): PixelBox {
    const beyond = group.below ? 0 : lookBeyond(group, matrix);
    const around: Box = [-beyond, -beyond, width + beyond, height + beyond];
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

/** An image of nearly as many pixels as it lies in goes through its passes like everything else. */
const maxDense = 0.75;

/** Pixels of an image for one unit of the picture, along its denser side. */
function pixelsPerUnit(
  { box: [, , width, height], crop, fit }: ImageOp,
  image: { width: number; height: number },
): number {
  const across = ((crop[2] - crop[0]) * image.width) / width;
  const down = ((crop[3] - crop[1]) * image.height) / height;
  return fit === 'cover' ? Math.min(across, down) : Math.max(across, down);
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

/** Clears what is beside the picture: black, or clear where the picture can be seen through. */
function layBars(surface: Surface, picture: Picture, [scale, , , , left, top]: Matrix): void {
  const { width, height } = surface;
  const [first, from] = [Math.round(left), Math.round(top)];
  const [last, to] = [Math.round(left + scale * picture.width), Math.round(top + scale * picture.height)];
  const pixels = new Uint32Array(surface.bytes.buffer, surface.pixels, surface.count);
  // Opacity stands in the highest byte.
  const bar = picture.operations[0]?.op === 'backdrop' ? 0xff000000 : 0;
  for (let y = 0; y < height; y++) {
    const row = y * width;
    if (y < from || y >= to) pixels.fill(bar, row, row + width);
    else {
      pixels.fill(bar, row, row + first);
      pixels.fill(bar, row + last, row + width);
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
function lookupOf(image: PaintImage): Lookup | undefined {
  let lookup = lookups.get(image);
  if (lookup === undefined) {
    lookup = lookupOfImage(image.width, image.height, image.rgba) ?? null;
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
