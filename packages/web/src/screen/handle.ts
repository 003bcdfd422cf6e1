/** Something that can be dragged on the Screen, in the units of the space it is shown in. */
export interface Handle<Change extends object = Record<string, unknown>> {
  label: string;
  x: number;
  y: number;
  /** Whether it moves the whole. */
  moves: boolean;
  /** Whether it rotates the whole. */
  turns?: boolean;
  /** Whether it sizes the whole. */
  sizes?: boolean;
  /** What changes when it is dragged to a place. */
  drag(x: number, y: number): Change;
}

export const radians = (degrees: number) => (degrees * Math.PI) / 180;
export const degrees = (angle: number) => (angle * 180) / Math.PI;
