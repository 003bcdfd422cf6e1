/** An ordered pattern of 8 x 8 thresholds, each of 64 once (B. E. Bayer, 1973): that of a pixel, from 0 to 63. */
export function ditherOrder(x: i32, y: i32): i32 {
  const mixed = x ^ y;
  return (
    ((mixed & 1) << 5) |
    ((y & 1) << 4) |
    ((mixed & 2) << 2) |
    ((y & 2) << 1) |
    ((mixed & 4) >> 1) |
    ((y & 4) >> 2)
  );
}
