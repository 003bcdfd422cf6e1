import { TableHearing, valueTable } from '@cyclogram/core';
import { parentPort, workerData } from 'node:worker_threads';
import { synthesise } from '../synthesise';
import { exportFilm } from '../export/exportFilm';
import { followerTables, hearFilm, hearPicture } from '../hearing/hearFilm';
import { toProblem } from '../http/problem';
import { writeHarbour } from '../footage/writeHarbour';
import { writeStill } from '../footage/writeStill';
import { rewriteImage } from '../images/rewriteImage';
import { writeOverview } from '../media/overview';
import { writePicture } from '../render/writePicture';
import { fitFilm } from '../recipes/fitFilm';
import { measureRender } from '../render/measure';
import { drawSegments } from '../render/drawSegments';
import { checkTypeface } from '../typefaces/loadTypeface';
import type { WorkerMessage } from './runTask';
import type { TaskName, Tasks } from './tasks';

/** Entry of every worker thread of the server: does the one task it was started for. */

const port = parentPort!;
const say = (message: WorkerMessage) => port.postMessage(message);
const progress = (value: unknown) => say({ say: 'progress', progress: value });

const doTask: { [Name in TaskName]: (given: Tasks[Name]['given']) => Promise<Tasks[Name]['answer']> } = {
  overview: ({ pcmPath, shape, out }) => writeOverview(pcmPath, shape, out),
  hear: async ({ film, tracks, earIds, followerIds }) => ({
    ...(await hearPicture(film, tracks, earIds)),
    followers: await followerTables(film, tracks, followerIds),
  }),
  export: ({ film, tracks, wish }) => exportFilm(film, tracks, wish),
  values: async ({ film, tracks, fps, from, to }) => {
    const tables = await hearFilm(film, tracks);
    return valueTable(
      film,
      new TableHearing(tables, film),
      fps,
      from,
      Math.min(to ?? tables.end, tables.end),
    );
  },
  image: ({ path, out }) => rewriteImage(path, out),
  still: (given) => writeStill(given),
  typeface: ({ path }) => checkTypeface(path),
  picture: (given) => writePicture(given),
  segments: (given) => drawSegments(given, port, progress),
  measure: measureRender,
  fit: fitFilm,
  harbour: writeHarbour,
  synthesise,
};

const { task, given } = workerData as { task: TaskName; given: never };
try {
  say({ say: 'answer', answer: await doTask[task](given) });
} catch (error) {
  const { kind, detail, extra } = toProblem(error);
  if (kind === 'internal') console.error(error);
  say({ say: 'problem', kind, detail, extra });
}
port.close();
