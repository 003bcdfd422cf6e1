import type { BackdropOp } from '@cyclogram/core';
import type { CreateSurface, PaintContext, PaintImage, PaintImages, Surface } from './context';

/** Paints backdrops: the same from frame to frame, which costs more than a copy. */
export class BackdropPainter {
  private kept: { key: string; image: PaintImage | undefined; surface: Surface } | undefined;

  constructor(private readonly createSurface: CreateSurface) {}

  /** For when the picture has another size. */
  forget(): void {
    this.kept = undefined;
  }

  paint(
    context: PaintContext,
    { color, edgeColor, image: id }: BackdropOp,
    images: PaintImages,
    width: number,
    height: number,
  ): void {
    const image = id === null ? undefined : images.get(id);
    context.setTransform(1, 0, 0, 1, 0, 0);
    if (color === edgeColor && !image) {
      context.fillStyle = color;
      context.fillRect(0, 0, width, height);
      return;
    }
    const key = `${color} ${edgeColor} ${width} ${height}`;
    if (this.kept?.key !== key || this.kept.image !== image) {
      const surface = this.kept?.surface ?? this.createSurface(width, height);
      drawBackdrop(surface.context, { color, edgeColor }, image, width, height);
      this.kept = { key, image, surface };
    }
    context.drawImage(this.kept.surface.image, 0, 0);
  }
}

/** The colours from the middle to the corners, and the image over them so that nothing is left free. */
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
