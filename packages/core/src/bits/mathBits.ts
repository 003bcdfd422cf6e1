import * as math from '../contract/math/math';

/** Results of every function at many places, for comparing their bits on different machines. */
export function mathBits(): Float64Array {
  const out: number[] = [];
  for (let i = -500; i <= 500; i++) {
    const x = i * 0.37;
    const share = i / 500;
    out.push(math.sin(x), math.cos(x), math.tan(x), math.atan(x), math.exp(x / 20));
    out.push(math.asin(share), math.acos(share), math.atan2(x, 3), math.atan2(-2, x));
    out.push(math.log(Math.abs(x) + 0.01), math.pow(Math.abs(x) + 0.01, share * 3));
  }
  return Float64Array.from(out);
}
