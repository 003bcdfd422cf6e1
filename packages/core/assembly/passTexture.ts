import { readPixel, writePixel, writeWithin } from './passPixels';
import { sampleAt } from './passSample';
import { GrainTask, ImageTask, LinesTask, SplitTask, VignetteTask, WipeTask } from './passTasks';

/** Passes that lay something over an image. All but the colour split work in place. */

function smooth(t: f32): f32 {
  const within = min<f32>(max<f32>(t, 0), 1);
  return within * within * (3 - 2 * within);
}

/** The eighth power of a number: distances measured with it are those of a rectangle with round corners. */
function eighth(x: f32): f32 {
  const square = x * x;
  const fourth = square * square;
  return fourth * fourth;
}

export function vignette(image: ImageTask, task: VignetteTask): void {
  const color = f32x4(task.red, task.green, task.blue, 1);
  const white = f32x4.splat(1);
  const inner: f32 = 1 - task.softness;
  const span: f32 = 1 / max<f32>(2 * task.softness, 1e-4);
  let pixel = image.from;
  for (let y = 0; y < image.height; y++) {
    const down = (<f32>y - task.y) * task.scaleY;
    const down8 = eighth(down);
    for (let x = 0; x < image.width; x++, pixel += 8) {
      const across = (<f32>x - task.x) * task.scaleX;
      let distance: f32 = sqrt(across * across + down * down);
      if (task.square > 0) {
        const corner: f32 = sqrt(sqrt(sqrt(eighth(across) + down8)));
        distance += (corner - distance) * task.square;
      }
      const share: f32 = smooth((distance - inner) * span) * task.amount;
      if (share <= 0) continue;
      const own = readPixel(pixel);
      const alpha = f32x4.splat(f32x4.extract_lane(own, 3));
      const part = f32x4.splat(share);
      if (task.blend == 1) {
        const factor = f32x4.sub(white, f32x4.mul(f32x4.sub(white, color), part));
        writeWithin(pixel, f32x4.mul(own, factor));
      } else {
        // Laid over what is there: it does not become opaquer.
        const over = f32x4.mul(color, alpha);
        const target =
          task.blend == 0
            ? over
            : f32x4.sub(f32x4.add(own, over), f32x4.mul(f32x4.mul(own, over), f32x4.splat(1 / 65535)));
        writeWithin(pixel, f32x4.add(own, f32x4.mul(f32x4.sub(target, own), part)));
      }
    }
  }
}

/** 32 bits for a place. */
function chance(x: u32, y: u32, seed: u32): u32 {
  let h: u32 = x * 0x8da6b343 + y * 0xd8163841 + seed * 0x9e3779b1;
  h = (h ^ (h >> 16)) * 0x7feb352d;
  h = (h ^ (h >> 15)) * 0x846ca68b;
  return h ^ (h >> 16);
}

/** Four numbers from -1 to 1, mostly faint: the sum of two even ones, as grains are. One for all colours is the last. */
function grainOf(h: u32): v128 {
  const nothing = i32x4.splat(0);
  const first = i32x4.splat(h);
  const second = i32x4.splat(h * 0x9e3779b1);
  const bytes = i32x4.add(
    i8x16.shuffle(first, nothing, 0, 16, 16, 16, 1, 16, 16, 16, 2, 16, 16, 16, 3, 16, 16, 16),
    i8x16.shuffle(second, nothing, 0, 16, 16, 16, 1, 16, 16, 16, 2, 16, 16, 16, 3, 16, 16, 16),
  );
  return f32x4.sub(f32x4.mul(f32x4.convert_i32x4_s(bytes), f32x4.splat(1 / 255.0)), f32x4.splat(1));
}

/** Grain for a row of cells. */
function grainRow(task: GrainTask, cells: i32, first: i32, row: i32, room: usize): void {
  for (let n = 0; n < cells; n++)
    v128.store(room + ((<usize>n) << 4), grainOf(chance(<u32>(first + n), <u32>row, task.seed)));
}

