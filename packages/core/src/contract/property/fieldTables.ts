import type { AnyRecord, Field, ItemField } from './field';
import { fieldKind } from './kind/registry';
import { fieldsOf } from './record';
import { storedUnit } from './storedUnit';

/** Records that a page has tables of, by their names. */
type Tables = Map<string, { title: string; type: AnyRecord; kind?: string }>;

/**
 * Tables of all fields of a record and of the records within it, in Markdown: for the page on the film format.
 * Made from what films are read with, so that they cannot differ from it.
 */
export function fieldTables(type: AnyRecord, title: string): string {
  const tables: Tables = new Map([[type.name, { title, type }]]);
  // Grows while it is gone through.
  for (const table of tables.values()) for (const field of fieldsOf(table.type)) gather(field, tables);
  return [...tables.values()].map(tableOf).join('\n\n');
}

function gather(field: Field, tables: Tables): void {
  for (const { title, type, kind } of fieldKind(field).held?.(field) ?? []) {
    if (kind !== undefined) tables.set(type.name, { title, type, kind });
    else if (!tables.has(type.name)) tables.set(type.name, { title, type });
  }
}

function tableOf({ title, type, kind }: { title: string; type: AnyRecord; kind?: string }): string {
  const rows = fieldsOf(type).map((field) =>
    cells(`\`${field.key}\``, valuesOf(field), unitOf(field), standardOf(field), meaningOf(field)),
  );
  const own = kind === undefined ? [] : [cells('`kind`', `\`${kind}\``, '', '', '')];
  return [
    `### ${title}`,
    '',
    cells('field', 'values', 'unit', 'default', 'meaning'),
    cells('---', '---', '---', '---', '---'),
    ...own,
    ...rows,
  ].join('\n');
}

const cells = (...all: string[]) => `| ${all.map((cell) => cell.replaceAll('|', '\\|')).join(' | ')} |`;

const meaningOf = (field: Field): string => {
  const help = 'help' in field && field.help ? `: ${field.help}` : '';
  return fieldKind(field).meaning ?? `${'label' in field ? field.label : ''}${help}`;
};

const unitOf = (field: Field): string =>
  'unit' in field && field.unit !== '' ? storedUnit(field) : (fieldKind(field).unit ?? '');

function valuesOf(field: Field | ItemField): string {
  const values = fieldKind(field).values(field as Field, valuesOf);
  return 'nullable' in field && field.nullable ? `${values}, or \`null\`` : values;
}

function standardOf(field: Field): string {
  if ('optional' in field && field.optional) return '';
  const value: unknown = 'default' in field ? field.default : undefined;
  if (typeof value === 'function') return 'by the picture’s size';
  if (value !== undefined) return `\`${JSON.stringify(value)}\``;
  return 'nullable' in field && field.nullable ? '`null`' : '';
}
