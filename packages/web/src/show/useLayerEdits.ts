import {
  layerRegistry,
  fits,
  kindOf,
  layerKinds,
  figureKinds,
  pathKinds,
  pathRecord,
  colorRecord,
  copiesRecord,
  placeRecord,
  symmetryRecord,
  type AnyRecord,
  type FigureLayer,
  type Film,
  type Layer,
  type Place,
} from '@cyclogram/core';
import { findLayer, findPath, useEditor, type EditorState } from '../editor/editorStore';

const partRecords = { symmetry: symmetryRecord, color: colorRecord, copies: copiesRecord } as const;

/** The path that a layer is drawn along. */
const pathOf = (layer: Layer, film: Film) =>
  'path' in layer && layer.path !== null ? findPath(film, layer.path) : undefined;

/** Gives something of a record what it can take of some properties; the rest stays as it is. */
function assignFitting(type: AnyRecord | undefined, target: object, part: object): void {
  for (const [key, value] of Object.entries(part)) {
    if (type && fits(type, key, value)) Object.assign(target, { [key]: value });
  }
}

/** Changes of the open layer that go to all selected ones: to those that have the property, and can take the value. */
export function useLayerEdits(layer: Layer) {
  const change = useEditor((state) => state.change);
  const selected = useEditor((state) => state.selected);
  return layerEdits(change, selected.includes(layer.id) ? selected : [layer.id]);
}

/** Changes of the layers with these ids. */
export function layerEdits(change: EditorState['change'], ids: readonly string[]) {
  const each = (label: string, key: string, edit: (target: Layer, film: Film) => void) =>
    change(
      label,
      (film) => {
        for (const id of ids) {
          const target = findLayer(film, id);
          if (target && !target.locked) edit(target, film);
        }
      },
      `${ids.join(' ')} ${key}`,
    );
  const eachFigure = (label: string, key: string, edit: (target: FigureLayer, film: Film) => void) =>
    each(label, key, (target, film) => {
      const figure = layerRegistry.as('figure', target);
      if (figure) edit(figure, film);
    });

  return {
    /** How many layers a change goes to. */
    count: ids.length,
    each,
    eachFigure,
    /** Sets properties of the layer itself. */
    set: (label: string, part: Record<string, unknown>) =>
      each(label, label, (target) => assignFitting(kindOf(layerKinds, target)?.record, target, part)),
    /** Sets properties of where the layer stands. */
    setPlace: (key: string, part: Partial<Place>) =>
      each(key, `place ${key}`, ({ place }) => assignFitting(placeRecord, place, part)),
    /** Sets a property of what is drawn; of other kinds of figures where they have it, too. */
    setFigure: (key: string, value: unknown) =>
      eachFigure(key, `figure ${key}`, ({ figure }) =>
        assignFitting(kindOf(figureKinds, figure)?.record, figure, { [key]: value }),
      ),
    /** Sets a property in one of a figure's parts. */
    setPart: (part: keyof typeof partRecords, key: string, value: unknown) =>
      eachFigure(`${part} ${key}`, `${part} ${key}`, (target) =>
        assignFitting(partRecords[part], target[part], { [key]: value }),
      ),
    /** Sets properties of the paths that the figures stand along. */
    setPath: (label: string, part: Record<string, unknown>) =>
      each(label, `path ${label}`, (target, film) => {
        const path = pathOf(target, film);
        if (path) assignFitting(pathRecord, path, part);
      }),
    /** Sets properties of the shapes of these paths; of other shapes where they have them. */
    setShape: (label: string, part: Record<string, unknown>) =>
      each(label, `shape ${label}`, (target, film) => {
        const shape = pathOf(target, film)?.shape;
        if (shape) assignFitting(kindOf(pathKinds, shape)?.record, shape, part);
      }),
  };
}

export type LayerEdits = ReturnType<typeof useLayerEdits>;
