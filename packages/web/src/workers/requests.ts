import {
  layerRegistry,
  boundsOf,
  earOf,
  emptyBox,
  frameStage,
  group,
  layerOperations,
  limitShare,
  meshesOf,
  momentOf,
  pictureAt,
  addressKey,
  planOf,
  TableHearing,
  usedTypefaces,
  valueNow,
  viewOf,
  withoutFades,
  type DrawCache,
  type Film,
  type HearingTables,
  type Picture,
} from '@cyclogram/core';
import { Painter, type FilmAssets } from '@cyclogram/painter';
import { loudMoments, maxMoments } from './loudMoments';
import type { RequestName, Requests } from './messages';
import { scopeOf, scopeWidth } from './scope';
import { showSurface } from './showSurface';
import { closeUp, lift } from './thumbnails';

/** What requests are answered with. */
interface Knowledge {
  film: Film;
  tables: HearingTables;
  assets: FilmAssets;
  cache: DrawCache;
}

interface Answer<Name extends RequestName> {
  answer: Requests[Name]['answer'];
  transfer: Transferable[];
}

type Answers = {
  [Name in RequestName]: (given: Requests[Name]['given'], knowledge: Knowledge) => Promise<Answer<Name>>;
};

/** A film at a moment. */
const momentIn = (film: Film, { tables, cache, assets }: Knowledge, t: number, withoutBackground = false) =>
  momentOf(film, new TableHearing(tables, film), t, { cache, assets, withoutBackground });

/** A picture painted on a canvas of its own. */
async function paintAlone(picture: Picture, { assets }: Knowledge, width: number, height: number) {
  await assets.prepare(picture);
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  const painter = new Painter();
  painter.images = assets.images;
  painter.paint(picture, width, height, (surface) => showSurface(context, surface, false));
  return { canvas, context };
}

/** Moments at which a stage is looked at when it is framed: building one takes milliseconds. */
const maxStages = 4;

