import {
  defaultFollower,
  earFields,
  earRecord,
  earStandard,
  followerFields,
  followerPresets,
  followerRecord,
  readRate,
  recordSchema,
  type AnyRecord,
  type Ear,
  type Follower,
  type ValueOf,
} from '@cyclogram/core';
import { Command, InvalidArgumentError, Option } from 'commander';
import { resolve } from 'node:path';
import { pino } from 'pino';
import { backup, restore } from '../archive/backup';
import { dataRoot } from '../config';
import { Problem, toProblem } from '../http/problem';
import { openServices, type Services } from '../services';
import { version } from '../version';
import { drawFrame } from './drawFrame';
import { addFieldOptions, fieldValues, givenValues, parseNumber, parseNumbers } from './fieldOptions';
import { filmOfSong, followToFile } from './followToFile';
import { valuesToCsv, type ValuesOptions } from './valuesToCsv';
import { hearToCsv, type HearOptions } from './hearToCsv';
import { openFilm } from './openFilm';
import { renderBatch, type BatchOptions } from './renderBatch';
import { renderFilm, type RenderFilmOptions } from './renderFilm';
import { renderFormats } from '../render/format/registry';
import { qualities, speeds } from '../render/format/renderFormat';

/** The command line: the same code as the server's, without the interface. */

const log = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' }, pino.destination(2));

const size = (text: string) => {
  const match = /^(\d+)x(\d+)$/i.exec(text);
  if (!match) throw new InvalidArgumentError('It must look like 1920x1080.');
  return { width: Number(match[1]), height: Number(match[2]) };
};

/** Frames per second: a number, or a fraction of two. */
const rate = (text: string) => {
  const read = readRate(text);
  if (!read) throw new InvalidArgumentError('It must be a number, or a fraction such as 30000/1001.');
  return read;
};

/** Runs `work` with the data folder open; errors end as one clear sentence and exit code 1. */
async function run(work: (services: Services) => Promise<void>): Promise<void> {
  let services: Services | undefined;
  try {
    services = await openServices(dataRoot(), log);
    await work(services);
  } catch (error) {
    const problem = toProblem(error);
    if (problem.kind === 'internal') console.error(error);
    console.error(problem.line);
    process.exitCode = 1;
  } finally {
    await services?.close();
  }
}

const program = new Command('cyclogram').description('Turns songs into music videos.').version(version);

const render = program
  .command('render')
  .description('render a film to a file: the format follows from its ending unless it is said')
  .argument('[film]', 'id of a film, or path of a film.json')
  .requiredOption('--out <file>', 'the file to write; with --recipe a folder')
  .addOption(new Option('--format <id>', 'format').choices(renderFormats.map(({ id }) => id)))
  .option('--recipe <id>', 'make a film of each song by this recipe, and render it')
  .option('--song <files...>', 'songs for the recipe')
  .option('--artist <name>', 'artist of the songs')
  .option('--from <seconds>', 'start of the part to render', parseNumber)
  .option('--to <seconds>', 'end of the part to render', parseNumber)
  .option('--at <seconds>', 'moment of a still', parseNumber)
  .option('--moments <n>', 'how many moments a sheet has', parseNumber)
  .option('--size <WxH>', 'size in pixels; the film’s when left out', size)
  .option('--fps <n>', 'frames per second; the film’s when left out', rate)
  .addOption(
    new Option('--fit <choice>', 'how a picture of another shape is filled').choices([
      'fit',
      'fill',
      'extend',
    ]),
  )
  .addOption(new Option('--quality <choice>', 'quality of the encoder').choices(Object.keys(qualities)))
  .option('--crf <n>', 'constant rate factor in place of the quality', parseNumber)
  .addOption(new Option('--speed <choice>', 'speed of the encoder').choices(Object.keys(speeds)))
  .option('--transparent', 'without background, where the format can')
  .option('--fade-in <seconds>', 'fade at the start of the range', parseNumber)
  .option('--fade-out <seconds>', 'fade at its end', parseNumber);
render.action((film: string | undefined, options) =>
  run(async (services) => {
    const { recipe, song, artist, ...rest } = options;
    if (recipe !== undefined) {
      await renderBatch(services, { ...rest, recipe, songs: song ?? [], artist } as unknown as BatchOptions);
      return;
    }
    if (film === undefined)
      throw new Problem('bad-request', 'Say which film is to be rendered, or a recipe and songs.');
    await renderFilm(services, film, options as unknown as RenderFilmOptions);
  }),
);

program
  .command('backup')
  .description(
    'write all films with all that they need, and finished renders, into a zip; a server may work meanwhile',
  )
  .argument('<out>', 'the zip to write')
  .action((out: string) =>
    run(async ({ folder }) => {
      const bytes = await backup(folder, resolve(out));
      console.log(`${out}: ${(bytes / 1e6).toFixed(1)} MB`);
    }),
  );

program
  .command('restore')
  .description('make a data folder of a backup: an empty one, see CYCLOGRAM_DATA')
  .argument('<zip>', 'what backup has written')
  .action(async (zip: string) => {
    try {
      const { root } = await restore(resolve(zip), dataRoot());
      console.log(`${zip} is restored in ${root}`);
    } catch (error) {
      const problem = toProblem(error);
      if (problem.kind === 'internal') console.error(error);
      console.error(problem.line);
      process.exitCode = 1;
    }
  });

