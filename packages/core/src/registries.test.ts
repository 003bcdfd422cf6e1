import { describe, expect, it } from 'vitest';
import { neededBy } from './contract/property/references';
import type { AnyRecord } from './contract/property/field';
import { defaultsOf } from './contract/property/defaults';
import { bodyHandles, bodyKinds, type AnyBody } from './picture/body/registry';
import { cordRecord } from './film/drive/cord';
import { findProperty } from './film/drive/property';
import { sourceKinds, sourceRegistry } from './film/drive/source/registry';
import { figureKinds } from './picture/figure/registry';
import { defaultFilm, newLayer } from './film/document/defaults';
import type { Film } from './film/document/film';
import { formatTables } from './film/document/formatTables';
import { filmJsonSchema } from './film/document/jsonSchema';
import { parseFilm } from './film/document/parse';
import { layerKinds, layerRegistry, type LayerKindName } from './picture/layer/registry';
import { passKinds } from './picture/pass/registry';
import { defaultPath } from './picture/path/filmPath';
import { drawnShape, pathKinds, type PathKind } from './picture/path/registry';
import { fieldsOf, structuredCopy } from './contract/property/record';

/** Every kind of every family stands wherever kinds have to stand, and reads back as it was. */

const size = { width: 1920, height: 1080 };
const base = (): Film => structuredCopy(defaultFilm('x'));
interface AnyKind {
  kind: string;
  label: string;
  record: AnyRecord;
}

/** How something of a kind gets into a film. */
const families: Record<string, { kinds: Record<string, unknown>; put(film: Film, kind: string): void }> = {
  layer: {
    kinds: { ...layerKinds },
    put(film, kind) {
      const layer = newLayer(kind as LayerKindName, film, { id: 'new' }) as unknown as Record<
        string,
        unknown
      >;
      for (const { key, to } of neededBy(layerKinds[kind as LayerKindName].record))
        layer[key] = to === 'layers' ? 'layer-1' : to === 'ears' ? 'ear-1' : 'path-1';
      const { figure, color } = layerRegistry.as('figure', film.layers[0])!;
      if (kind === 'figure') Object.assign(layer, { figure, color });
      film.layers.push(layer as never);
    },
  },
  figure: {
    kinds: figureKinds,
    put(film, kind) {
      const figure = figureKinds[kind as keyof typeof figureKinds].defaults(size);
      Object.assign(film.layers[0]!, { figure });
    },
  },
  path: {
    kinds: pathKinds,
    put: (film, kind) => void film.paths.push(defaultPath(kind as PathKind, 'new', 'New', size)),
  },
  pass: {
    kinds: passKinds,
    put: (film, kind) =>
      void film.layers[0]!.passes.push({
        ...passKinds[kind as keyof typeof passKinds].defaults(size),
        id: 'new',
      } as never),
  },
  body: {
    kinds: bodyKinds,
    put(film, kind) {
      const body = { ...bodyKinds[kind as keyof typeof bodyKinds].defaults(size), id: 'new' };
      const bodies = ['ear' in body ? { ...body, ear: 'ear-1' } : body];
      film.layers.push(newLayer('depth', film, { id: 'stage', bodies: bodies as never }));
    },
  },
};
families['source'] = {
  kinds: sourceKinds,
  put(film, kind) {
    const target = { list: 'layers', id: 'layer-1', key: 'place.opacity', item: '' } as const;
    const { field, value } = findProperty(film, target)!;
    const { record, begin } = sourceRegistry.of({ kind })!;
    const source = { ...defaultsOf(record, size), ...begin(field, value), kind };
    film.cords.push({ ...defaultsOf(cordRecord, size), id: 'new', target, source } as never);
  },
};
const all = Object.entries(families).flatMap(([family, { kinds, put }]) =>
  Object.keys(kinds).map((kind) => [family, kind, kinds[kind] as AnyKind, put] as const),
);

