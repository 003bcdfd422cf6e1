/** A place of the picture that others snap to, in one direction. */
export interface SnapLine {
  axis: 'x' | 'y';
  at: number;
}

export interface Snapped {
  x: number;
  y: number;
  /** The lines that were snapped to, for showing them. */
  lines: SnapLine[];
}

/** The lines of a picture: its edges, middles and thirds. */
export const pictureLines = (width: number, height: number): SnapLine[] => [
  ...[0, 1 / 3, 1 / 2, 2 / 3, 1].map((share): SnapLine => ({ axis: 'x', at: share * width })),
  ...[0, 1 / 3, 1 / 2, 2 / 3, 1].map((share): SnapLine => ({ axis: 'y', at: share * height })),
];

/** Snaps a place to the nearest lines within reach, each direction by itself. */
export function snapToLines(x: number, y: number, lines: readonly SnapLine[], within: number): Snapped {
  const nearest = (axis: 'x' | 'y', value: number) =>
    lines
      .filter((line) => line.axis === axis && Math.abs(line.at - value) <= within)
      .sort((a, b) => Math.abs(a.at - value) - Math.abs(b.at - value))[0];
  const [lineX, lineY] = [nearest('x', x), nearest('y', y)];
  return {
    x: lineX?.at ?? x,
    y: lineY?.at ?? y,
    lines: [lineX, lineY].filter((line) => line !== undefined),
  };
}

/** Degrees between the directions that angles snap to. */
export const angleStep = 15;

/** Snaps the direction from one place to another to whole steps, keeping the distance. */
export function snapAngle(fromX: number, fromY: number, x: number, y: number): { x: number; y: number } {
  const step = (angleStep * Math.PI) / 180;
  const angle = Math.round(Math.atan2(y - fromY, x - fromX) / step) * step;
  const distance = Math.hypot(x - fromX, y - fromY);
  return { x: fromX + distance * Math.cos(angle), y: fromY + distance * Math.sin(angle) };
}
