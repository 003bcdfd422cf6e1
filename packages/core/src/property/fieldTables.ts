import type { Field, ItemField } from './field';
import { storedUnit } from './jsonSchema';
import { fieldsOf, type AnyRecord } from './record';

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

function gather(field: Field | ItemField, tables: Tables): void {
  const { kind } = field;
  if (kind === 'record' && !tables.has(field.of.name))
    tables.set(field.of.name, { title: field.label, type: field.of });
  if (kind === 'list') gather(field.of, tables);
  if (kind !== 'kinds') return;
  for (const [name, { label, record }] of Object.entries(field.of())) {
    tables.set(record.name, { title: `${field.label}: ${label}`, type: record, kind: name });
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
  if (field.kind === 'id') return 'What others refer to it by.';
  const help = 'help' in field && field.help ? `: ${field.help}` : '';
  return `${field.label}${help}`;
};

const unitOf = (field: Field): string =>
  'unit' in field && field.unit !== '' ? storedUnit(field) : field.kind === 'scale' ? 'factor' : '';

function valuesOf(field: Field | ItemField): string {
  const value = plainValuesOf(field);
  return 'nullable' in field && field.nullable ? `${value}, or \`null\`` : value;
}

function plainValuesOf(field: Field | ItemField): string {
  switch (field.kind) {
    case 'number':
      return `${field.whole ? 'whole ' : ''}${field.min} to ${field.max}`;
    case 'point':
    case 'scale':
      return `\`x\` and \`y\`, ${field.min} to ${field.max}`;
    case 'color':
      return '`#rrggbb`';
    case 'choice':
      return field.choices.map(({ value }) => `\`${value}\``).join(', ');
    case 'switch':
      return '`true`, `false`';
    case 'text':
    case 'made':
      return `text of up to ${field.maxLength}`;
    case 'font':
      return 'name of a typeface';
    case 'id':
      return 'text of up to 64';
    case 'reference':
      return `id of one of \`${field.to}\`${field.soft ? ', which may be gone' : ''}`;
    case 'value':
      return 'a value of the property';
    case 'record':
      return `a record: ${field.label}`;
    case 'kinds':
      return `one of ${Object.keys(field.of())
        .map((kind) => `\`${kind}\``)
        .join(', ')}`;
    case 'list':
      return `list of ${field.least ? `${field.least} to` : 'up to'} ${field.most}: ${valuesOf(field.of)}`;
  }
}

function standardOf(field: Field): string {
  if (field.kind === 'id' || ('optional' in field && field.optional)) return '';
  const value: unknown = field.default;
  if (typeof value === 'function') return 'by the picture’s size';
  if (value !== undefined) return `\`${JSON.stringify(value)}\``;
  return 'nullable' in field && field.nullable ? '`null`' : '';
}
