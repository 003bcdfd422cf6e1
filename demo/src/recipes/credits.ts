import { placeStandard, readoutMark, spanStandard, type Film, type Layer } from '@cyclogram/core';
import { layer, paint } from '../films/builder';

interface Look {
  font: string;
  color: string;
  /** Of the title, in picture units; the artist's is smaller. */
  size: number;
  at: { x: number; y: number };
  align?: 'left' | 'centre' | 'right';
  tracking?: number;
}

/** Title and artist of whatever song it is, shown for the first seconds. */
export function credits(
  film: Film,
  { font, color, size, at, align = 'centre', tracking = 60 }: Look,
): Layer[] {
  const span = { ...spanStandard, from: 0.5, to: 9, fadeIn: 1.5, fadeOut: 2 };
  const shared = { mostWidth: 1500, font, align, span, fill: paint(color) };
  return [
    layer(film, 'lettering', {
      ...shared,
      ...{ id: 'title', name: 'Title', text: readoutMark('title', ''), size, tracking, at },
    }),
    layer(film, 'lettering', {
      ...shared,
      ...{ id: 'artist', name: 'Artist', text: readoutMark('artist', ''), tracking: 2 * tracking },
      size: Math.round(0.42 * size),
      at: { x: at.x, y: at.y + Math.round(0.95 * size) },
      place: { ...placeStandard, opacity: 0.8 },
    }),
  ];
}
