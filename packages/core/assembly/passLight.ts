import { readPixel, writePixel, writeWithin } from './passPixels';
import { lightOf } from './pointsLight';
import { ImageTask } from './passTasks';

/** Passes that work with light in proportion to energy. */

/** A channel of four pixels, 0 to 1. */
function channel(pixels: v128, shift: i32): v128 {
  const whole = v128.and(i32x4.shr_u(pixels, shift), i32x4.splat(255));
  return f32x4.mul(f32x4.convert_i32x4_s(whole), f32x4.splat(1 / 255.0));
}

/** Light taken from what is bright, small. */
@unmanaged
export class BrightTask {
  /** Pixels of four bytes, multiplied by opacity, and their size. */
  pixels: usize;
  wide: i32;
  tall: i32;
  /** Where the light goes: 16 bits a value, in proportion to energy. */
  light: usize;
  /** Room for a row of the small picture: four floats a pixel, and one more. */
  work: usize;
  /** Size of a block that becomes a pixel. */
  block: i32;
  /** Size of the small picture. */
  width: i32;
  height: i32;
  /** Where brightness begins to count, and where it counts wholly, encoded, 0 to 1. */
  low: f32;
  high: f32;
}

/**
 * Light of what is bright, averaged over blocks of pixels, as an image of 16 bits a value in proportion to energy.
 * What lies beyond the image is dark.
 */
export function takeBright(task: BrightTask): void {
  const block = task.block;
  const share = f32x4.splat(65535 / <f32>(block * block));
  const low = f32x4.splat(task.low);
  const span = f32x4.splat(1 / max<f32>(task.high - task.low, 1e-6));
  const one = f32x4.splat(1);
  // Most pixels of most pictures are dark: no channel is above this.
  const least = v128.or(
    v128.and(i8x16.splat(<i8>min(max(<i32>(task.low * 255), 0), 255)), i32x4.splat(0xffffff)),
    i32x4.splat(0xff000000),
  );
  for (let row = 0; row < task.height; row++) {
    memory.fill(task.work, 0, (<usize>(task.width + 1)) << 4);
    const bottom = min((row + 1) * block, task.tall);
    for (let y = row * block; y < bottom; y++) {
      const line = task.pixels + ((<usize>y * <usize>task.wide) << 2);
      for (let x = 0; x < task.wide; x += 4) {
        let pixels = v128.load(line + ((<usize>x) << 2));
        if (!v128.any_true(i8x16.gt_u(pixels, least))) continue;
        if (x + 4 > task.wide)
          pixels = v128.and(pixels, i32x4.gt_s(i32x4.splat(task.wide - x), i32x4(0, 1, 2, 3)));
        const r = channel(pixels, 0);
        const g = channel(pixels, 8);
        const b = channel(pixels, 16);
        const brightest = f32x4.pmax(r, f32x4.pmax(g, b));
        const t = f32x4.pmin(f32x4.pmax(f32x4.mul(f32x4.sub(brightest, low), span), f32x4.splat(0)), one);
        const weight = f32x4.mul(f32x4.mul(t, t), f32x4.sub(f32x4.splat(3), f32x4.add(t, t)));
        const red = f32x4.mul(lightOf(r), weight);
        const green = f32x4.mul(lightOf(g), weight);
        const blue = f32x4.mul(lightOf(b), weight);
        // Every lane belongs to a pixel.
        const cell = task.work + ((<usize>(x / block)) << 4);
        if (block >= 4) {
          const sum = f32x4(total(red), total(green), total(blue), 0);
          v128.store(cell, f32x4.add(v128.load(cell), sum));
          continue;
        }
        const next = task.work + ((<usize>((x + 1) / block)) << 4);
        const third = task.work + ((<usize>((x + 2) / block)) << 4);
        const last = task.work + ((<usize>((x + 3) / block)) << 4);
        addLane(
          cell,
          f32x4(f32x4.extract_lane(red, 0), f32x4.extract_lane(green, 0), f32x4.extract_lane(blue, 0), 0),
        );
        addLane(
          next,
          f32x4(f32x4.extract_lane(red, 1), f32x4.extract_lane(green, 1), f32x4.extract_lane(blue, 1), 0),
        );
        addLane(
          third,
          f32x4(f32x4.extract_lane(red, 2), f32x4.extract_lane(green, 2), f32x4.extract_lane(blue, 2), 0),
        );
        addLane(
          last,
          f32x4(f32x4.extract_lane(red, 3), f32x4.extract_lane(green, 3), f32x4.extract_lane(blue, 3), 0),
        );
      }
    }
    const to = task.light + ((<usize>(row * task.width)) << 3);
    for (let n = 0; n < task.width; n++)
      writePixel(to + ((<usize>n) << 3), f32x4.mul(v128.load(task.work + ((<usize>n) << 4)), share));
  }
}

