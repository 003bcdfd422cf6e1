import { isContainer, type Film, type Layer } from '@cyclogram/core';

export interface TreeRow {
  layer: Layer;
  depth: number;
}

/** All layers front to back, those in a group right behind it and further in. */
export function layerTree({ layers }: Pick<Film, 'layers'>): TreeRow[] {
  const rows: TreeRow[] = [];
  const add = (group: string | null, depth: number) => {
    for (const layer of layers.filter((other) => other.group === group).reverse()) {
      rows.push({ layer, depth });
      if (isContainer(layer)) add(layer.id, depth + 1);
    }
  };
  add(null, 0);
  return rows;
}

/**
 * Moves a layer in the list to where another one is, into that one's group: onto a group's own
 * row from above it stays outside. A layer is not moved into itself.
 */
export function moveLayer(film: Film, id: string, overId: string): void {
  const rows = layerTree(film);
  const [from, to] = [rows, rows].map((all, k) =>
    all.findIndex(({ layer }) => layer.id === (k === 0 ? id : overId)),
  );
  const moved = film.layers.find((layer) => layer.id === id);
  const over = film.layers.find((layer) => layer.id === overId);
  if (!moved || !over || isInside(film, overId, id)) return;
  moved.group = over.group;
  film.layers = film.layers.filter((layer) => layer !== moved);
  const at = film.layers.indexOf(over);
  // The list shows front to back, the film holds back to front.
  film.layers.splice(from! < to! ? at : at + 1, 0, moved);
}

/** Whether a layer is another one, or in it. */
function isInside({ layers }: Pick<Film, 'layers'>, id: string, group: string): boolean {
  for (
    let at = layers.find((layer) => layer.id === id);
    at;
    at = layers.find((layer) => layer.id === at!.group)
  ) {
    if (at.id === group) return true;
  }
  return false;
}
