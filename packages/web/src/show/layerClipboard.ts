import {
  figureAs,
  figureKinds,
  parseFilm,
  type FigureLayer,
  type Film,
  type FilmPath,
  type FilmPicture,
  type Layer,
  type Palette,
} from '@cyclogram/core';
import { insertLayers, withContent } from './layerChanges';

/** What of layers is copied: whole layers, or one group of properties of a layer. */
export type Copied = CopiedLayers | CopiedPart;

interface CopiedLayers {
  cyclogram: 'layers';
  layers: Layer[];
  paths: FilmPath[];
  palettes: Palette[];
  pictures: FilmPicture[];
}

/** Groups of properties that can be copied by themselves. */
export type Part = 'path' | 'figure' | 'symmetry' | 'color' | 'falloffs' | 'copies';
export const partNames: Record<Part, string> = {
  path: 'Path',
  figure: 'Marks',
  color: 'Colour',
  symmetry: 'Symmetry',
  falloffs: 'Falloff',
  copies: 'Copies',
};

interface CopiedPart {
  cyclogram: 'part';
  part: Part;
  value: unknown;
  palettes: Palette[];
}

const storageKey = 'copied-layers';

/** Keeps what was copied, for this film and others, in all windows. */
export function keepCopied(copied: Copied): void {
  localStorage.setItem(storageKey, JSON.stringify(copied));
}

export function keptCopied(): Copied | undefined {
  try {
    const copied = JSON.parse(localStorage.getItem(storageKey) ?? 'null') as Copied | null;
    return copied?.cyclogram === 'layers' || copied?.cyclogram === 'part' ? copied : undefined;
  } catch {
    return undefined;
  }
}

/** The layers with these ids, with all that they need. */
export function copyLayers(film: Film, ids: readonly string[]): CopiedLayers {
  const wanted = new Set(ids.flatMap((id) => withContent(film, id).map((layer) => layer.id)));
  const layers = film.layers.filter(({ id }) => wanted.has(id));
  return { cyclogram: 'layers', layers, paths: film.paths, palettes: film.palettes, pictures: film.pictures };
}

/** One group of properties of a figure. */
export function copyPart(film: Film, layer: FigureLayer, part: Part): CopiedPart {
  const value = part !== 'path' ? layer[part] : film.paths.find(({ id }) => id === layer.path)!.shape;
  return { cyclogram: 'part', part, value, palettes: film.palettes };
}

/** Adds palettes that a film does not have. */
function bringPalettes(film: Film, palettes: readonly Palette[], used: (id: string) => boolean): void {
  for (const palette of palettes) {
    if (used(palette.id) && !film.palettes.some(({ id }) => id === palette.id)) film.palettes.push(palette);
  }
}

/**
 * Adds copied layers in front of all others. An ear that this film does not have is
 * replaced by its first one. Gives the ids of the outermost ones back.
 * @throws FilmError when what was copied does not fit this version
 */
export function pasteLayers(film: Film, copied: CopiedLayers): string[] {
  const { layers, paths, palettes, pictures } = JSON.parse(JSON.stringify(copied)) as CopiedLayers;
  const outermost = new Set(
    layers.filter(({ group }) => !layers.some(({ id }) => id === group)).map(({ id }) => id),
  );
  const ear = film.ears[0]?.id ?? '';
  for (const layer of layers) {
    if (layer.kind === 'figure' && !film.ears.some(({ id }) => id === layer.ear)) layer.ear = ear;
  }
  const kept = layers.filter(
    (layer) =>
      layer.kind !== 'tied' ||
      layers.some(({ id }) => id === layer.source) ||
      film.layers.some(({ id }) => id === layer.source),
  );
  bringPalettes(film, palettes, (id) =>
    kept.some((layer) => layer.kind === 'figure' && layer.color.palette === id),
  );
  for (const picture of pictures) {
    if (!film.pictures.some(({ id }) => id === picture.id)) film.pictures.push(picture);
  }
  const inserted = insertLayers(film, kept, paths);
  // What does not fit is found now, before it is in the film.
  parseFilm(JSON.parse(JSON.stringify(film)));
  return inserted.filter(({ from }) => outermost.has(from)).map(({ layer }) => layer.id);
}

/** Gives a figure a copied group of properties; marks of another kind take over what both kinds have. */
export function pastePart(film: Film, layer: FigureLayer, { part, value, palettes }: CopiedPart): void {
  const copy = JSON.parse(JSON.stringify(value)) as never;
  if (part === 'path') film.paths.find(({ id }) => id === layer.path)!.shape = copy;
  else if (part === 'figure') {
    const { kind } = copy as FigureLayer['figure'];
    if (Object.hasOwn(figureKinds, kind)) layer.figure = figureAs(copy, kind, film.width, film.height);
  } else {
    Object.assign(layer, { [part]: copy });
    bringPalettes(film, palettes, (id) => id === layer.color.palette);
  }
  parseFilm(JSON.parse(JSON.stringify(film)));
}
