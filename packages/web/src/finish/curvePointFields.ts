import { curvePointRecord, fieldsOf, type NumberField } from '@cyclogram/core';

/** Input and output of a point of a curve. */
export const curvePointFields = fieldsOf(curvePointRecord).filter(
  (field): field is NumberField => 'step' in field,
);
