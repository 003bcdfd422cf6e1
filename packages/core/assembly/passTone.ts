import { readPixel, writeWithin } from './passPixels';
import { CubeTask, CurvesTask, ImageTask, MixTask, ToneTask } from './passTasks';

/** Passes that change colours one by one, not multiplied by opacity. All work in place. */

/** A value of a curve for one of 16 bits, straight between its 4097 values. */
function curveAt(table: usize, value: u32): u32 {
  const at = table + ((<usize>(value >> 4)) << 1);
  const first = <i32>load<u16>(at);
  const next = <i32>load<u16>(at, 2);
  return <u32>(first + (((next - first) * <i32>(value & 15) + 8) >> 4));
}

export function curves(image: ImageTask, task: CurvesTask): void {
  const count = image.width * image.height;
  let pixel = image.from;
  for (let n = 0; n < count; n++, pixel += 8) {
    const alpha = <u32>load<u16>(pixel, 6);
    if (alpha == 65535) {
      const red = curveAt(task.red, load<u16>(pixel));
      const green = curveAt(task.green, load<u16>(pixel, 2));
      const blue = curveAt(task.blue, load<u16>(pixel, 4));
      store<u32>(pixel, red | (green << 16));
      store<u16>(pixel, <u16>blue, 4);
    } else if (alpha > 0) {
      throughCurve(task.red, pixel, alpha);
      throughCurve(task.green, pixel + 2, alpha);
      throughCurve(task.blue, pixel + 4, alpha);
    }
  }
}

function throughCurve(table: usize, at: usize, alpha: u32): void {
  const straight = min<u32>((<u32>load<u16>(at) * 65535 + (alpha >> 1)) / alpha, 65535);
  store<u16>(at, <u16>((<u64>curveAt(table, straight) * alpha + 32767) / 65535));
}

/** A matrix of colours. What is added counts as much as the pixel is opaque, so nothing has to be divided. */
export function mix(image: ImageTask, task: MixTask): void {
  const count = image.width * image.height;
  const red = f32x4(task.rr, task.gr, task.br, 0);
  const green = f32x4(task.rg, task.gg, task.bg, 0);
  const blue = f32x4(task.rb, task.gb, task.bb, 0);
  const added = f32x4(task.r, task.g, task.b, 1);
  let pixel = image.from;
  for (let n = 0; n < count; n++, pixel += 8) {
    const own = readPixel(pixel);
    const alpha = f32x4.splat(f32x4.extract_lane(own, 3));
    let mixed = f32x4.mul(added, alpha);
    mixed = f32x4.add(mixed, f32x4.mul(red, f32x4.splat(f32x4.extract_lane(own, 0))));
    mixed = f32x4.add(mixed, f32x4.mul(green, f32x4.splat(f32x4.extract_lane(own, 1))));
    mixed = f32x4.add(mixed, f32x4.mul(blue, f32x4.splat(f32x4.extract_lane(own, 2))));
    writeWithin(pixel, mixed);
  }
}

/** Colours by brightness (the luma of Rec. 709), mixed in. */
export function tones(image: ImageTask, task: ToneTask): void {
  const count = image.width * image.height;
  const amount = f32x4.splat(task.amount);
  let pixel = image.from;
  for (let n = 0; n < count; n++, pixel += 8) {
    const own = readPixel(pixel);
    const alpha = f32x4.extract_lane(own, 3);
    if (alpha <= 0) continue;
    const luma: f32 =
      0.2126 * f32x4.extract_lane(own, 0) +
      0.7152 * f32x4.extract_lane(own, 1) +
      0.0722 * f32x4.extract_lane(own, 2);
    const at: f32 = min<f32>((luma / alpha) * 256, 256);
    const step = min(<i32>at, 255);
    const table = task.colors + ((<usize>step) << 4);
    const first = v128.load(table);
    const color = f32x4.add(
      first,
      f32x4.mul(f32x4.sub(v128.load(table, 16), first), f32x4.splat(at - <f32>step)),
    );
    const toned = f32x4.mul(color, f32x4.splat(alpha));
    writeWithin(pixel, f32x4.add(own, f32x4.mul(f32x4.sub(toned, own), amount)));
  }
}

function entry(task: CubeTask, red: i32, green: i32, blue: i32): v128 {
  const at = task.colors + ((<usize>((blue * task.size + green) * task.size + red)) << 4);
  return v128.load(at);
}

/**
 * Colours looked up in a table in three directions, between its values by tetrahedra: each cube is cut along its grey
 * diagonal (common practice), so greys stay greys.
 */
export function lookUp(image: ImageTask, task: CubeTask): void {
  const count = image.width * image.height;
  const most = <f32>(task.size - 1);
  const amount = f32x4.splat(task.amount);
  let pixel = image.from;
  for (let n = 0; n < count; n++, pixel += 8) {
    const own = readPixel(pixel);
    const alpha = f32x4.extract_lane(own, 3);
    if (alpha <= 0) continue;
    const place = f32x4.pmin(f32x4.mul(own, f32x4.splat(most / alpha)), f32x4.splat(most));
    const cell = f32x4.pmin(f32x4.floor(place), f32x4.splat(most - 1));
    const part = f32x4.sub(place, cell);
    const r = <i32>f32x4.extract_lane(cell, 0);
    const g = <i32>f32x4.extract_lane(cell, 1);
    const b = <i32>f32x4.extract_lane(cell, 2);
    const x = f32x4.extract_lane(part, 0);
    const y = f32x4.extract_lane(part, 1);
    const z = f32x4.extract_lane(part, 2);
    const longest = max(x, max(y, z));
    const shortest = min(x, min(y, z));
    const middle: f32 = x + y + z - longest - shortest;
    // From the dark corner along the longest direction, then also along the middle one, to the light corner.
    const xFirst = x >= y && x >= z;
    const yFirst = !xFirst && y >= z;
    const zFirst = !xFirst && !yFirst;
    const xLast = x < y && x < z;
    const zLast = !xLast && z <= y && !zFirst;
    const yLast = !xLast && !zLast;
    const one = entry(task, r + <i32>xFirst, g + <i32>yFirst, b + <i32>zFirst);
    const two = entry(task, r + 1 - <i32>xLast, g + 1 - <i32>yLast, b + 1 - <i32>zLast);
    let color = f32x4.mul(entry(task, r, g, b), f32x4.splat(1 - longest));
    color = f32x4.add(color, f32x4.mul(one, f32x4.splat(longest - middle)));
    color = f32x4.add(color, f32x4.mul(two, f32x4.splat(middle - shortest)));
    color = f32x4.add(color, f32x4.mul(entry(task, r + 1, g + 1, b + 1), f32x4.splat(shortest)));
    const found = f32x4.mul(color, f32x4.splat(alpha));
    writeWithin(pixel, f32x4.add(own, f32x4.mul(f32x4.sub(found, own), amount)));
  }
}
