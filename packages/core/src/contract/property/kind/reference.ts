import * as yup from 'yup';
import type { IdField, ReferenceField } from '../field';
import type { FieldKind } from './fieldKind';
import { plainText } from './numbers';

const longest = 64;

/** Ids are texts; this one would be a property of every object. */
const idSchema = () =>
  yup.string().required().max(longest).notOneOf(['__proto__'], '${path} must not be "__proto__"');

const isId = (value: unknown): boolean =>
  typeof value === 'string' && value !== '' && value.length <= longest && value !== '__proto__';

const json = () => ({ type: 'string', minLength: 1, maxLength: longest });

/** Id of something else in the film. */
export const referenceField: FieldKind<Omit<ReferenceField, 'key'>> = {
  schema: ({ nullable }) => (nullable ? yup.string().max(longest).nullable().defined() : idSchema()),
  holds: ({ nullable }, value) =>
    nullable ? value === null || (typeof value === 'string' && value.length <= longest) : isId(value),
  json,
  values: ({ to, soft }) => `id of one of \`${to}\`${soft ? ', which may be gone' : ''}`,
  control: true,
  content: true,
  moves: {
    isValue: (_, value) => typeof value === 'string',
    firstPeak: (_, value) => ({ peak: value }),
  },
  refers: ({ to, kinds, nullable, soft }) => ({ to, kinds, needed: !nullable && !soft, soft: soft === true }),
  text: (_, value) => plainText(value),
  // Ids say nothing to people.
  note: () => undefined,
};

/** What others refer to it by. */
export const idField: FieldKind<IdField> = {
  schema: idSchema,
  holds: (_, value) => isId(value),
  json,
  values: () => `text of up to ${longest}`,
  meaning: 'What others refer to it by.',
  content: true,
};
