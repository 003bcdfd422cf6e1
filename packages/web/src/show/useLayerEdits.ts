import type { FigureLayer, Film, Layer } from '@cyclogram/core';
import { findLayer, findPath, useEditor } from '../editor/editorStore';

/** Changes of the open layer that go to all selected ones: to those that have the property. */
export function useLayerEdits(layer: Layer) {
  const change = useEditor((state) => state.change);
  const selected = useEditor((state) => state.selected);
  const ids = selected.includes(layer.id) ? selected : [layer.id];

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
    each(label, key, (target, film) => target.kind === 'figure' && edit(target, film));

  return {
    /** How many layers a change goes to. */
    count: ids.length,
    each,
    eachFigure,
    /** Sets properties of the layer itself. */
    set: (label: string, part: Partial<Layer>) => each(label, label, (target) => Object.assign(target, part)),
    /** Sets a property of what is drawn; of other kinds of figures where they have it, too. */
    setFigure: (key: string, value: unknown) =>
      eachFigure(
        key,
        `figure ${key}`,
        ({ figure }) => key in figure && Object.assign(figure, { [key]: value }),
      ),
    /** Sets a property in one of a figure's parts. */
    setPart: (part: 'symmetry' | 'color' | 'copies', key: string, value: unknown) =>
      eachFigure(`${part} ${key}`, `${part} ${key}`, (target) =>
        Object.assign(target[part], { [key]: value }),
      ),
    /** Sets properties of the paths that the figures stand along; of other shapes where they have them. */
    setPath: (label: string, part: Record<string, unknown>) =>
      eachFigure(label, `path ${label}`, ({ path }, film) => {
        const shape = findPath(film, path)!.shape;
        for (const [key, value] of Object.entries(part))
          if (key in shape) Object.assign(shape, { [key]: value });
      }),
  };
}

export type LayerEdits = ReturnType<typeof useLayerEdits>;
