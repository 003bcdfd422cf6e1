import { exact } from '../../contract';

/** The outline of a box with rounded corners. @param box left, top, width, height */
export function roundedBox(
  [x, y, width, height]: readonly [number, number, number, number],
  radius: number,
): Float32Array {
  const r = Math.min(radius, width / 2, height / 2);
  const points: number[] = [];
  const parts = 16;
  const corners = [
    [x + width - r, y + r, -90],
    [x + width - r, y + height - r, 0],
    [x + r, y + height - r, 90],
    [x + r, y + r, 180],
  ] as const;
  for (const [cornerX, cornerY, from] of corners) {
    for (let i = 0; i <= parts; i++) {
      const angle = ((from + (90 * i) / parts) * Math.PI) / 180;
      points.push(cornerX + r * exact.cos(angle), cornerY + r * exact.sin(angle));
    }
  }
  return Float32Array.from(points);
}