export function grain(image: ImageTask, task: GrainTask): void {
  const coarse = task.size > 1.01;
  const share: f32 = coarse ? 1 / task.size : 1;
  const cells = <i32>(<f32>image.width * share) + 3;
  const firstCell = <i32>floor(<f32>task.left * share);
  const second = task.room + ((<usize>cells) << 4);
  const amount: f32 = task.amount * 65535;
  const gray = f32x4.splat((1 - task.color) * amount);
  const colored = f32x4.splat(task.color * amount);
  let row: i32 = -2147483647;
  let pixel = image.from;
  for (let y = 0; y < image.height; y++) {
    const down: f32 = <f32>(y + task.top) * share;
    const whole = <i32>floor(down);
    if (whole != row) {
      row = whole;
      grainRow(task, cells, firstCell, row, task.room);
      if (coarse) grainRow(task, cells, firstCell, row + 1, second);
    }
    const below: f32 = down - <f32>whole;
    const part = f32x4.splat(below);
    // Between grains their variance is less: what is lost is given back, or the grid would be seen.
    const kept: f32 = (1 - below) * (1 - below) + below * below;
    let at: f32 = <f32>task.left * share - <f32>firstCell;
    for (let x = 0; x < image.width; x++, pixel += 8, at += share) {
      const cell = <i32>at;
      const place = (<usize>cell) << 4;
      let value = v128.load(task.room + place);
      if (coarse) {
        const right: f32 = at - <f32>cell;
        const across = f32x4.splat(right);
        const even: f32 = 1 / sqrt(kept * ((1 - right) * (1 - right) + right * right));
        const upper = f32x4.add(value, f32x4.mul(f32x4.sub(v128.load(task.room + place, 16), value), across));
        const start = v128.load(second + place);
        const lower = f32x4.add(start, f32x4.mul(f32x4.sub(v128.load(second + place, 16), start), across));
        value = f32x4.mul(f32x4.add(upper, f32x4.mul(f32x4.sub(lower, upper), part)), f32x4.splat(even));
      }
      const own = readPixel(pixel);
      const alpha = f32x4.extract_lane(own, 3);
      if (alpha <= 0) continue;
      const light = f32x4.splat(f32x4.extract_lane(value, 3));
      const added = f32x4.add(f32x4.mul(light, gray), f32x4.mul(value, colored));
      const grained = f32x4.add(own, f32x4.mul(added, f32x4.splat(alpha / 65535)));
      writeWithin(pixel, f32x4.replace_lane(grained, 3, alpha));
    }
  }
}

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

export function scanLines(image: ImageTask, task: LinesTask): void {
  let pixel = image.from;
  const half: f32 = task.thickness * 0.5;
  for (let y = 0; y < image.height; y++) {
    for (let x = 0; x < image.width; x++, pixel += 8) {
      const at: f32 = (<f32>x * task.x + <f32>y * task.y - task.offset) / task.period;
      // From the middle of the nearest line, in pixels.
      const away: f32 = abs(at - floor(at + 0.5)) * task.period;
      const dark: f32 = 1 - smooth((away - half) / task.softness + 0.5);
      if (dark <= 0) continue;
      const own = readPixel(pixel);
      const kept: f32 = 1 - dark * task.opacity;
      writeWithin(pixel, f32x4.mul(own, f32x4(kept, kept, kept, 1)));
    }
  }
}

export function wipe(image: ImageTask, task: WipeTask): void {
  let pixel = image.from;
  const across = <f32>NativeMath.cos(<f64>task.angle);
  const down = <f32>NativeMath.sin(<f64>task.angle);
  const span: f32 = 0.5 / max<f32>(task.soft, 1e-4);
  for (let y = 0; y < image.height; y++) {
    const fromY = <f32>y - task.y;
    for (let x = 0; x < image.width; x++, pixel += 8) {
      const fromX = <f32>x - task.x;
      let place: f32 = 0;
      if (task.kind == 0) place = fromX * across + fromY * down;
      else if (task.kind == 1) place = sqrt(fromX * fromX + fromY * fromY);
      else {
        place = <f32>NativeMath.atan2(<f64>fromY, <f64>fromX) - task.angle;
        place -= <f32>6.283185307179586 * floor(place / <f32>6.283185307179586);
      }
      let seen: f32 = 1 - min<f32>(max<f32>((place - task.edge) * span + 0.5, 0), 1);
      if (task.inverted != 0) seen = 1 - seen;
      if (seen >= 1) continue;
      writePixel(pixel, f32x4.mul(readPixel(pixel), f32x4.splat(seen)));
    }
  }
}