const answers: Answers = {
  async save({ time, width, height }, knowledge) {
    const picture = await knowledge.assets.prepared(() =>
      pictureAt(momentIn(knowledge.film, knowledge, time)),
    );
    const { canvas } = await paintAlone(picture, knowledge, width, height);
    return { answer: await canvas.convertToBlob({ type: 'image/png' }), transfer: [] };
  },

  async paint({ film, time, width, height, plain: asIs = false }, knowledge) {
    await knowledge.assets.prepareTypefaces(usedTypefaces(film));
    const at =
      typeof time === 'number' ? time : (loudMoments(knowledge.tables.ears.get(time.loudOf), 1)[0] ?? 0);
    const plain = withoutFades(film);
    // What lies behind is as it is; what is drawn on it may be made stronger.
    const behind: Film = { ...plain, layers: plain.layers.filter(({ backdrop }) => backdrop) };
    const [backdrop, drawn] = await Promise.all(
      [momentIn(behind, knowledge, at), momentIn(plain, knowledge, at, true)].map(async (moment) => {
        const picture = await knowledge.assets.prepared(() => pictureAt(moment));
        return paintAlone(picture, knowledge, width, height);
      }),
    );
    if (!asIs) lift(drawn!.context);
    backdrop!.context.setTransform(1, 0, 0, 1, 0, 0);
    backdrop!.context.drawImage(drawn!.canvas, 0, 0);
    const bitmap = backdrop!.canvas.transferToImageBitmap();
    return { answer: bitmap, transfer: [bitmap] };
  },

  async view({ film, time, width, height }, knowledge) {
    await knowledge.assets.prepareTypefaces(usedTypefaces(film));
    const picture = await knowledge.assets.prepared(() => pictureAt(momentIn(film, knowledge, time)));
    const { canvas } = await paintAlone(picture, knowledge, width, height);
    const bitmap = canvas.transferToImageBitmap();
    return { answer: bitmap, transfer: [bitmap] };
  },

  async scope({ film, time, bins }, knowledge) {
    await knowledge.assets.prepareTypefaces(usedTypefaces(film));
    const picture = await knowledge.assets.prepared(() => pictureAt(momentIn(film, knowledge, time)));
    const width = scopeWidth;
    const height = Math.max(1, Math.round((width * film.height) / film.width));
    const { context } = await paintAlone(picture, knowledge, width, height);
    const answer = scopeOf(context.getImageData(0, 0, width, height).data, width, bins);
    return { answer, transfer: [answer.waveform.buffer] };
  },

  async sign({ film, loudOf, width, height }, knowledge) {
    await knowledge.assets.prepareTypefaces(usedTypefaces(film));
    const at = loudMoments(knowledge.tables.ears.get(loudOf), 1)[0] ?? 0;
    const { operations } = pictureAt(momentIn(withoutFades(film), knowledge, at));
    const drawn = operations.filter(({ op }) => op !== 'backdrop');
    const matrix = closeUp(boundsOf(drawn), film, width, height);
    const close = { width, height, operations: [group(drawn, { matrix })] };
    const sign = await paintAlone(close, knowledge, width, height);
    lift(sign.context);
    const bitmap = sign.canvas.transferToImageBitmap();
    return { answer: bitmap, transfer: [bitmap] };
  },

  async pick({ time, x, y, slack, layers }, knowledge) {
    const moment = momentIn(knowledge.film, knowledge, time);
    const size = 5;
    const scale = size / (2 * slack);
    // The picture around the place, so small that only it is painted.
    const matrix = [scale, 0, 0, scale, size / 2 - scale * x, size / 2 - scale * y] as const;
    for (const id of layers) {
      const around = group(layerOperations(id, moment), { matrix });
      const picture: Picture = { width: size, height: size, operations: [around] };
      const { context } = await paintAlone(picture, knowledge, size, size);
      const { data } = context.getImageData(0, 0, size, size);
      if (data.some((value, i) => i % 4 === 3 && value > 20)) return { answer: id, transfer: [] };
    }
    return { answer: null, transfer: [] };
  },

  async extent({ layer: id }, knowledge) {
    const film = withoutFades(knowledge.film);
    const layer = film.layers.find((other) => other.id === id);
    if (!layer) return { answer: null, transfer: [] };
    const ear = knowledge.tables.ears.get(earOf(film, layer) ?? '');
    const box = emptyBox();
    for (const t of loudMoments(ear, maxMoments))
      boundsOf(layerOperations(id, momentIn(film, knowledge, t)), box);
    return { answer: Number.isFinite(box[0]) ? box : null, transfer: [] };
  },

  async frameStage({ layer: id }, knowledge) {
    const film = withoutFades(knowledge.film);
    await knowledge.assets.prepareTypefaces(usedTypefaces(film));
    const found = film.layers.find((other) => other.id === id);
    if (!layerRegistry.as('depth', found)) return { answer: null, transfer: [] };
    const ear = knowledge.tables.ears.get(earOf(film, found!) ?? '');
    const lists = loudMoments(ear, maxStages).flatMap((t) => {
      const moment = momentIn(film, knowledge, t);
      const layer = layerRegistry.as('depth', moment.layer(id))!;
      return meshesOf(layer, moment, viewOf(layer.camera, film)).map(({ positions }) => positions);
    });
    return {
      answer: frameStage(layerRegistry.as('depth', found)!.camera, lists, film) ?? null,
      transfer: [],
    };
  },

  limits(_given, { film, tables }) {
    const hearing = new TableHearing(tables, film);
    const shares = new Map<string, number>();
    for (const owners of Object.values(planOf(film)))
      for (const drivers of owners.values())
        for (const driver of drivers)
          shares.set(addressKey(driver.address), limitShare(driver, film, hearing));
    return Promise.resolve({ answer: shares, transfer: [] });
  },

  course({ address, from, to, count }, { film, tables }) {
    const hearing = new TableHearing(tables, film);
    const driver = planOf(film)
      [address.list].get(address.id)
      ?.find((one) => addressKey(one.address) === addressKey(address));
    const values = driver
      ? Array.from({ length: count }, (_, n) =>
          valueNow(driver, film, hearing, from + ((to - from) * n) / Math.max(1, count - 1)),
        )
      : [];
    return Promise.resolve({
      answer: values.every((value) => typeof value === 'number') ? values : [],
      transfer: [],
    });
  },
};

/** Answers a request. @throws Error saying why there is no answer */
export const answerRequest = <Name extends RequestName>(
  what: Name,
  given: Requests[Name]['given'],
  knowledge: Knowledge,
): Promise<Answer<Name>> => answers[what](given, knowledge);
