import { encodeSurface, pictureHash, straightPixels } from '@cyclogram/core';
import { expose, transfer, wrap } from 'comlink';
import { FilmPainter, type FilmTold, type PictureWish } from './filmPainter';
import type { MediaApi, Purpose } from './media.worker';

/** A frame that is to be painted. */
export interface FrameJob extends PictureWish {
  /** Seconds. */
  time: number;
  width: number;
  height: number;
  /** Pixels of the picture for each of a stage, along a side. */
  stagePixel: number;
  purpose: Purpose;
  /** Pixels as a canvas takes them, or planes of 4:2:0 as a file has them; for planes both sides are even. */
  form: 'rgba' | 'yuv420p';
  /** Whether the hash of the picture is wanted. */
  hashed: boolean;
  /** The hash of a picture that is there already. */
  known: string | undefined;
}

/** A painted frame. */
export interface PaintedFrame {
  /** Undefined where the picture is that which was known. */
  pixels: ArrayBuffer | undefined;
  hash: string | undefined;
  /** Milliseconds that it took, but for what was waited for. */
  paintMs: number;
  /** Milliseconds that passes took, by their ids. */
  passes: Record<string, number>;
}

/** What painters of frames are asked. */
export interface FramePainterApi extends FilmTold {
  /** Joins it to who decodes. */
  connect(media: MessagePort): void;
  /** @throws Error saying why it cannot be painted */
  paint(job: FrameJob): Promise<PaintedFrame>;
}

/** Paints whole frames for the painting worker: those that will be seen soon, and those of a loop. */

let film: FilmPainter | undefined;

/** @throws Error while it is not joined to who decodes */
function known(): FilmPainter {
  if (!film) throw new Error('nobody decodes yet');
  return film;
}

const api: FramePainterApi = {
  connect(media) {
    film = new FilmPainter(wrap<MediaApi>(media), () => {}, false);
  },
  setFilm: (now, end) => known().setFilm(now, end),
  putTable: (message) => known().putTable(message),
  setImages: (addresses) => known().setImages(addresses),
  setFootage: (addresses) => known().setFootage(addresses),
  setTypefaces: (addresses) => known().setTypefaces(addresses),
  retry: () => known().retry(),
  paint,
};
expose(api);

async function paint(job: FrameJob): Promise<PaintedFrame> {
  const { time, width, height, form, hashed } = job;
  const all = known();
  const { painter, assets } = all;
  all.purpose = job.purpose;
  await all.prepareFiles();
  let paintMs = 0;
  const timed = <T>(work: () => T): T => {
    const start = performance.now();
    const result = work();
    paintMs += performance.now() - start;
    return result;
  };
  const picture = await assets.prepared(() => timed(() => all.pictureAt(time, job)), job.quick);
  const hash = hashed ? timed(() => pictureHash(picture)) : undefined;
  if (hash !== undefined && hash === job.known) return { pixels: undefined, hash, paintMs, passes: {} };
  all.passTimes = {};
  painter.stagePixel = job.stagePixel;
  const pixels = timed(() =>
    painter.paint(picture, width, height, (surface) =>
      (form === 'rgba' ? straightPixels(surface, true) : encodeSurface(surface, form, true)).slice(),
    ),
  );
  const { buffer } = pixels;
  return transfer({ pixels: buffer, hash, paintMs, passes: all.passTimes }, [buffer]);
}
