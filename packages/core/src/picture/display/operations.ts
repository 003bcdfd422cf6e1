import { type Box, emptyBox, type Matrix } from '../../contract';
import type { Operation } from './displayList';
import { backdrop } from './operation/backdrop';
import { curve } from './operation/curve';
import { dots } from './operation/dots';
import { fill } from './operation/fill';
import { group, groupKind } from './operation/group';
import { image } from './operation/image';
import { images } from './operation/images';
import type { OperationKind } from './operation/operationKind';
import { scene } from './operation/scene';
import { shape } from './operation/shape';
import { sprites } from './operation/sprites';
import { strokes } from './operation/strokes';

export { group } from './operation/group';
export { filled } from './operation/shape';

/**
 * What is known of every kind of drawing operation. A new one is a file beside strokes.ts, a line here,
 * and a drawer in the painter.
 */
const operationKinds: { [Op in Operation['op']]: OperationKind<Extract<Operation, { op: Op }>, Operation> } =
  {
    backdrop,
    strokes,
    dots,
    curve,
    fill,
    images,
    image,
    shape,
    scene,
    sprites,
    group: groupKind,
  };

const kindOfOperation = ({ op }: Operation) => operationKinds[op] as OperationKind<Operation, Operation>;

/** What operations can touch, in picture units. */
export function boundsOf(operations: readonly Operation[], box = emptyBox()): Box {
  for (const operation of operations) kindOfOperation(operation).bounds(operation, box, boundsOf);
  return box;
}

/** The same operation rotated, mirrored and moved; sizes stay, so the matrix must not scale. */
export const transformOperation = (operation: Operation, matrix: Matrix): Operation =>
  kindOfOperation(operation).transform?.(operation, matrix) ?? group([operation], { matrix });

/** Variants of each operation as one operation each, where they can be painted as one shape. */
export const mergeOperations = (variants: readonly Operation[][]): Operation[] =>
  variants.flatMap((all): Operation[] => {
    const { merge } = kindOfOperation(all[0]!);
    return merge ? [merge(all)] : all;
  });
