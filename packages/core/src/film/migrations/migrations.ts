import { fromVersion1 } from './fromVersion1';
import { fromVersion2 } from './fromVersion2';
import { fromVersion3 } from './fromVersion3';
import { fromVersion4 } from './fromVersion4';
import { fromVersion5 } from './fromVersion5';
import { fromVersion6 } from './fromVersion6';
import { fromVersion7 } from './fromVersion7';
import type { Json } from './json';

/**
 * Steps from each older version of the format to the next. Values in them are those of their time and never
 * change: a film of an old version keeps looking as it did. By the version they start from.
 */
export const migrations: Record<number, (film: Json) => Json> = {
  1: fromVersion1,
  2: fromVersion2,
  3: fromVersion3,
  4: fromVersion4,
  5: fromVersion5,
  6: fromVersion6,
  7: fromVersion7,
};
