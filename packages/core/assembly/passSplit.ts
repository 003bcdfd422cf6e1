import { readPixel, writePixel } from './passPixels';
import { sampleAt } from './passSample';
import { ImageTask, SplitTask } from './passTasks';

/** Colours seen through places apart. */
export function splitColors(image: ImageTask, task: SplitTask): void {
  let to = image.to;
  for (let y = 0; y < image.height; y++) {
    for (let x = 0; x < image.width; x++, to += 8) {
      const across = <f32>x - task.middleX;
      const down = <f32>y - task.middleY;
      const moveX: f32 = task.x + across * task.spread;
      const moveY: f32 = task.y + down * task.spread;
      const red = sampleAt(image, <f32>x - moveX, <f32>y - moveY);
      const green = readPixel(image.from + ((<usize>(y * image.width + x)) << 3));
      const blue = sampleAt(image, <f32>x + moveX, <f32>y + moveY);
      const alpha = f32x4.pmax(red, f32x4.pmax(green, blue));
      writePixel(
        to,
        i8x16.shuffle(
          i8x16.shuffle(red, green, 0, 1, 2, 3, 20, 21, 22, 23, 0, 0, 0, 0, 0, 0, 0, 0),
          i8x16.shuffle(blue, alpha, 8, 9, 10, 11, 28, 29, 30, 31, 0, 0, 0, 0, 0, 0, 0, 0),
          0,
          1,
          2,
          3,
          4,
          5,
          6,
          7,
          16,
          17,
          18,
          19,
          20,
          21,
          22,
          23,
        ),
      );
    }
  }
}
