import type { OperationKind } from './operationKind';

/** The whole picture filled: `color` in the middle, `edgeColor` in the corners, and an image over that. */
export interface BackdropOp {
  op: 'backdrop';
  color: string;
  edgeColor: string;
  /** Key of an image that covers everything, cut where it is too long or too wide; null for none. */
  image: string | null;
}

export const backdrop: OperationKind<BackdropOp> = {
  bounds(_operation, box) {
    box.splice(0, 4, -Infinity, -Infinity, Infinity, Infinity);
  },
  transform: (operation) => operation,
};
