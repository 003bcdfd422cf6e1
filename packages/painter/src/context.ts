/** The part of the Canvas 2D API that the painter draws with: a browser's context has it, and Skia's in Node. */
export type PaintContext = Pick<
  CanvasRenderingContext2D,
  | 'save'
  | 'restore'
  | 'setTransform'
  | 'clearRect'
  | 'fillRect'
  | 'beginPath'
  | 'moveTo'
  | 'lineTo'
  | 'closePath'
  | 'arc'
  | 'clip'
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
};

/** A canvas with its context. */
export interface Surface {
  /** What drawImage takes. */
  image: unknown;
  context: PaintContext;
}

export type CreateSurface = (width: number, height: number) => Surface;

/** A picture that can be drawn. */
export interface PaintImage {
  /** What drawImage takes. */
  image: unknown;
  width: number;
  height: number;
}
