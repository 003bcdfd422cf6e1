import { fieldKind, hasControl, type Field, type FieldGroup, type ShownField } from '@cyclogram/core';
import { InvalidArgumentError, Option, type Command } from 'commander';

/** Names of options that differ from those of the properties. */
const optionNames: Record<string, string> = {
  fromHz: 'from',
  toHz: 'to',
  floorDb: 'floor',
  ceilingDb: 'ceiling',
  tiltDbPerOctave: 'tilt',
  fraction: 'per-octave',
  averageTime: 'average',
  kind: 'follows',
};

const dashed = (key: string) => key.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`);
const optionName = (key: string) => optionNames[key] ?? dashed(key);

/** A number given on the command line. */
export function parseNumber(text: string): number {
  const value = Number(text);
  if (text.trim() === '' || !Number.isFinite(value)) throw new InvalidArgumentError('It must be a number.');
  return value;
}

/** Numbers between commas. */
export const parseNumbers = (text: string): number[] => text.split(',').map(parseNumber);

/** Reads what is given for a property, in the unit in which the interface shows it. */
const parserOf = (field: Field) => (text: string) => {
  const { typed } = fieldKind(field);
  try {
    return typed ? typed(field, text) : text;
  } catch (error) {
    if (error instanceof RangeError) throw new InvalidArgumentError(error.message);
    throw error;
  }
};

/** The properties that can be given as options: those with a control of their own. */
const optionsOf = (groups: readonly FieldGroup[]): ShownField[] =>
  groups.flatMap(({ fields }) => fields.filter(hasControl));

/** Adds an option for each property of some groups: the same as in the interface, in the same units. */
export function addFieldOptions(command: Command, groups: readonly FieldGroup[], standard: object): Command {
  const values = standard as Record<string, unknown>;
  for (const field of optionsOf(groups)) {
    const name = optionName(field.key);
    const label = field.label.toLowerCase();
    if (fieldKind(field).flag) command.option(`--${name}`, label);
    else if ('choices' in field) {
      const choices = field.choices.map(({ value }) => value);
      command.addOption(
        new Option(`--${name} <choice>`, label).choices(choices).default(values[field.key] as string),
      );
    } else {
      const value = values[field.key];
      const shown = typeof value === 'number' && 'shownPer' in field ? (field.shownPer ?? 1) * value : value;
      const unit = 'unit' in field && field.unit ? field.unit.replace(/[^a-zA-Z%/]/g, '') : 'n';
      command.addOption(
        new Option(`--${name} <${unit}>`, label).argParser(parserOf(field)).default(value, String(shown)),
      );
    }
  }
  return command;
}

const camel = (name: string) => name.replace(/-([a-z])/g, (_, letter: string) => letter.toUpperCase());

/** The properties as they were given, or as they are by default. @param options of commander */
export function fieldValues(
  groups: readonly FieldGroup[],
  options: Record<string, unknown>,
): Record<string, unknown> {
  return Object.fromEntries(
    optionsOf(groups).map((field) => {
      const { key } = field;
      const value = options[camel(optionName(key))];
      return [key, fieldKind(field).flag ? value === true : value];
    }),
  );
}

/** Of those, the ones that were given. */
export function givenValues(groups: readonly FieldGroup[], command: Command): Record<string, unknown> {
  const isGiven = (key: string) => command.getOptionValueSource(camel(optionName(key))) === 'cli';
  return Object.fromEntries(
    Object.entries(fieldValues(groups, command.opts())).filter(([key]) => isGiven(key)),
  );
}
