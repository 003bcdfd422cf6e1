import {
  boundsOf,
  emptyBox,
  layerOperations,
  pictureAt,
  TableHearing,
  type Box,
  type Film,
  type HearingTables,
  type LevelTable,
  type Matrix,
  type Picture,
} from '@cyclogram/core';
import { Painter, type CreateSurface, type PaintContext, type PaintImage } from '@cyclogram/painter';
import type { RequestName, Requests } from './messages';

/** What requests are answered with. */
interface Knowledge {
  film: Film;
  tables: HearingTables;
  images: ReadonlyMap<string, PaintImage>;
  createSurface: CreateSurface;
}

interface Answer<Name extends RequestName> {
  answer: Requests[Name]['answer'];
  transfer: Transferable[];
}

type Answers = {
  [Name in RequestName]: (given: Requests[Name]['given'], knowledge: Knowledge) => Promise<Answer<Name>>;
};

/** A picture painted on a canvas of its own. */
function paintAlone(picture: Picture, { images, createSurface }: Knowledge, width: number, height: number) {
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  const painter = new Painter(createSurface);
  painter.images = images;
  painter.paint(context as unknown as PaintContext, picture, width, height);
  return { canvas, context };
}

const answers: Answers = {
  async save({ time, width, height }, knowledge) {
    const { film, tables } = knowledge;
    const picture = pictureAt(film, new TableHearing(tables, film), time);
    const { canvas } = paintAlone(picture, knowledge, width, height);
    return { answer: await canvas.convertToBlob({ type: 'image/png' }), transfer: [] };
  },

  async paint({ film, time, width, height }, knowledge) {
    const at =
      typeof time === 'number' ? time : (loudMoments(knowledge.tables.ears.get(time.loudOf), 1)[0] ?? 0);
    const picture = pictureAt(film, new TableHearing(knowledge.tables, film), at);
    const [backdrop, drawn] = [true, false].map((behind) => {
      const operations = picture.operations.filter(({ op }) => (op === 'backdrop') === behind);
      return paintAlone({ ...picture, operations }, knowledge, width, height);
    });
    lift(drawn!, width, height);
    backdrop!.context.setTransform(1, 0, 0, 1, 0, 0);
    backdrop!.context.drawImage(drawn!.canvas, 0, 0);
    const bitmap = backdrop!.canvas.transferToImageBitmap();
    return { answer: bitmap, transfer: [bitmap] };
  },

  async sign({ film, loudOf, width, height }, knowledge) {
    const at = loudMoments(knowledge.tables.ears.get(loudOf), 1)[0] ?? 0;
    const { operations } = pictureAt(film, new TableHearing(knowledge.tables, film), at);
    const drawn = operations.filter(({ op }) => op !== 'backdrop');
    const matrix = closeUp(boundsOf(drawn), film, width, height);
    const group = { op: 'group', opacity: 1, blend: 'normal', operations: drawn, matrix } as const;
    const sign = paintAlone({ width, height, operations: [group] }, knowledge, width, height);
    lift(sign, width, height);
    const bitmap = sign.canvas.transferToImageBitmap();
    return { answer: bitmap, transfer: [bitmap] };
  },

  async pick({ time, x, y, slack, layers }, knowledge) {
    const { film, tables } = knowledge;
    const hearing = new TableHearing(tables, film);
    const size = 5;
    const scale = size / (2 * slack);
    // The picture around the place, so small that only it is painted.
    const matrix = [scale, 0, 0, scale, size / 2 - scale * x, size / 2 - scale * y] as const;
    for (const id of layers) {
      const layer = film.layers.find((other) => other.id === id);
      if (!layer) continue;
      const operations = layerOperations(film, layer, hearing, time);
      const around = { op: 'group', opacity: 1, blend: 'normal', operations, matrix } as const;
      const picture: Picture = { width: size, height: size, operations: [around] };
      const { context } = paintAlone(picture, knowledge, size, size);
      const { data } = context.getImageData(0, 0, size, size);
      if (data.some((value, i) => i % 4 === 3 && value > 20)) return { answer: id, transfer: [] };
    }
    return { answer: null, transfer: [] };
  },

  async extent({ layer: id }, { film, tables }) {
    const layer = film.layers.find((other) => other.id === id);
    if (!layer) return { answer: null, transfer: [] };
    const hearing = new TableHearing(tables, film);
    const ear = layer.kind === 'figure' ? tables.ears.get(layer.ear) : undefined;
    const box = emptyBox();
    for (const t of loudMoments(ear, mostMoments)) boundsOf(layerOperations(film, layer, hearing, t), box);
    return { answer: Number.isFinite(box[0]) ? box : null, transfer: [] };
  },
};