describe('every kind', () => {
  const schema = JSON.stringify(filmJsonSchema());
  const tables = formatTables();

  it.each(all)('%s %s bears its own name, and has a label', (_family, kind, literal) => {
    expect(literal.kind).toBe(kind);
    expect(literal.label).not.toBe('');
  });

  it.each(all)('%s %s stands in the schema and in the docs', (_family, kind, { record }) => {
    expect(schema).toContain(`"const":"${kind}"`);
    expect(schema).toContain(`"${record.name}"`);
    expect(tables).toContain(`| \`kind\` | \`${kind}\` |`);
  });

  it.each(all)('%s %s reads back as it was', (_family, kind, _literal, put) => {
    const film = base();
    put(film, kind);
    expect(parseFilm(structuredCopy(film))).toEqual(structuredCopy(film));
  });
});

describe('a registry', () => {
  it('knows what is of its kinds, and nothing else', () => {
    const film = base();
    const [layer] = film.layers;
    expect(layerRegistry.of(layer)?.kind).toBe('figure');
    expect(layerRegistry.as('figure', layer)).toBe(layer);
    expect(layerRegistry.as('fill', layer)).toBeUndefined();
    for (const other of [undefined, null, {}, { kind: 'hologram' }, { kind: 'toString' }])
      expect(layerRegistry.of(other)).toBeUndefined();
    expect(layerRegistry.names).toContain('pane');
  });
});

describe('traits', () => {
  it.each(Object.entries(figureKinds))('a figure that shows bands says which: %s', (_kind, kind) => {
    const keys = fieldsOf(kind.record).flatMap((field) => ('key' in field ? [field.key] : []));
    expect(keys.includes('bandFrom') && keys.includes('bandTo')).toBe(kind.bands !== false);
  });

  it.each(Object.keys(pathKinds) as PathKind[])('a path with points has a list of them: %s', (kind) => {
    const { shape } = defaultPath(kind, 'p', 'P', size);
    const drawn = drawnShape(shape);
    expect(drawn !== undefined).toBe('points' in shape && Array.isArray(shape.points));
  });

  it('what of a body is dragged changes only that: a region of a globe, by its circumference', () => {
    const region = { longitude: 10, latitude: 20, color: '#ffffff' };
    const plain = { ...bodyKinds.globe.defaults(size), id: 'b', radius: 200 };
    const globe = { ...plain, regions: [1, 2].map((n) => ({ ...region, id: `r${n}` })) };
    const [first] = bodyHandles(globe as unknown as AnyBody);
    expect(Math.hypot(...first!.at)).toBeCloseTo(200, 3);
    // A quarter of the circumference is 90 degrees; the poles are the end.
    const quarter = (2 * Math.PI * 200) / 4;
    const changed = first!.drag(quarter, 2 * quarter) as {
      regions: { longitude: number; latitude: number }[];
    };
    expect(changed.regions[0]).toMatchObject({ longitude: 100, latitude: 90 });
    expect(changed.regions[1]).toEqual(globe.regions[1]);
    expect(bodyHandles({ ...globe, kind: 'card' } as unknown as AnyBody)).toEqual([]);
  });

  it('a source can be later, within its limits, or cannot', () => {
    const follower = { kind: 'follower', delay: 0.25 };
    expect(sourceRegistry.of(follower)!.later!(follower as never, 0.5)).toEqual({ delay: 0.75 });
    expect(sourceRegistry.of(follower)!.later!(follower as never, 9)).toEqual({ delay: 5 });
    expect(sourceRegistry.of({ kind: 'wander' })!.later).toBeUndefined();
  });

  it('a value of a source is one of the property, a difference, or a factor', () => {
    const says = (kind: string, key: string, part = {}) =>
      sourceRegistry.of({ kind })!.says?.({ kind, ...part } as never, key);
    expect(says('follower', 'peak', { how: 'to' })).toBeUndefined();
    expect(says('follower', 'peak', { how: 'by' })).toBe('difference');
    expect(says('follower', 'peak', { how: 'times' })).toBe('factor');
    expect(says('follower', 'rest', { how: 'times' })).toBeUndefined();
    for (const kind of ['swing', 'wander', 'flicker', 'turn'])
      expect(says(kind, 'amount')).toBe('difference');
    expect(says('steps', 'values')).toBeUndefined();
  });
});
