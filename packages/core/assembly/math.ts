/**
 * Functions of mathematics in doubles. AssemblyScript brings its own, which are compiled with the rest: they give
 * the same bits wherever they run, which those of browsers and Node do not.
 */
export function sin(x: f64): f64 {
  return NativeMath.sin(x);
}
export function cos(x: f64): f64 {
  return NativeMath.cos(x);
}
export function tan(x: f64): f64 {
  return NativeMath.tan(x);
}
export function asin(x: f64): f64 {
  return NativeMath.asin(x);
}
export function acos(x: f64): f64 {
  return NativeMath.acos(x);
}
export function atan(x: f64): f64 {
  return NativeMath.atan(x);
}
export function atan2(y: f64, x: f64): f64 {
  return NativeMath.atan2(y, x);
}
export function exp(x: f64): f64 {
  return NativeMath.exp(x);
}
export function log(x: f64): f64 {
  return NativeMath.log(x);
}
export function pow(x: f64, y: f64): f64 {
  return NativeMath.pow(x, y);
}
