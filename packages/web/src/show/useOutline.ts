import type { FilmPath } from '@cyclogram/core';
import { useEffect, useState } from 'react';
import { imageAddress } from '../api/images';
import { findPath, useEditor } from '../editor/editorStore';
import { tracePicture } from '../tracing/tracePicture';
import { outlineText } from '../typefaces/typefaces';

/**
 * Makes the outline of a text or a picture anew when what it is made of changes.
 * Gives a sentence back about what is missing, if anything.
 */
export function useOutline({ id, shape }: FilmPath): string | undefined {
  const change = useEditor((state) => state.change);
  const pictures = useEditor((state) => state.film.pictures);
  const [problem, setProblem] = useState<string>();
  const text = shape.kind === 'text' ? JSON.stringify([shape.text, shape.font, shape.spacing]) : undefined;
  const picture =
    shape.kind === 'picture'
      ? JSON.stringify([shape.picture, shape.edge, shape.threshold, shape.detail])
      : undefined;
  const asset =
    shape.kind === 'picture' ? pictures.find((other) => other.id === shape.picture)?.source.asset : undefined;
  // The outline that belongs to what the shape says now: it need not be made when it is there already.
  const known = shape.kind === 'text' || shape.kind === 'picture' ? shape.data : undefined;

  useEffect(() => {
    let stale = false;
    const put = (data: string) => {
      if (stale || data === known) return;
      change(
        text === undefined ? 'outline' : 'text',
        (film) => {
          const target = findPath(film, id)?.shape;
          if (target?.kind === 'text' || target?.kind === 'picture') target.data = data;
        },
        `${id} outline`,
      );
    };
    const fail = (error: Error) =>
      !stale && setProblem(`${error.message[0]!.toUpperCase()}${error.message.slice(1)}.`);
    setProblem(undefined);
    if (shape.kind === 'text') {
      if (shape.text.trim() === '' || shape.font === '') {
        setProblem(shape.font === '' ? 'Choose a typeface, and type the text.' : 'Type the text.');
      } else {
        outlineText(shape.text, shape.font, shape.spacing).then(({ data, missing }) => {
          put(data);
          if (!stale && missing.length > 0) {
            setProblem(`${shape.font} has no ${missing.map((letter) => `“${letter}”`).join(', ')}.`);
          }
        }, fail);
      }
    } else if (shape.kind === 'picture') {
      if (!asset) setProblem('Choose a picture to trace.');
      else tracePicture(imageAddress(asset), shape).then(put, fail);
    }
    return () => {
      stale = true;
    };
    // Only what the outline is made of counts, not where it stands.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [text, picture, asset, id]);
  return problem;
}