program
  .command('recipes')
  .description('list the recipes')
  .action(() =>
    run(async ({ recipes }) => {
      for (const { id, name, note } of await recipes.list()) console.log(`${id}\t${name}\t${note}`);
    }),
  );

program
  .command('frame')
  .description('write one frame of a film as PNG: the frame that is on the screen at that time')
  .argument('<film>', 'id of a film, or path of a film.json')
  .requiredOption('--at <seconds>', 'time in the film', parseNumber)
  .requiredOption('--out <file>', 'the picture to write')
  .option('--size <WxH>', 'size in pixels; the film’s when left out', size)
  .option('--fps <n>', 'frames per second; the film’s when left out', rate)
  .action((film: string, options) => run((services) => drawFrame(services, film, options)));

const weightPoints = (text: string) =>
  text.split(',').map((point) => {
    const [hz, db] = point.split(':').map(Number);
    if (!(hz! > 0) || !Number.isFinite(db))
      throw new InvalidArgumentError('It must look like 100:-6,1000:0.');
    return { hz: hz!, db: db! };
  });

const hear = program
  .command('hear')
  .description('write the band levels of a song as CSV: dBFS before any mapping, or 0 to 1 with --mapped')
  .argument('<audio>', 'an audio file')
  .requiredOption('--csv <file>', 'the table to write')
  .option('--fps <n>', 'rows per second', parseNumber, 30)
  .option('--mapped', 'weighted, mapped to 0 to 1 and smoothed, without muted bands, as figures see them')
  .option('--edges <hz,hz,...>', 'edges of bands by hand', parseNumbers, [])
  .option('--mutes <n,n,...>', 'bands that give no mark, counted from 0', parseNumbers, [])
  .option('--weights <hz:dB,...>', 'points of the weights curve', weightPoints, []);
addFieldOptions(hear, earFields, { ...earStandard, fromHz: 20, toHz: 16000, bands: 32 });
hear.action((audio: string, options) =>
  run((services) => hearToCsv(services, audio, earOf(options), options as HearOptions)),
);

/** The ear that options describe. @throws Problem when it could not be in a film */
function earOf(options: Record<string, unknown>): Ear {
  const { edges, mutes, weights } = options;
  const scale = (edges as number[]).length > 0 ? { scale: 'hand' } : {};
  const ear = {
    ...earStandard,
    ...fieldValues(earFields, options),
    ...{ id: 'ear', name: '', edges, mutes, weights, ...scale },
  };
  return checked(earRecord, ear);
}

program
  .command('values')
  .description(
    'write the values of everything that moves in a film as CSV: a row for each frame, a column for each property',
  )
  .argument('<film>', 'id of a film, or path of a film.json')
  .requiredOption('--csv <file>', 'the table to write')
  .option('--fps <n>', 'frames per second; the film’s own when left out', parseNumber)
  .option('--from <s>', 'where to begin, in seconds', parseNumber)
  .option('--to <s>', 'where to end, in seconds', parseNumber)
  .action((name: string, options: ValuesOptions) =>
    run(async (services) => valuesToCsv(services, await openFilm(services, name), options)),
  );

const follow = program
  .command('follow')
  .description('write what followers do: values over time, onsets, or beats, by the ending of --out')
  .argument('<film or audio>', 'id of a film, path of a film.json, or an audio file to follow by the options')
  .requiredOption('--out <file>', 'the .csv, .json or .mid to write')
  .option('--rate <n>', 'rows per second; the film’s frame rate when left out', parseNumber)
  .option('--onsets <follower>', 'write the onsets of this follower of the film; of an audio file: any word')
  .option('--beats', 'write the beats of the film')
  .addOption(
    new Option('--preset <choice>', 'for an audio file: what to follow').choices(
      followerPresets.map(({ id }) => id),
    ),
  );
addFieldOptions(follow, followerFields, defaultFollower('follower', 'ear'));
follow.action((name: string, options) =>
  run(async (services) => {
    const isAudio = /\.(wav|aiff?|caf|mp3|m4a|aac|flac|ogg|opus|oga)$/i.test(name);
    const film = isAudio
      ? await filmOfSong(services, name, {}, followerOf(options.preset as string | undefined))
      : await openFilm(services, name);
    const onsets = isAudio && options.onsets ? 'follower' : options.onsets;
    await followToFile(services, film, { ...options, onsets, fps: options.rate });
  }),
);

/** A follower as a preset has it, changed by what was given. */
function followerOf(presetId: string | undefined): Follower {
  const preset = followerPresets.find(({ id }) => id === presetId);
  const standard = { ...defaultFollower('follower', 'ear', preset?.label), ...preset?.settings };
  return checked(followerRecord, { ...standard, ...givenValues(followerFields, follow) });
}

/** @throws Problem naming what is wrong with options */
function checked<R extends AnyRecord>(type: R, value: unknown): ValueOf<R> {
  try {
    return recordSchema(type).validateSync(value, { strict: true, abortEarly: false }) as ValueOf<R>;
  } catch (error) {
    throw new Problem('bad-request', (error as { errors: string[] }).errors.join('; ') + '.');
  }
}

await program.parseAsync();
