import {
  layerRegistry,
  bodyKinds,
  cameraRecord,
  colorRecord,
  copiesRecord,
  defaultFilm,
  defaultPath,
  defaultTrack,
  fadeFields,
  fieldOf,
  fieldsOf,
  figureKinds,
  figureLayerRecord,
  isClosedShape,
  isShown,
  kindOf,
  layerFields,
  layerKinds,
  lightRecord,
  maskRecord,
  materialRecord,
  newLayer,
  pathKinds,
  pathPlacementFields,
  placeRecord,
  shownFields,
  spanRecord,
  stopRecord,
  symmetryRecord,
  trimFields,
  type BodyKindName,
  type Field,
  type FigureKindName,
  type FigureLayer,
  type Film,
  type Layer,
  type PathKind,
} from '@cyclogram/core';
import { createElement, type ReactNode } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { Tooltip } from 'radix-ui';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { beforeAll, describe, expect, it, vi } from 'vitest';
import { createStore } from 'zustand';
import { createEditorStore, EditorContext } from '../editor/editorStore';
import { PreviewContext } from '../editor/previewContext';
import { LayerCard } from './LayerCard';

// Sections are folded away by default, and then not there at all.
vi.mock('../controls/CardSection', () => ({
  CardSection: ({ children }: { children: ReactNode }) => children,
}));
vi.mock('../controls/MoreRows', () => ({ MoreRows: ({ children }: { children: ReactNode }) => children }));
beforeAll(() => vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => {} }));

/** Labels of the controls on a layer's card, in their order. */
function shownLabels(film: Film, layer: Layer): string[] {
  const store = createEditorStore({
    ...{ id: 'film', revision: 1, updatedAt: '', past: [], future: [] },
    document: { ...film, layers: [...film.layers.filter(({ id }) => id !== layer.id), layer] },
  });
  store.getState().selectLayer(layer.id);
  const preview = { state: createStore(() => ({ trackSeconds: 60 })), seconds: 60 };
  const around = [
    (inner: ReactNode) => createElement(EditorContext.Provider, { value: store }, inner),
    (inner: ReactNode) => createElement(PreviewContext.Provider, { value: preview as never }, inner),
    (inner: ReactNode) => createElement(QueryClientProvider, { client: new QueryClient() }, inner),
    (inner: ReactNode) => createElement(Tooltip.Provider, null, inner),
  ];
  const card = around.reduce<ReactNode>((inner, wrap) => wrap(inner), createElement(LayerCard, { layer }));
  const html = renderToStaticMarkup(card);
  return [...html.matchAll(/<label[^>]*>(.*?)<\/label>/g)].map(([, label]) =>
    label!
      .replace(/<[^>]*>/g, '')
      .replaceAll('&#x27;', '’')
      .replaceAll('&amp;', '&'),
  );
}

/** Labels of what a record describes, as far as it has an effect. */
const labelsOf = (fields: readonly Field[], values: object): string[] =>
  shownFields([{ heading: '', fields }], values as Record<string, unknown>).flatMap(({ fields: shown }) =>
    shown.flatMap((field) =>
      field.kind === 'point' ? [`${field.label} x`, `${field.label} y`] : [field.label],
    ),
  );

const without = (fields: readonly Field[], ...keys: string[]) =>
  fields.filter(({ key }) => !keys.includes(key));

/** What every layer's card ends with, in a film without groups. */
const commonLabels = (layer: Layer) => [
  ...labelsOf(without(fieldsOf(placeRecord), 'opacity'), layer.place),
  ...labelsOf(fieldsOf(maskRecord), layer.mask),
  ...['Visible', 'Fade in and out'],
  ...labelsOf([fieldOf(spanRecord, 'from')!, fieldOf(spanRecord, 'to')!], layer.span),
  ...labelsOf(fadeFields, layer.span),
  ...labelsOf([fieldOf(placeRecord, 'opacity')!], layer.place),
  ...labelsOf(
    layerFields.filter(({ key }) => key === 'blend' || key === 'backdrop'),
    layer,
  ),
];

function figureLabels(film: Film, layer: FigureLayer): string[] {
  const path = film.paths.find(({ id }) => id === layer.path)!;
  const trim = isClosedShape(path.shape) ? trimFields : without(trimFields, 'startOffset');
  return [
    ...labelsOf([fieldOf(figureLayerRecord, 'ear')!], layer),
    ...['Path', 'Shape'],
    ...labelsOf(fieldsOf(kindOf(pathKinds, path.shape)!.record), path.shape),
    ...labelsOf([...pathPlacementFields, ...trim], path),
    'Figure',
    ...labelsOf(fieldsOf(kindOf(figureKinds, layer.figure)!.record), layer.figure),
    ...labelsOf(without(fieldsOf(colorRecord), 'palette'), layer.color),
    // Of the stop that is chosen.
    ...labelsOf(fieldsOf(stopRecord), layer.color.stops[0]!),
    ...labelsOf(fieldsOf(copiesRecord), layer.copies),
    ...labelsOf(fieldsOf(symmetryRecord), layer.symmetry),
    ...commonLabels(layer),
  ];
}

