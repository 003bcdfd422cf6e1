import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { momentOf } from '../../film/document/momentOf';
import { fieldKind } from './kind/registry';
import { defaultsOf } from './defaults';
import { DrawCache } from '../../picture/display/drawCache';
import { filmRecord, type Film } from '../../film/document/film';
import { filmJsonSchema } from '../../film/document/jsonSchema';
import { defaultFilm, newLayer } from '../../film/document/defaults';
import { parseFilm } from '../../film/document/parse';
import { emptyTables, TableHearing } from '../../sound/hearing/tableHearing';
import { layerKinds } from '../../picture/layer/registry';
import { defaultPath } from '../../picture/path/filmPath';
import { pathKinds, type PathKind } from '../../picture/path/registry';
import { pictureAt } from '../../picture/display/pictureAt';
import { hd } from '../../testing';
import { movingProperties } from '../../film/drive/property';
import type { AnyRecord, Field, ItemField } from './field';
import { fieldsOf, record, structuredCopy, type ValueOf } from './record';
import { changeReferences, referencesIn } from './references';

/** Any value that a field can have. Text is short: what is drawn of it is looked at elsewhere. */
function anyValue(field: Field | ItemField): fc.Arbitrary<unknown> {
  switch (field.kind) {
    case 'number': {
      const [min, max] = [field.min, field.max];
      const numbers = field.whole
        ? fc.integer({ min, max: Math.min(max, min + 40) })
        : fc.double({ min, max, noNaN: true, noDefaultInfinity: true });
      return field.nullable ? fc.option(numbers) : numbers;
    }
    case 'color':
      return fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`);
    case 'choice':
      return fc.constantFrom(...field.choices.map(({ value }) => value));
    case 'switch':
      return fc.boolean();
    case 'point':
    case 'scale': {
      const axis = fc.double({ min: field.min, max: field.max, noNaN: true });
      return fc.record({ x: axis, y: axis });
    }
    case 'record':
      return field.nullable ? fc.constant(null) : anyRecord(field.of);
    case 'kinds':
      return fc.oneof(
        ...Object.entries(field.of()).map(([kind, { record: type }]) =>
          anyRecord(type).map((values) => ({ kind, ...values })),
        ),
      );
    case 'list':
      return fc
        .array(anyValue(field.of), { minLength: field.min ?? 0, maxLength: Math.min(field.max, 3) })
        .map((items) => withIds(items as Record<string, unknown>[]));
    default:
      throw new Error(`no values for ${field.kind}`);
  }
}

/** Items with ids, in the order of their positions where they have any. */
const withIds = (items: Record<string, unknown>[]) =>
  items
    .map((item, i): Record<string, unknown> => ({ id: `item-${i}`, ...item }))
    .sort((a, b) => Number(a['at'] ?? 0) - Number(b['at'] ?? 0));

const left: readonly Field['kind'][] = ['id', 'reference', 'text', 'font', 'made'];
const isLeft = (field: Field) =>
  left.includes(field.kind) ||
  (field.kind === 'list' && field.of.kind !== 'record' && field.of.kind !== 'kinds');

/** Any values of a record; what refers to something else, and lists, are as they are at first. */
const anyRecord = (type: AnyRecord): fc.Arbitrary<Record<string, unknown>> =>
  fc
    .record(
      Object.fromEntries(
        fieldsOf(type)
          .filter((field) => !isLeft(field))
          .map((field) => [field.key, anyValue(field)]),
      ),
    )
    .map((values) => ({ ...defaultsOf(type, hd), ...values }))
    .map((values) => inOrder(type, values));

/** Values that have to lie above others do. */
function inOrder(type: AnyRecord, values: Record<string, unknown>): Record<string, unknown> {
  const copy = { ...values };
  for (const { key, problem } of type.checks) {
    if (problem(copy) !== undefined) copy[key] = (defaultsOf(type, hd) as Record<string, unknown>)[key];
  }
  return type.checks.some(({ problem }) => problem(copy) !== undefined)
    ? (defaultsOf(type, hd) as Record<string, unknown>)
    : copy;
}

/** Copies are few, and what is looked back at is little: a test draws each film three times. */
function modest(layer: Record<string, unknown>): Record<string, unknown> {
  const copies = layer['copies'] as { count: number } | undefined;
  return copies ? { ...layer, copies: { ...copies, count: Math.min(copies.count, 3) } } : layer;
}

const base = defaultFilm('Any');
const anyFilm: fc.Arbitrary<Film> = fc
  .record({
    path: fc
      .constantFrom(...(Object.keys(pathKinds) as PathKind[]))
      .map((kind) => defaultPath(kind, 'path-1', '', hd)),
    figure: anyRecord(layerKinds.figure.record),
    group: anyRecord(layerKinds.group.record),
    linked: anyRecord(layerKinds.linked.record),
    fill: anyRecord(layerKinds.fill.record),
  })
  .map(({ path, figure, group, linked, fill }) => {
    const own = base.layers[0]!;
    const layers = [
      { ...fill, kind: 'fill', id: 'b', name: '', group: null },
      { ...own, ...modest(figure), kind: 'figure', id: 'f', ear: 'ear-1', path: 'path-1', group: 'g' },
      { ...group, kind: 'group', id: 'g', clipPath: 'path-1', name: '' },
      { ...linked, kind: 'linked', id: 'l', source: 'g', name: '' },
    ];
    return {
      ...base,
      paths: [path],
      layers,
    } as unknown as Film;
  });

describe('any film made from the records', () => {
  it('parses, is the same after a round trip, and draws at three moments', () => {
    const levels = Float32Array.from({ length: 64 * 600 }, (_, i) => ((i * 7919) % 101) / 100);
    const hearing = new TableHearing({
      ...emptyTables(),
      ears: new Map([['ear-1', { bands: 64, rate: 60, first: 0, levels }]]),
      waveforms: new Map([['ear-1', { rate: 12000, samples: new Int16Array(120000).fill(900) }]]),
      end: 10,
    });
    const cache = new DrawCache();
    fc.assert(
      fc.property(anyFilm, (made) => {
        const film = parseFilm(structuredCopy(made));
        expect(structuredCopy(parseFilm(structuredCopy(film)))).toEqual(structuredCopy(film));
        for (const t of [0, 3.3, 9.99]) {
          const { operations } = pictureAt(momentOf(film, hearing, t, { cache }));
          expect(operations[0]).toMatchObject({ op: 'backdrop', paint: '#000000' });
        }
      }),
      { numRuns: 60, seed: 5 },
    );
  });
});

describe('records', () => {
  const type = record('thing', [
    {
      heading: 'A',
      fields: [
        { kind: 'id', key: 'id' },
        {
          kind: 'number',
          key: 'size',
          label: 'Size',
          min: 1,
          max: 9,
          step: 1,
          unit: 'px',
          default: ({ height }) => height / 540,
        },
        { kind: 'reference', key: 'ear', label: 'Ear', to: 'ears' },
        {
          kind: 'list',
          key: 'more',
          label: 'More',
          of: { kind: 'reference', label: 'Path', to: 'paths' },
          max: 3,
        },
      ],
    },
  ]);
  type Thing = ValueOf<typeof type>;

  it('make types, defaults that follow from the picture, and references', () => {
    const thing: Thing = { ...defaultsOf(type, hd), id: 'x', ear: 'e', more: ['p', 'q'] };
    expect(thing).toEqual({ id: 'x', size: 2, ear: 'e', more: ['p', 'q'] });
    expect(referencesIn(type, thing, 'at').map(({ to, id, path }) => [to, id, path])).toEqual([
      ['ears', 'e', 'at.ear'],
      ['paths', 'p', 'at.more[0]'],
      ['paths', 'q', 'at.more[1]'],
    ]);
    changeReferences(type, thing, (to, id) => `${to} ${id}`);
    expect(thing).toMatchObject({ ear: 'ears e', more: ['paths p', 'paths q'] });
  });

  it('say what can be driven, in records within records, too; nothing that changes how much is heard', () => {
    const [layer] = defaultFilm('x').layers;
    const keys = movingProperties(layerKinds.figure.record, layer!).map(({ key }) => key);
    expect(keys).toEqual(
      expect.arrayContaining(['place.opacity', 'place.position', 'color.stops.color', 'copies.hue']),
    );
    expect(keys).not.toContain('copies.count');
    const linked = newLayer('linked', hd, { id: 'l', source: layer!.id });
    expect(movingProperties(layerKinds.linked.record, linked).map(({ key }) => key)).not.toContain('delay');
  });

  it('have every key once, and labels that are nouns without a full stop', () => {
    const seen = new Set<AnyRecord>();
    const visit = (one: AnyRecord): void => {
      if (seen.has(one)) return;
      seen.add(one);
      const all = fieldsOf(one);
      expect(new Set(all.map(({ key }) => key)).size, one.name).toBe(all.length);
      for (const field of all) {
        if ('label' in field) expect(field.label, `${one.name}.${field.key}`).toMatch(/^[A-Z0-9][^.]*$/);
        for (const { type } of fieldKind(field).held?.(field) ?? []) visit(type);
      }
    };
    visit(filmRecord);
    expect(seen.size).toBeGreaterThan(30);
  });

  it('are all in the JSON Schema, each once, with units', () => {
    const schema = filmJsonSchema() as {
      $defs: Record<string, { properties: Record<string, { unit?: string }> }>;
    };
    expect(Object.keys(schema.$defs)).toEqual(
      expect.arrayContaining(['ear', 'figure.bars', 'path.circle', 'layer.group', 'stop']),
    );
    expect(schema.$defs['ear']!.properties['attack']!.unit).toBe('s');
    expect(schema.$defs['figure.bars']!.properties['width']!.unit).toBe('share');
  });
});
