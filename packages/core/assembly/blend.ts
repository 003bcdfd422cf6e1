/**
 * How layers are laid on each other: W3C Compositing and Blending Level 1, on values multiplied by opacity. Numbers of modes
 * are those of src/picture/blend.ts.
 */

/** A pixel of four bytes as four floats, 0 to 255. */
export function readColor(address: usize): v128 {
  return f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(i16x8.extend_low_i8x16_u(v128.load32_zero(address))));
}

/** Writes a pixel of four bytes, rounded; values lie between 0 and 255. */
export function writeColor(address: usize, value: v128): void {
  const whole = i32x4.trunc_sat_f32x4_s(f32x4.add(value, f32x4.splat(0.5)));
  const words = i16x8.narrow_i32x4_u(whole, whole);
  v128.store32_lane(address, i8x16.narrow_i16x8_u(words, words), 0);
}

const white: f32 = 255;

/** One channel of the blended colour where both are opaque, 0 to 1: B(Cb, Cs) of section 10.1. */
function blended(mode: i32, b: f32, s: f32): f32 {
  // 4 overlay, 7 colour dodge, 8 colour burn, 9 hard light, 10 soft light.
  if (mode == 4) return hardLight(s, b);
  if (mode == 9) return hardLight(b, s);
  if (mode == 7) {
    if (b <= 0) return 0;
    return s >= 1 ? 1 : min<f32>(1, b / (1 - s));
  }
  if (mode == 8) {
    if (b >= 1) return 1;
    return s <= 0 ? 0 : 1 - min<f32>(1, (1 - b) / s);
  }
  if (s <= 0.5) return b - (1 - 2 * s) * b * (1 - b);
  const d: f32 = b <= 0.25 ? ((16 * b - 12) * b + 4) * b : sqrt(b);
  return b + (2 * s - 1) * (d - b);
}

function hardLight(b: f32, s: f32): f32 {
  return s <= 0.5 ? 2 * b * s : 1 - 2 * (1 - b) * (1 - s);
}

function luminosity(color: v128): f32 {
  return (
    0.3 * f32x4.extract_lane(color, 0) +
    0.59 * f32x4.extract_lane(color, 1) +
    0.11 * f32x4.extract_lane(color, 2)
  );
}

function highest(color: v128): f32 {
  return max(max(f32x4.extract_lane(color, 0), f32x4.extract_lane(color, 1)), f32x4.extract_lane(color, 2));
}

function lowest(color: v128): f32 {
  return min(min(f32x4.extract_lane(color, 0), f32x4.extract_lane(color, 1)), f32x4.extract_lane(color, 2));
}

/** SetLum and ClipColor of section 10.2. */
function withLuminosity(color: v128, l: f32): v128 {
  let moved = f32x4.add(color, f32x4.splat(l - luminosity(color)));
  const low = lowest(moved);
  const high = highest(moved);
  const middle = f32x4.splat(l);
  if (low < 0) moved = f32x4.add(middle, f32x4.mul(f32x4.sub(moved, middle), f32x4.splat(l / (l - low))));
  if (high > 1)
    moved = f32x4.add(middle, f32x4.mul(f32x4.sub(moved, middle), f32x4.splat((1 - l) / (high - l))));
  return moved;
}

/** SetSat of section 10.2. */
function withSaturation(color: v128, saturation: f32): v128 {
  const low = lowest(color);
  const high = highest(color);
  if (high <= low) return f32x4.splat(0);
  return f32x4.mul(f32x4.sub(color, f32x4.splat(low)), f32x4.splat(saturation / (high - low)));
}

function saturationOf(color: v128): f32 {
  return highest(color) - lowest(color);
}

/** The modes that mix the channels: 13 hue, 14 saturation, 15 colour, 16 luminosity. */
function mixedColor(mode: i32, b: v128, s: v128): v128 {
  if (mode == 13) return withLuminosity(withSaturation(s, saturationOf(b)), luminosity(b));
  if (mode == 14) return withLuminosity(withSaturation(b, saturationOf(s)), luminosity(b));
  if (mode == 15) return withLuminosity(s, luminosity(b));
  return withLuminosity(b, luminosity(s));
}

