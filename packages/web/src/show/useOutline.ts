import type { FilmPath, PathSettings } from '@cyclogram/core';
import { useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { imageAddress } from '../api/images';
import { findPath, useEditor } from '../editor/editorStore';
import { tracePicture } from '../tracing/tracePicture';
import { outlineText } from '../typefaces/typefaces';

interface Outline {
  data: string;
  /** What people should know of it. */
  note?: string;
}

/** What a text or a picture has to have before there is an outline of it. */
function missing(shape: PathSettings, asset: string | undefined): string | undefined {
  if (shape.kind === 'text') {
    if (shape.font === '') return 'Choose a typeface, and type the text.';
    return shape.text.trim() === '' ? 'Type the text.' : undefined;
  }
  if (shape.kind === 'picture' && !asset) return 'Choose a picture to trace.';
  return undefined;
}

async function makeOutline(shape: PathSettings, asset: string | undefined): Promise<Outline> {
  if (shape.kind === 'text') {
    const { data, missing: letters } = await outlineText(shape.text, shape.font, shape.spacing);
    const named = letters.map((letter) => `“${letter}”`).join(', ');
    return letters.length > 0 ? { data, note: `${shape.font} has no ${named}.` } : { data };
  }
  if (shape.kind === 'picture') return { data: await tracePicture(imageAddress(asset!), shape) };
  return { data: '' };
}

/** What the outline is made of: where it stands does not count. */
function ingredients(shape: PathSettings): unknown[] | undefined {
  if (shape.kind === 'text') return [shape.text, shape.font, shape.spacing];
  if (shape.kind === 'picture') return [shape.picture, shape.edge, shape.threshold, shape.detail];
  return undefined;
}

const sentence = (text: string) => `${text[0]!.toUpperCase()}${text.slice(1)}.`;

/**
 * Makes the outline of a text or a picture anew when what it is made of changes.
 * Gives a sentence back about what is missing, if anything.
 */
export function useOutline({ id, shape }: FilmPath): string | undefined {
  const amend = useEditor((state) => state.amend);
  const pictures = useEditor((state) => state.film.pictures);
  const asset =
    shape.kind === 'picture' ? pictures.find((other) => other.id === shape.picture)?.source.asset : undefined;
  const made = ingredients(shape);
  const lacks = missing(shape, asset);
  const outline = useQuery({
    queryKey: ['outline', made, asset],
    enabled: made !== undefined && lacks === undefined,
    queryFn: () => makeOutline(shape, asset),
    staleTime: Infinity,
    retry: false,
  });
  const data = outline.data?.data;
  const present = 'data' in shape ? shape.data : undefined;
  useEffect(() => {
    if (data === undefined) return;
    amend((film) => {
      const target = findPath(film, id)?.shape;
      if (target?.kind === 'text' || target?.kind === 'picture') target.data = data;
    });
    // What stands in the film counts, too: an undo may have brought back another outline.
  }, [amend, id, data, present]);
  if (lacks !== undefined) return lacks;
  return outline.error ? sentence(outline.error.message) : outline.data?.note;
}
