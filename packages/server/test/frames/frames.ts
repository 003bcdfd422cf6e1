import { DrawCache, momentOf, parseFilm, pictureAt, type Film } from '@cyclogram/core';
import { Painter, type PaintImage } from '@cyclogram/painter';
import { readFileSync } from 'node:fs';
import { madeUpHearing } from './madeUpHearing';

/** Frames of stored films, for checking that they stay as they are. */

type Json = Record<string, unknown>;

const read = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`films/${name}.json`, import.meta.url), 'utf8'));

/** A picture of eight by six pixels, in every colour and half seen through. */
const madeUpImage: PaintImage = {
  width: 8,
  height: 6,
  rgba: Uint8ClampedArray.from({ length: 4 * 8 * 6 }, (_, i) => {
    const [x, y] = [(i >> 2) % 8, Math.floor((i >> 2) / 8)];
    return [x * 36, y * 51, 255 - x * 30, x % 2 ? 255 : 128][i % 4]!;
  }),
};

export interface StoredFrame {
  name: string;
  film: () => Film;
  t: number;
  width: number;
  height: number;
}

/** Every frame that is kept: the demo's films of each version, and one small film for each kind of thing. */
export function storedFrames(): StoredFrame[] {
  const frames: StoredFrame[] = ['small.v4', 'small.v6', 'small.v7'].flatMap((file) => {
    const { base, parts } = read(file) as { base: Json; parts: Record<string, Json> };
    return Object.entries(parts).map(([name, part]) => ({
      name,
      film: () => parseFilm({ ...base, ...part }),
      ...{ t: 0.62, width: 480, height: 270 },
    }));
  });
  for (const version of [1, 2, 3, 4, 5, 6, 7]) {
    for (const film of read(`demo.v${version}`) as Json[]) {
      frames.push(
        ...[0.62, 7.3].map((t) => ({
          name: `${film['title'] as string}, version ${version}, at ${t} s`,
          film: () => parseFilm(film),
          ...{ t, width: 640, height: 360 },
        })),
      );
    }
  }
  return frames;
}

/** The display list of a frame, and what is drawn in it. */
export function pictureOfFrame({ film: open, t }: StoredFrame) {
  const film = open();
  const images = new Map(film.images.map(({ id }) => [id, madeUpImage]));
  const picture = pictureAt(momentOf(film, madeUpHearing(film), t, { cache: new DrawCache() }));
  return { picture, images };
}

/** The pixels of a frame: RGBA, premultiplied. */
export function paintFrame(frame: StoredFrame): Uint8ClampedArray {
  const { picture, images } = pictureOfFrame(frame);
  const painter = new Painter();
  painter.images = images;
  return painter.paint(picture, frame.width, frame.height, (surface) => surface.bytes.slice());
}
