import type { Film, FilmPath, PathShape, ShapeOf } from '@cyclogram/core';
import { useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { imageAddress } from '../api/images';
import { findPath, useEditor } from '../editor/editorStore';
import { traceImage } from '../tracing/traceImage';
import { outlineText, typefaceAddresses } from '../typefaces/typefaces';

interface Outline {
  data: string;
  /** What people should know of it. */
  note?: string;
}

/** How the outline of a kind of shape is made: for the kinds that have one. */
interface OutlineMaker<Shape> {
  /** The file that it is made of: of an image, or of a typeface. */
  file(shape: Shape, film: Pick<Film, 'images' | 'typefaces'>): string | undefined;
  /** What it is made of: where it stands does not count. */
  ingredients(shape: Shape): unknown[];
  /** What there has to be before there is an outline; undefined when it is all there. */
  missing(shape: Shape, asset: string | undefined): string | undefined;
  make(shape: Shape, asset: string | undefined): Promise<Outline>;
}

const text: OutlineMaker<ShapeOf<'text'>> = {
  file: ({ font }, { typefaces }) => typefaceAddresses(typefaces)[font],
  ingredients: ({ text, font, spacing }) => [text, font, spacing],
  missing({ text, font }) {
    if (font === '') return 'Choose a typeface, and type the text.';
    return text.trim() === '' ? 'Type the text.' : undefined;
  },
  async make({ text, font, spacing }, address) {
    const { data, missing: letters } = await outlineText(text, address, spacing);
    const named = letters.map((letter) => `“${letter}”`).join(', ');
    return letters.length > 0 ? { data, note: `${font} has no ${named}.` } : { data };
  },
};

const image: OutlineMaker<ShapeOf<'image'>> = {
  file: ({ image }, { images }) => images.find(({ id }) => id === image)?.source.asset,
  ingredients: ({ image, edge, threshold, detail }) => [image, edge, threshold, detail],
  missing: (_shape, asset) => (asset ? undefined : 'Choose an image to trace.'),
  make: async (shape, asset) => ({ data: await traceImage(imageAddress(asset!), shape) }),
};

const makers: Partial<Record<PathShape['kind'], OutlineMaker<never>>> = { text, image };

const sentence = (words: string) => `${words[0]!.toUpperCase()}${words.slice(1)}.`;

/**
 * Makes the outline of a text or an image anew when what it is made of changes.
 * Gives a sentence back about what is missing, if anything.
 */
export function useOutline({ id, shape }: FilmPath): string | undefined {
  const amend = useEditor((state) => state.amend);
  const images = useEditor((state) => state.film.images);
  const typefaces = useEditor((state) => state.film.typefaces);
  const maker = makers[shape.kind] as OutlineMaker<PathShape> | undefined;
  const asset = maker?.file(shape, { images, typefaces });
  const made = maker?.ingredients(shape);
  const lacks = maker?.missing(shape, asset);
  const outline = useQuery({
    queryKey: ['outline', shape.kind, made, asset],
    enabled: maker !== undefined && lacks === undefined,
    queryFn: () => maker!.make(shape, asset),
    staleTime: Infinity,
    retry: false,
  });
  const data = outline.data?.data;
  const present = 'data' in shape ? shape.data : undefined;
  useEffect(() => {
    if (data === undefined) return;
    amend((film) => {
      const target = findPath(film, id)?.shape;
      if (target && target.kind in makers) Object.assign(target, { data });
    });
    // What stands in the film counts, too: an undo may have brought back another outline.
  }, [amend, id, data, present]);
  if (lacks !== undefined) return lacks;
  return outline.error ? sentence(outline.error.message) : outline.data?.note;
}
