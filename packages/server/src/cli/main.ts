import { Command, InvalidArgumentError } from 'commander';
import { pino } from 'pino';
import { dataRoot } from '../config';
import { toProblem } from '../http/problem';
import { openServices, type Services } from '../services';
import { version } from '../version';
import { drawFrame } from './drawFrame';
import { hearToCsv, type HearOptions } from './hearToCsv';
import { renderFilm } from './renderFilm';

/** The command line: the same code as the server's, without the interface. */

const log = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' }, pino.destination(2));

const number = (text: string) => {
  const value = Number(text);
  if (text.trim() === '' || !Number.isFinite(value)) throw new InvalidArgumentError('It must be a number.');
  return value;
};

const size = (text: string) => {
  const match = /^(\d+)x(\d+)$/i.exec(text);
  if (!match) throw new InvalidArgumentError('It must look like 1920x1080.');
  return { width: Number(match[1]), height: Number(match[2]) };
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
    console.error(`${problem.title}: ${problem.detail}`);
    process.exitCode = 1;
  } finally {
    await services?.close();
  }
}

const program = new Command('cyclogram').description('Turns songs into music videos.').version(version);

program
  .command('render')
  .description('render a film to an MP4 file')
  .argument('<film>', 'id of a film, or path of a film.json')
  .requiredOption('--out <file>', 'the video to write')
  .option('--from <seconds>', 'start of the part to render', number)
  .option('--to <seconds>', 'end of the part to render', number)
  .option('--size <WxH>', 'size in pixels; the film’s when left out', size)
  .option('--fps <n>', 'frames per second; the film’s when left out', number)
  .action((film: string, options) => run((services) => renderFilm(services, film, options)));

program
  .command('frame')
  .description('write one frame of a film as PNG: the frame that is on the screen at that time')
  .argument('<film>', 'id of a film, or path of a film.json')
  .requiredOption('--at <seconds>', 'time in the film', number)
  .requiredOption('--out <file>', 'the picture to write')
  .option('--size <WxH>', 'size in pixels; the film’s when left out', size)
  .option('--fps <n>', 'frames per second; the film’s when left out', number)
  .action((film: string, options) => run((services) => drawFrame(services, film, options)));

program
  .command('hear')
  .description('write the band levels of a song as CSV, in dBFS before any mapping')
  .argument('<audio>', 'an audio file')
  .requiredOption('--csv <file>', 'the table to write')
  .option('--from <hz>', 'lower end of the range', number, 20)
  .option('--to <hz>', 'upper end of the range', number, 16000)
  .option('--bands <n>', 'number of bands', number, 32)
  .option('--scale <scale>', 'linear, log or mel', 'log')
  .option('--window <ms>', 'length of the window', number, 85)
  .option('--fps <n>', 'rows per second', number, 30)
  .action((audio: string, options: HearOptions) => run((services) => hearToCsv(services, audio, options)));

await program.parseAsync();