/**
 * A pixel laid on another one: both as floats from 0 to 255, multiplied by opacity.
 * @param mode 0 normal, 1 add, 2 screen, 3 multiply, 5 darken, 6 lighten, 11 difference, 12 exclusion, others as above
 */
export function blendPixel(mode: i32, s: v128, b: v128): v128 {
  const whole = f32x4.splat(white);
  const share = f32x4.splat(1 / white);
  const sa = i8x16.shuffle(s, s, 12, 13, 14, 15, 12, 13, 14, 15, 12, 13, 14, 15, 12, 13, 14, 15);
  const ba = i8x16.shuffle(b, b, 12, 13, 14, 15, 12, 13, 14, 15, 12, 13, 14, 15, 12, 13, 14, 15);
  if (mode == 0) return f32x4.add(s, f32x4.mul(f32x4.mul(b, f32x4.sub(whole, sa)), share));
  if (mode == 1) return f32x4.pmin(f32x4.add(s, b), whole);
  if (mode == 2) return f32x4.sub(f32x4.add(s, b), f32x4.mul(f32x4.mul(s, b), share));
  // s (1 - ba) + b (1 - sa), to which as * ab * B(cb, cs) comes; of opacity itself that is as * ab.
  const apart = f32x4.mul(
    f32x4.add(f32x4.mul(s, f32x4.sub(whole, ba)), f32x4.mul(b, f32x4.sub(whole, sa))),
    share,
  );
  const both = f32x4.mul(f32x4.mul(sa, ba), share);
  let common = f32x4.splat(0);
  if (mode == 3) common = f32x4.mul(f32x4.mul(s, b), share);
  else if (mode == 5 || mode == 6) {
    const one = f32x4.mul(f32x4.mul(s, ba), share);
    const other = f32x4.mul(f32x4.mul(b, sa), share);
    common = mode == 5 ? f32x4.pmin(one, other) : f32x4.pmax(one, other);
  } else if (mode == 11) {
    const one = f32x4.mul(f32x4.mul(s, ba), share);
    const other = f32x4.mul(f32x4.mul(b, sa), share);
    common = f32x4.abs(f32x4.sub(one, other));
  } else if (mode == 12) {
    const one = f32x4.mul(f32x4.mul(s, ba), share);
    const other = f32x4.mul(f32x4.mul(b, sa), share);
    common = f32x4.sub(f32x4.add(one, other), f32x4.mul(f32x4.mul(f32x4.mul(s, b), share), f32x4.splat(2)));
  } else {
    const alphaS = f32x4.extract_lane(sa, 0);
    const alphaB = f32x4.extract_lane(ba, 0);
    if (alphaS > 0 && alphaB > 0) {
      const cs = f32x4.mul(s, f32x4.splat(1 / alphaS));
      const cb = f32x4.mul(b, f32x4.splat(1 / alphaB));
      const mixed =
        mode > 12
          ? mixedColor(mode, cb, cs)
          : f32x4(
              blended(mode, f32x4.extract_lane(cb, 0), f32x4.extract_lane(cs, 0)),
              blended(mode, f32x4.extract_lane(cb, 1), f32x4.extract_lane(cs, 1)),
              blended(mode, f32x4.extract_lane(cb, 2), f32x4.extract_lane(cs, 2)),
              1,
            );
      common = f32x4.mul(mixed, both);
    }
  }
  common = f32x4.replace_lane(common, 3, f32x4.extract_lane(both, 3));
  const out = f32x4.add(apart, common);
  return f32x4.pmax(f32x4.pmin(out, whole), f32x4.splat(0));
}

/** 255, in numbers of which the lowest 7 bits are parts. */
const white7: i16 = 32640;

/** The opacity of each of two pixels, for all of their channels. */
function alphaOf(pair: v128): v128 {
  return i8x16.shuffle(pair, pair, 6, 7, 6, 7, 6, 7, 6, 7, 14, 15, 14, 15, 14, 15, 14, 15);
}

