import { alpha, becomeClear, blue, columns, green, one, red, smooth, within } from './stretch';

/** Passes that make a pixel's colour of its colour and place. */

/** The eighth power of numbers: distances measured with it are those of a rectangle with round corners. */
function eighth(x: v128): v128 {
  const square = f32x4.mul(x, x);
  const fourth = f32x4.mul(square, square);
  return f32x4.mul(fourth, fourth);
}

function vignetteOn(own: v128, a: v128, color: f32, blend: i32, share: v128): v128 {
  const over = f32x4.splat(color);
  if (blend == 1) return f32x4.mul(own, f32x4.sub(one(), f32x4.mul(f32x4.splat(1 - color), share)));
  // Laid over what is there: it does not become opaquer.
  const target = blend == 0 ? over : f32x4.sub(f32x4.add(own, over), f32x4.mul(f32x4.mul(own, over), a));
  return within(f32x4.add(own, f32x4.mul(f32x4.sub(target, own), share)));
}

/** Darker, or coloured, towards the edges. */
@unmanaged
export class VignetteTask {
  x: f32;
  y: f32;
  /** 1 over half the width and height of what is left free. */
  scaleX: f32;
  scaleY: f32;
  /** 0 an ellipse, 1 nearly a rectangle. */
  square: f32;
  softness: f32;
  amount: f32;
  /** 0 laid over, 1 multiplied, 2 screened. */
  blend: i32;
  red: f32;
  green: f32;
  blue: f32;
}

export function vignette(task: VignetteTask, x: i32, y: i32, bytes: usize): void {
  const inner = f32x4.splat(1 - task.softness);
  const span = f32x4.splat(1 / max<f32>(2 * task.softness, 1e-4));
  const amount = f32x4.splat(task.amount);
  const down = f32x4.splat((<f32>y - task.y) * task.scaleY);
  const downSquare = f32x4.mul(down, down);
  const down8 = eighth(down);
  for (let at: usize = 0; at < bytes; at += 16) {
    const place = columns(x + <i32>(at >> 2));
    const across = f32x4.mul(f32x4.sub(place, f32x4.splat(task.x)), f32x4.splat(task.scaleX));
    let distance = f32x4.sqrt(f32x4.add(f32x4.mul(across, across), downSquare));
    if (task.square > 0) {
      const corner = f32x4.sqrt(f32x4.sqrt(f32x4.sqrt(f32x4.add(eighth(across), down8))));
      distance = f32x4.add(distance, f32x4.mul(f32x4.sub(corner, distance), f32x4.splat(task.square)));
    }
    const share = f32x4.mul(smooth(f32x4.mul(f32x4.sub(distance, inner), span)), amount);
    if (!v128.any_true(f32x4.gt(share, f32x4.splat(0)))) continue;
    const a = v128.load(alpha + at);
    v128.store(red + at, vignetteOn(v128.load(red + at), a, task.red, task.blend, share));
    v128.store(green + at, vignetteOn(v128.load(green + at), a, task.green, task.blend, share));
    v128.store(blue + at, vignetteOn(v128.load(blue + at), a, task.blue, task.blend, share));
  }
}

/** Dark lines. */
@unmanaged
export class LinesTask {
  /** Across the lines. */
  x: f32;
  y: f32;
  offset: f32;
  period: f32;
  thickness: f32;
  softness: f32;
  opacity: f32;
}

export function scanLines(task: LinesTask, x: i32, y: i32, bytes: usize): void {
  const half = f32x4.splat(task.thickness * 0.5);
  const period = f32x4.splat(task.period);
  const softness = f32x4.splat(1 / task.softness);
  const middle = f32x4.splat(0.5);
  const offset: f32 = <f32>y * task.y - task.offset;
  for (let at: usize = 0; at < bytes; at += 16) {
    const along = f32x4.div(
      f32x4.add(f32x4.mul(columns(x + <i32>(at >> 2)), f32x4.splat(task.x)), f32x4.splat(offset)),
      period,
    );
    // From the middle of the nearest line, in pixels.
    const away = f32x4.mul(f32x4.abs(f32x4.sub(along, f32x4.floor(f32x4.add(along, middle)))), period);
    const lit = smooth(f32x4.add(f32x4.mul(f32x4.sub(away, half), softness), middle));
    const kept = f32x4.sub(one(), f32x4.mul(f32x4.sub(one(), lit), f32x4.splat(task.opacity)));
    v128.store(red + at, f32x4.mul(v128.load(red + at), kept));
    v128.store(green + at, f32x4.mul(v128.load(green + at), kept));
    v128.store(blue + at, f32x4.mul(v128.load(blue + at), kept));
  }
}

/** What of a picture is seen. */
@unmanaged
export class WipeTask {
  /** 0 straight, 1 round, 2 around. */
  kind: i32;
  x: f32;
  y: f32;
  angle: f32;
  /** Its cosine and sine. */
  across: f32;
  down: f32;
  /** Where the edge stands, and half its width: pixels, or radians around. */
  edge: f32;
  soft: f32;
  inverted: i32;
  /** Room for four floats. */
  work: usize;
}

export function wipe(task: WipeTask, x: i32, y: i32, bytes: usize): void {
  const across = f32x4.splat(task.across);
  const down: f32 = <f32>y - task.y;
  const span = f32x4.splat(0.5 / max<f32>(task.soft, 1e-4));
  const middle = f32x4.splat(0.5);
  const turn: f32 = 6.283185307179586;
  for (let at: usize = 0; at < bytes; at += 16) {
    const from = f32x4.sub(columns(x + <i32>(at >> 2)), f32x4.splat(task.x));
    let place: v128;
    if (task.kind == 0) place = f32x4.add(f32x4.mul(from, across), f32x4.splat(down * task.down));
    else if (task.kind == 1) place = f32x4.sqrt(f32x4.add(f32x4.mul(from, from), f32x4.splat(down * down)));
    else {
      place = f32x4.splat(0);
      for (let lane: usize = 0; lane < 4; lane++) {
        const column: f32 = <f32>(x + <i32>(at >> 2) + <i32>lane) - task.x;
        let angle: f32 = <f32>NativeMath.atan2(<f64>down, <f64>column) - task.angle;
        angle -= turn * floor(angle / turn);
        store<f32>(task.work + (lane << 2), angle);
      }
      place = v128.load(task.work);
    }
    let seen = f32x4.sub(
      one(),
      within(f32x4.add(f32x4.mul(f32x4.sub(place, f32x4.splat(task.edge)), span), middle)),
    );
    if (task.inverted != 0) seen = f32x4.sub(one(), seen);
    v128.store(alpha + at, f32x4.mul(v128.load(alpha + at), seen));
  }
  becomeClear();
}