/** How often what is small is laid over itself at most: each time what is faint is about twice as strong. */
const mostPasses = 6;
/** Mean opacity, 0 to 255, of drawn pixels that can be seen well. */
const visible = 150;

/** Thin lines are faint when they are small: laid over themselves they can be seen. */
function lift({ canvas, context }: ReturnType<typeof paintAlone>, width: number, height: number): void {
  context.setTransform(1, 0, 0, 1, 0, 0);
  for (let i = 0; i < mostPasses && strength(context, width, height) < visible; i++) {
    context.drawImage(canvas, 0, 0);
  }
}

/** Mean opacity of the pixels that anything is drawn on. */
function strength(context: OffscreenCanvasRenderingContext2D, width: number, height: number): number {
  const { data } = context.getImageData(0, 0, width, height);
  let [sum, count] = [0, 0];
  for (let i = 3; i < data.length; i += 4) {
    if (data[i]! < 4) continue;
    sum += data[i]!;
    count++;
  }
  return count > 0 ? sum / count : Infinity;
}

/** How much closer than the whole picture a sign comes at most, and what stays free around it. */
const closest = 6;
const margin = 0.06;

/** From picture units to pixels of a sign in which the box fills what there is. */
function closeUp(box: Box, film: Film, width: number, height: number): Matrix {
  const whole = Math.min(width / film.width, height / film.height);
  // What lies outside of the picture is not seen in it, either.
  const [left, top] = [Math.max(box[0], 0), Math.max(box[1], 0)];
  const [right, bottom] = [Math.min(box[2], film.width), Math.min(box[3], film.height)];
  if (!(right > left && bottom > top)) return [whole, 0, 0, whole, 0, 0];
  const free = 1 - 2 * margin;
  const fills = Math.min((free * width) / (right - left), (free * height) / (bottom - top));
  const scale = Math.min(fills, closest * whole);
  return [
    ...([scale, 0, 0, scale] as const),
    width / 2 - (scale * (left + right)) / 2,
    height / 2 - (scale * (top + bottom)) / 2,
  ];
}

/** Loud moments that are looked at for how far a figure extends. */
const mostMoments = 160;

/** Times at which the levels of an ear are highest in sum, loudest first; without an ear only the start. */
export function loudMoments(table: LevelTable | undefined, most: number): number[] {
  if (!table || table.bands === 0) return [0];
  const { bands, levels, rate } = table;
  const sums = Array.from({ length: levels.length / bands }, (_, moment) => {
    let sum = 0;
    for (let band = 0; band < bands; band++) sum += levels[moment * bands + band]!;
    return { moment, sum };
  });
  sums.sort((a, b) => b.sum - a.sum);
  return sums.slice(0, most).map(({ moment }) => moment / rate);
}

/** Answers a request. @throws Error saying why there is no answer */
export const answerRequest = (what: RequestName, given: unknown, knowledge: Knowledge) =>
  (
    answers[what] as (
      given: unknown,
      knowledge: Knowledge,
    ) => Promise<{ answer: unknown; transfer: Transferable[] }>
  )(given, knowledge);
