/** The part of the Canvas 2D API that the painter draws with: a browser's context has it, and Skia's in Node. */
export type PaintContext = Pick<
  CanvasRenderingContext2D,
  | 'createImageData'
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
  | 'createLinearGradient'
  | 'createRadialGradient'
  | 'createConicGradient'
  | 'setLineDash'
  | 'lineDashOffset'
  | 'globalAlpha'
  | 'globalCompositeOperation'
  | 'fillStyle'
  | 'strokeStyle'
  | 'lineWidth'
  | 'lineCap'
  | 'lineJoin'
> & {
  /** What it draws on, as drawImage takes it. */
  readonly canvas: unknown;
  drawImage(image: unknown, x: number, y: number): void;
  drawImage(image: unknown, x: number, y: number, width: number, height: number): void;
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
  getImageData(x: number, y: number, width: number, height: number): PaintPixels;
  putImageData(pixels: PaintPixels, x: number, y: number): void;
};

/** Pixels of a canvas: red, green, blue and opacity of each, 8 bits, not multiplied. */
export type PaintPixels = ImageData & { data: Uint8ClampedArray };

/** A canvas with its context. */
export interface Surface {
  /** What drawImage takes. */
  image: unknown;
  context: PaintContext;
}

export type CreateSurface = (width: number, height: number) => Surface;

/** An image that can be drawn. */
export interface PaintImage {
  /** What drawImage takes. */
  image: unknown;
  width: number;
  height: number;
}

export type PaintImages = ReadonlyMap<string, PaintImage>;
