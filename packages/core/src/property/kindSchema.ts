import * as yup from 'yup';
import type { FieldGroup } from './field';
import { fieldsSchema } from './fieldSchema';

/**
 * Schema of an object that says its `kind` and has the given fields, and no others.
 * `Shape` is the type those fields make, which TypeScript cannot work out from them.
 */
export function kindSchema<Kind extends string, Shape extends object>(
  kind: Kind,
  groups: readonly FieldGroup[],
): yup.ObjectSchema<Shape & { kind: Kind }> {
  const shape = { kind: yup.string().required().oneOf([kind]), ...fieldsSchema(groups) };
  return yup.object(shape).required().noUnknown() as unknown as yup.ObjectSchema<Shape & { kind: Kind }>;
}

/** Schema of an object that is one of several kinds; an unknown kind is an error that lists the known ones. */
export function oneOfKinds<T extends { kind: string }>(schemas: Record<string, yup.Schema>): yup.Lazy<T> {
  const unknown = yup
    .object({
      kind: yup.string().required().oneOf(Object.keys(schemas)),
    })
    .required();
  return yup.lazy((value: unknown) => {
    const kind = (value as { kind?: unknown } | null | undefined)?.kind;
    return (
      typeof kind === 'string' && Object.hasOwn(schemas, kind) ? schemas[kind]! : unknown
    ) as yup.Schema<T>;
  }) as unknown as yup.Lazy<T>;
}
