import {
  DrawCache,
  momentOf,
  parseFilm,
  pictureAt,
  shownBands,
  type Film,
  type Hearing,
} from '@cyclogram/core';
import { Painter, type PaintImage } from '@cyclogram/painter';
import { readFileSync } from 'node:fs';

/** Frames of stored films, for checking that they stay as they are. */

type Json = Record<string, unknown>;

const read = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`films/${name}.json`, import.meta.url), 'utf8'));

/** Levels that differ from band to band and from moment to moment, the same on every machine. */
const levelAt = (band: number, bands: number, t: number) => {
  const x = (band + 1) / (bands + 1);
  const beat = Math.abs((((2.1 * t) % 1) + 1) % 1);
  return Math.min(1, Math.max(0, 0.9 * (1 - beat) * (1 - 0.7 * x) + 0.35 * (((band * 7) % 5) / 5) * x));
};

/** A hearing made up from formulas. */
function madeUpHearing(film: Film): Hearing {
  const row = (id: string, t: number, more: number) => {
    const ear = film.ears.find((other) => other.id === id);
    if (!ear) return undefined;
    const bands = shownBands(ear);
    return Float32Array.from(bands, (band) => Math.min(1, levelAt(band, bands.length, t) + more));
  };
  const samples = new Int16Array(48000).map((_, n) => 12000 * (((n * 0.0046) % 2) - 1) ** 3);
  return {
    end: 8,
    levelsAt: (id, t) => row(id, t, 0),
    highestLevels(id, from, to) {
      const steps = Math.max(1, Math.ceil((to - from) * 240));
      const highest = row(id, from, 0);
      for (let step = 1; step <= steps; step++)
        row(id, from + ((to - from) * step) / steps, 0)?.forEach((level, band) => {
          highest![band] = Math.max(highest![band]!, level);
        });
      return highest;
    },
    peaksAt: (id, t) => (film.ears.find((ear) => ear.id === id)?.peaks ? row(id, t, 0.08) : undefined),
    followerTable: () => undefined,
    followerAt: () => 0.5,
    waveformOf: () => ({ rate: 12000, samples }),
  };
}

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
  const frames: StoredFrame[] = ['small.v4', 'small.v6'].flatMap((file) => {
    const { base, parts } = read(file) as { base: Json; parts: Record<string, Json> };
    return Object.entries(parts).map(([name, part]) => ({
      name,
      film: () => parseFilm({ ...base, ...part }),
      ...{ t: 0.62, width: 480, height: 270 },
    }));
  });
  for (const version of [1, 2, 3, 4, 5, 6]) {
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
