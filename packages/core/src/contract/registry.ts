import type { Kinds } from './property/field';
import { kindOf, type ValueOfKinds } from './property/record';

/**
 * Kinds of something by their names. Who asks a kind does not know which one it is: the one cast that this takes is here.
 * @typeParam Asked what can be asked of every kind, with values of any
 */
export class Registry<All extends Kinds, Asked extends object> {
  /** @param all is called when they are asked for: files of kinds may need the registry themselves */
  constructor(private readonly all: () => All) {}

  get kinds(): All {
    return this.all();
  }

  get names(): (keyof All & string)[] {
    return Object.keys(this.kinds) as (keyof All & string)[];
  }

  /** The kind that something says it is; undefined for one that is not known. */
  of(value: unknown): Asked | undefined {
    return kindOf(this.kinds, value) as unknown as Asked | undefined;
  }

  /** Something as what it is; undefined when it is of another kind. */
  as<Kind extends keyof All & string>(
    kind: Kind,
    value: { kind: string } | undefined,
  ): Extract<ValueOfKinds<All>, { kind: Kind }> | undefined {
    return value?.kind === kind ? (value as Extract<ValueOfKinds<All>, { kind: Kind }>) : undefined;
  }
}
