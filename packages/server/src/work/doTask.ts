import { readFilm, TableHearing, valueTable } from '@cyclogram/core';
import type { MessagePort } from 'node:worker_threads';
import { exportFilm } from '../export/exportFilm';
import { writeHarbour } from '../footage/writeHarbour';
import { writeStill } from '../footage/writeStill';
import { followerTables, hearFilm, hearPicture } from '../hearing/hearFilm';
import { writeOverview } from '../media/overview';
import { fitFilm } from '../recipes/fitFilm';
import { drawSegments } from '../render/drawSegments';
import { measureRender } from '../render/measure';
import { writePicture } from '../render/writePicture';
import { synthesise } from '../synthesise';
import type { ConfinedTask } from './confined';
import { resultOf, type TaskResult } from './taskResult';
import type { TaskName, Tasks } from './tasks';

type Does = {
  [Name in Exclude<TaskName, ConfinedTask>]: (
    given: Tasks[Name]['given'],
    port: MessagePort | undefined,
  ) => Promise<Tasks[Name]['answer']>;
};

const tasks: Does = {
  overview: ({ pcmPath, shape, out }) => writeOverview(pcmPath, shape, out),
  hear: async ({ film, tracks, earIds, followerIds }) => ({
    ...(await hearPicture(film, tracks, earIds)),
    followers: await followerTables(film, tracks, followerIds),
  }),
  export: ({ film, tracks, wish }) => exportFilm(film, tracks, wish),
  values: async ({ film, tracks, fps, from, to }) => {
    const tables = await hearFilm(film, tracks);
    const hearing = new TableHearing(tables, film);
    return valueTable(film, hearing, fps, from, Math.min(to ?? tables.end, tables.end));
  },
  still: (given) => writeStill(given),
  read: async ({ text }) => readFilm(JSON.parse(text)),
  picture: (given) => writePicture(given),
  segments: (given, port) => drawSegments(given, port!),
  measure: measureRender,
  fit: fitFilm,
  harbour: writeHarbour,
  synthesise,
};

/** Does a task in the thread in which it is called. */
export const doTask = (name: keyof Does, given: never, port?: MessagePort): Promise<TaskResult> =>
  resultOf(() => tasks[name](given, port));