/** Two pixels laid on two others, with 7 bits after the point. */
function layPair(mode: i32, s: v128, b: v128): v128 {
  if (mode == 1) return i16x8.add_sat_s(s, b);
  if (mode == 2) {
    // 32768 / 32640 is 1 + 1 / 255.
    const scaled = i16x8.add_sat_s(s, i16x8.shr_u(s, 8));
    return i16x8.add_sat_s(s, i16x8.sub(b, i16x8.q15mulr_sat_s(b, scaled)));
  }
  const rest = i16x8.sub(i16x8.splat(white7), alphaOf(s));
  const share = i16x8.add_sat_s(rest, i16x8.shr_u(rest, 8));
  return i16x8.add_sat_s(s, i16x8.q15mulr_sat_s(b, share));
}

/**
 * Lays a row of pixels on another one.
 * @param to four bytes a pixel, multiplied by opacity, as those of `from`
 * @param cover 0, or how much of each pixel counts: 16 bits
 * @param opacity 0 to 1
 */
export function layRow(to: usize, from: usize, cover: usize, count: i32, opacity: f32, mode: i32): void {
  let n = 0;
  if (mode <= 2) {
    const times = i16x8.splat(<i16>min<i32>(32767, <i32>nearest(opacity * 32768)));
    const isWhole = opacity >= 1;
    const half = i16x8.splat(64);
    const opaque = i32x4.splat(0xff000000);
    for (; n + 4 <= count; n += 4) {
      const at = (<usize>n) << 2;
      const s = v128.load(from + at);
      if (!v128.any_true(s)) continue;
      let low = i16x8.shl(i16x8.extend_low_i8x16_u(s), 7);
      let high = i16x8.shl(i16x8.extend_high_i8x16_u(s), 7);
      if (cover != 0) {
        const c = load<u64>(cover + ((<usize>n) << 1));
        if (c == 0) continue;
        if (c != 0xffffffffffffffff) {
          // 16 bits to 15.
          const c15 = i16x8.shr_u(v128.load64_zero(cover + ((<usize>n) << 1)), 1);
          low = i16x8.q15mulr_sat_s(
            low,
            i8x16.shuffle(c15, c15, 0, 1, 0, 1, 0, 1, 0, 1, 2, 3, 2, 3, 2, 3, 2, 3),
          );
          high = i16x8.q15mulr_sat_s(
            high,
            i8x16.shuffle(c15, c15, 4, 5, 4, 5, 4, 5, 4, 5, 6, 7, 6, 7, 6, 7, 6, 7),
          );
        } else if (isWhole && mode == 0 && i32x4.all_true(i32x4.eq(v128.and(s, opaque), opaque))) {
          v128.store(to + at, s);
          continue;
        }
      } else if (isWhole && mode == 0 && i32x4.all_true(i32x4.eq(v128.and(s, opaque), opaque))) {
        v128.store(to + at, s);
        continue;
      }
      if (!isWhole) {
        low = i16x8.q15mulr_sat_s(low, times);
        high = i16x8.q15mulr_sat_s(high, times);
      }
      const b = v128.load(to + at);
      low = layPair(mode, low, i16x8.shl(i16x8.extend_low_i8x16_u(b), 7));
      high = layPair(mode, high, i16x8.shl(i16x8.extend_high_i8x16_u(b), 7));
      low = i16x8.shr_u(i16x8.add(low, half), 7);
      high = i16x8.shr_u(i16x8.add(high, half), 7);
      v128.store(to + at, i8x16.narrow_i16x8_u(low, high));
    }
  }
  const share: f32 = opacity / 65535;
  for (; n < count; n++) {
    const at = (<usize>n) << 2;
    if (load<u32>(from + at) == 0) continue;
    const part: f32 = cover == 0 ? opacity : <f32>load<u16>(cover + ((<usize>n) << 1)) * share;
    if (part <= 0) continue;
    const s = f32x4.mul(readColor(from + at), f32x4.splat(part));
    writeColor(to + at, blendPixel(mode, s, readColor(to + at)));
  }
}
