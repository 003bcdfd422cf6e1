import type { CreateSurface, Surface } from './context';

export interface SizedSurface extends Surface {
  width: number;
  height: number;
}

/** Surfaces come in sizes of whole steps, in pixels, so that they can be used again; and so many are kept. */
const step = 128;
const maxSpare = 16;

/** Surfaces for groups, used again from frame to frame. */
export class Surfaces {
  private readonly spare: SizedSurface[] = [];

  constructor(private readonly create: CreateSurface) {}

  /**
   * A clear surface of at least this size. Drawing from one costs as much as all of it is large, so it
   * is hardly larger than it must be.
   */
  take(width: number, height: number): SizedSurface {
    const [wide, high] = [Math.ceil(width / step) * step, Math.ceil(height / step) * step];
    const index = this.spare.findIndex((surface) => surface.width === wide && surface.height === high);
    const surface =
      index >= 0
        ? this.spare.splice(index, 1)[0]!
        : { ...this.create(wide, high), width: wide, height: high };
    const { context } = surface;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.globalAlpha = 1;
    context.globalCompositeOperation = 'source-over';
    // Only the part that is drawn on has to be cleared.
    context.clearRect(0, 0, width, height);
    return surface;
  }

  give(surface: SizedSurface): void {
    this.spare.push(surface);
    if (this.spare.length > maxSpare) this.spare.shift();
  }

  forget(): void {
    this.spare.length = 0;
  }
}