const makeFilm = () => defaultFilm('x', [defaultTrack('t', 'T', { path: 'a.wav' })]);

describe('cards show exactly what the records describe', () => {
  it.each(Object.keys(figureKinds) as FigureKindName[])('of marks of kind %s', (kind) => {
    const film = makeFilm();
    const layer = {
      ...(film.layers[0] as FigureLayer),
      figure: figureKinds[kind].defaults(film),
    } as FigureLayer;
    expect(shownLabels(film, layer).sort()).toEqual(figureLabels(film, layer).sort());
  });

  it.each(Object.keys(pathKinds) as PathKind[])('of a path of kind %s', (kind) => {
    const film = makeFilm();
    const layer = film.layers[0] as FigureLayer;
    film.paths = [defaultPath(kind, layer.path, 'Path', film)];
    expect(shownLabels(film, layer).sort()).toEqual(figureLabels(film, layer).sort());
  });

  it('of copies, symmetry and colour, whatever they are set to', () => {
    const film = makeFilm();
    const layer = structuredClone(film.layers[0] as FigureLayer);
    for (const count of [1, 5]) {
      for (const kind of ['none', 'mirror', 'rotation', 'kaleidoscope'] as const) {
        for (const by of ['band', 'time', 'level'] as const) {
          layer.copies.count = count;
          layer.symmetry.kind = kind;
          layer.color.by = by;
          expect(shownLabels(film, layer).sort()).toEqual(figureLabels(film, layer).sort());
        }
      }
    }
  });

  it('of a group and of a linked copy', () => {
    const film = makeFilm();
    const [source] = film.layers;
    const group = newLayer('group', film, { id: 'g', name: 'G' });
    expect(shownLabels(film, group).sort()).toEqual(['Clip path', ...commonLabels(group)].sort());
    const linked = newLayer('linked', film, { id: 'l', name: 'L', source: source!.id });
    const own = fieldsOf(layerKinds.linked.record).filter(({ key }) => key === 'delay');
    expect(shownLabels(film, linked).sort()).toEqual(
      [...labelsOf(own, linked), ...commonLabels(linked)].sort(),
    );
  });

  it.each(Object.keys(bodyKinds) as BodyKindName[])('of a stage with a body of kind %s', (kind) => {
    const film = makeFilm();
    const body = { ...bodyKinds[kind].defaults(film), id: 'body' };
    const layer = newLayer('depth', film, { id: 'own', name: 'Own', bodies: [body] } as never);
    const stage = layerRegistry.as('depth', layer)!;
    const own = fieldsOf(bodyKinds[kind].record);
    // The gradient has a control of its own; palettes are offered when there are some.
    const material = without(fieldsOf(materialRecord), 'palette');
    const expected = [
      ...labelsOf(own, body),
      ...labelsOf(material, body.material),
      ...(body.material.by === 'one' ? ['Colour'] : labelsOf(fieldsOf(stopRecord), {})),
      ...labelsOf(fieldsOf(cameraRecord), stage.camera),
      ...labelsOf(fieldsOf(lightRecord), stage.light),
      ...commonLabels(layer),
    ];
    expect(shownLabels(film, layer).sort()).toEqual(expected.sort());
  });

  /** Kinds whose cards are put together in their own way, and are asked for above. */
  const byThemselves = ['figure', 'group', 'linked', 'depth'];
  const plain = (Object.keys(layerKinds) as (keyof typeof layerKinds)[]).filter(
    (kind) => !byThemselves.includes(kind),
  );
  it.each(plain)('of a layer of kind %s', (kind) => {
    const film = makeFilm();
    const path = film.paths[0]!;
    const part = kind === 'shape' || kind === 'progress' ? { path: path.id } : {};
    for (const more of [{}, { filled: true, outlined: true, dash: 4 }]) {
      const layer = newLayer(kind, film, { id: 'own', name: 'Own', ...part, ...more } as never) as Layer;
      const own = fieldsOf(layerKinds[kind].record).slice(layerFields.length);
      const paints = own.flatMap((field) =>
        field.kind === 'record' && isShown(field, layer as never)
          ? [{ of: field.of, value: (layer as never)[field.key] as object }]
          : [],
      );
      const trim = isClosedShape(path.shape) ? trimFields : without(trimFields, 'startOffset');
      const ofPath =
        'path' in layer && layer.path !== null
          ? [
              ...['Path', 'Shape'],
              ...labelsOf(fieldsOf(kindOf(pathKinds, path.shape)!.record), path.shape),
              ...labelsOf([...pathPlacementFields, ...trim], path),
            ]
          : [];
      const ofPaint = ({ of, value: paint }: (typeof paints)[0]) => {
        const shown = labelsOf(fieldsOf(of), paint);
        const isPlain = (paint as { kind: string }).kind === 'color';
        return [...shown, ...(isPlain ? ['Colour'] : labelsOf(fieldsOf(stopRecord), {}))];
      };
      const expected = [
        ...ofPath,
        ...labelsOf(own, layer),
        ...paints.flatMap(ofPaint),
        ...commonLabels(layer),
      ];
      expect(shownLabels(film, layer).sort()).toEqual(expected.sort());
    }
  });
});