function total(value: v128): f32 {
  return (
    f32x4.extract_lane(value, 0) +
    f32x4.extract_lane(value, 1) +
    f32x4.extract_lane(value, 2) +
    f32x4.extract_lane(value, 3)
  );
}

function addLane(at: usize, value: v128): void {
  v128.store(at, f32x4.add(v128.load(at), value));
}

/**
 * The opacities of an image, moved, as white with that opacity: what outlines are made of.
 * @param inverted 1 for what the image is not opaque
 */
export function takeForm(image: ImageTask, across: i32, down: i32, inverted: i32): void {
  let to = image.to;
  for (let y = 0; y < image.height; y++) {
    const row = y - down;
    for (let x = 0; x < image.width; x++, to += 8) {
      const column = x - across;
      const within = <u32>row < <u32>image.height && <u32>column < <u32>image.width;
      let alpha = within ? <u32>load<u16>(image.from + ((<usize>(row * image.width + column)) << 3), 6) : 0;
      if (inverted != 0) alpha = 65535 - alpha;
      store<u64>(to, <u64>alpha * 0x0001000100010001);
    }
  }
}

/** How bright an image is over black (the luma of Rec. 709), as white with that opacity, in place. */
export function brightnessForm(image: ImageTask): void {
  const count = image.width * image.height;
  let pixel = image.from;
  for (let n = 0; n < count; n++, pixel += 8) {
    const red = <u32>load<u16>(pixel);
    const green = <u32>load<u16>(pixel, 2);
    const blue = <u32>load<u16>(pixel, 4);
    const luma = min<u32>((red * 13933 + green * 46871 + blue * 4732 + 32768) >> 16, 65535);
    store<u64>(pixel, <u64>luma * 0x0001000100010001);
  }
}

/** A soft outline: a blurred form of one colour, laid under a picture, or into it. */
@unmanaged
export class OutlineTask {
  form: usize;
  inside: i32;
  /** How much opaquer the form becomes. */
  gain: f32;
  red: f32;
  green: f32;
  blue: f32;
  opacity: f32;
}

/** Lays a blurred form in one colour under an image, or into what is opaque of it, in place. */
export function layOutline(image: ImageTask, task: OutlineTask): void {
  const color = f32x4(task.red, task.green, task.blue, 1);
  const count = image.width * image.height;
  let pixel = image.from;
  let form = task.form;
  for (let n = 0; n < count; n++, pixel += 8, form += 8) {
    const value = <f32>load<u16>(form);
    if (value <= 0) continue;
    const drawn = f32x4.mul(color, f32x4.splat(min<f32>(value * task.gain, 65535) * task.opacity));
    const own = readPixel(pixel);
    const alpha: f32 = f32x4.extract_lane(own, 3) / 65535;
    if (task.inside != 0) {
      // Laid over, but only where there is something.
      const over = f32x4.mul(drawn, f32x4.splat(alpha));
      const rest = f32x4.splat(1 - f32x4.extract_lane(drawn, 3) / 65535);
      writeWithin(pixel, f32x4.add(over, f32x4.mul(own, rest)));
    } else writePixel(pixel, f32x4.add(own, f32x4.mul(drawn, f32x4.splat(1 - alpha))));
  }
}
