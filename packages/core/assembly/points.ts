import { ChainTask } from './passTasks';
import { runPoint } from './runPoint';
import { most, pack, placeStretch, unpack } from './stretch';

/**
 * Passes that make each pixel's colour of its colour and place alone. A stretch of a row is brought into four planes of
 * floats, not multiplied by opacity, goes through all of them one after another while it is in the processor's cache, and is
 * rounded once, at the end: to bytes by an ordered pattern, so that slow gradients show no bands. After each of them colours lie between 0 and 1.
 */

/** Lets rows of pixels go through a chain. */
export function runPoints(task: ChainTask): void {
  placeStretch(task.work);
  const fromWide = task.fromWide != 0;
  const toWide = task.toWide != 0;
  const fromBytes: usize = fromWide ? 8 : 4;
  const toBytes: usize = toWide ? 8 : 4;
  // Column by column, so that what rows below each other share can be kept.
  for (let x = 0; x < task.width; x += most) {
    const count = min(most, task.width - x);
    const bytes = ((<usize>count + 3) & ~3) << 2;
    for (let y = task.first; y < task.end; y++) {
      const pixel = <usize>y * <usize>task.width + <usize>x;
      const to = task.to + pixel * toBytes;
      if (!unpack(task.from + pixel * fromBytes, fromWide, count) && task.keepsClear != 0) {
        memory.fill(to, 0, <usize>count * toBytes);
        continue;
      }
      for (let n = 0; n < task.count; n++) {
        const step = task.steps + ((<usize>n) << 3);
        const kind = load<i32>(step);
        const told = <usize>load<u32>(step, 4);
        runPoint(kind, told, x, y, bytes);
      }
      pack(to, toWide, count, x + task.left, y + task.top);
    }
  }
}
