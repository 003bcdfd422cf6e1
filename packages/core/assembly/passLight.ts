import { readPixel, writePixel, writeWithin } from './passPixels';
import { lightOf } from './points';
import { BrightTask, ImageTask, OutlineTask } from './passTasks';

/** Passes that work with light in proportion to energy. */

/**
 * Light of what is bright, averaged over blocks of pixels, as an image of 16 bits a value in proportion to energy.
 * What lies beyond the image is dark.
 */
export function takeBright(image: ImageTask, task: BrightTask): void {
  const block = task.block;
  const area = block * block;
  const share = f32x4.splat(65535 / <f32>area);
  const low = task.low;
  const span: f32 = 1 / max<f32>(task.high - task.low, 1e-6);
  const least = min(max(<i32>(low * 65535), 0), 65535);
  // No opacity is above its own.
  const floor = v128.or(i16x8.splat(<i16>least), i64x2.splat(0xffff000000000000));
  for (let row = 0; row < task.height; row++) {
    const bottom = min((row + 1) * block, image.height);
    for (let column = 0; column < task.width; column++) {
      const right = min((column + 1) * block, image.width);
      let sum = f32x4.splat(0);
      for (let y = row * block; y < bottom; y++) {
        let at = image.from + ((<usize>(y * image.width + column * block)) << 3);
        for (let x = column * block; x < right; x++, at += 8) {
          // Most pixels of most pictures are dark.
          if (!v128.any_true(i16x8.gt_u(v128.load64_zero(at), floor))) continue;
          const red = <i32>load<u16>(at);
          const green = <i32>load<u16>(at, 2);
          const blue = <i32>load<u16>(at, 4);
          const brightest = max(red, max(green, blue));
          if (brightest <= least) continue;
          let weight: f32 = min<f32>((<f32>brightest / 65535 - low) * span, 1);
          weight = weight * weight * (3 - 2 * weight);
          const light = lightOf(f32x4.mul(readPixel(at), f32x4.splat(1 / 65535.0)));
          sum = f32x4.add(sum, f32x4.mul(light, f32x4.splat(weight)));
        }
      }
      writePixel(image.to + ((<usize>(row * task.width + column)) << 3), f32x4.mul(sum, share));
    }
  }
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
