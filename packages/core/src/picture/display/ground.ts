import type { Operation } from './displayList';
import type { Moment } from './moment';

/** What lies below all layers: black, or nothing in a picture without background. */
export const ground = ({ withoutBackground }: Moment): Operation[] =>
  withoutBackground ? [] : [{ op: 'backdrop', paint: '#000000', grain: 0 }];
