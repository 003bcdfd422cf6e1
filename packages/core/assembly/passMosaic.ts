import { readPixel, writePixel } from './passPixels';
import { ImageTask } from './passTasks';

/** First pixel at or after the edge of a cell. */
function cellEdge(cell: i32, middle: f32, size: f32, length: i32): i32 {
  return min(max(<i32>ceil(middle + <f32>cell * size - 0.5), 0), length);
}

/** Cells of one colour. */
@unmanaged
export class MosaicTask {
  x: f32;
  y: f32;
  width: f32;
  height: f32;
}

/** Every cell has the average of what lies in it. */
export function mosaic(image: ImageTask, task: MosaicTask): void {
  const width = image.width;
  const height = image.height;
  const firstColumn = <i32>floor(-task.x / task.width);
  const firstRow = <i32>floor(-task.y / task.height);
  let bottom = 0;
  for (let row = firstRow; bottom < height; row++) {
    const top = cellEdge(row, task.y, task.height, height);
    bottom = cellEdge(row + 1, task.y, task.height, height);
    if (bottom <= top) continue;
    let right = 0;
    for (let column = firstColumn; right < width; column++) {
      const left = cellEdge(column, task.x, task.width, width);
      right = cellEdge(column + 1, task.x, task.width, width);
      if (right <= left) continue;
      let sum = f32x4.splat(0);
      for (let y = top; y < bottom; y++) {
        const line = image.from + ((<usize>(y * width)) << 3);
        // Rows apart, so that the sums of large cells stay exact enough.
        let part = f32x4.splat(0);
        for (let x = left; x < right; x++) part = f32x4.add(part, readPixel(line + ((<usize>x) << 3)));
        sum = f32x4.add(sum, f32x4.mul(part, f32x4.splat(1 / <f32>(right - left))));
      }
      const average = f32x4.mul(sum, f32x4.splat(1 / <f32>(bottom - top)));
      for (let y = top; y < bottom; y++) {
        const line = image.to + ((<usize>(y * width)) << 3);
        for (let x = left; x < right; x++) writePixel(line + ((<usize>x) << 3), average);
      }
    }
  }
}
