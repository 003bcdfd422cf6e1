/** Whether all of some bytes are 0. */
function isClear(at: usize, bytes: usize): bool {
  const end = at + bytes;
  for (; at + 16 <= end; at += 16) if (v128.any_true(v128.load(at))) return false;
  for (; at < end; at += 4) if (load<u32>(at) != 0) return false;
  return true;
}

/**
 * Where pixels are not clear: left, top, right and bottom as whole numbers; all 0 where all are.
 * @param bytes of a pixel
 * @param out room for four numbers
 */
export function contentBox(from: usize, width: i32, height: i32, bytes: usize, out: usize): void {
  const row = <usize>width * bytes;
  let top = 0;
  while (top < height && isClear(from + <usize>top * row, row)) top++;
  if (top == height) {
    memory.fill(out, 0, 16);
    return;
  }
  let bottom = height;
  while (isClear(from + <usize>(bottom - 1) * row, row)) bottom--;
  let left = width;
  let right = 0;
  for (let y = top; y < bottom; y++) {
    const start = from + <usize>y * row;
    let x = 0;
    while (x < left && isClear(start + <usize>x * bytes, bytes)) x++;
    left = min(left, x);
    x = width;
    while (x > right && isClear(start + <usize>(x - 1) * bytes, bytes)) x--;
    right = max(right, x);
  }
  store<i32>(out, left);
  store<i32>(out, top, 4);
  store<i32>(out, right, 8);
  store<i32>(out, bottom, 12);
}
