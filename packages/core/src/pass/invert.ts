import { pictureEngine } from '../compiled/pictureEngine';
import { passKind } from './passKind';

/** Every colour as its opposite, in part or wholly. */
export const invert = passKind({
  kind: 'invert',
  label: 'Invert',
  heading: 'Texture',
  light: 'encoded',
  fields: [
    {
      kind: 'number',
      key: 'amount',
      label: 'Amount',
      min: 0,
      max: 1,
      step: 5,
      unit: '%',
      shownPer: 100,
      default: 1,
    },
  ],
  run({ address, width, height }, { amount }) {
    pictureEngine().invert(address, width * height, Math.round(amount * 65536));
  },
});
