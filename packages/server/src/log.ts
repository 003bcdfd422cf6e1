import { join } from 'node:path';
import { multistream, pino, type Level, type Logger } from 'pino';
import { createStream } from 'rotating-file-stream';

/**
 * The server's log: warnings and errors where it was started, more in files of the data folder, of which the last five are
 * kept, 5 MB each.
 * @param root the data folder
 */
export function openLog(root: string): Logger {
  const files = createStream('cyclogram.log', { path: join(root, 'logs'), size: '5M', maxFiles: 5 });
  // A full disk must not end the server for its log.
  files.on('error', () => {});
  const level = (process.env['LOG_LEVEL'] ?? 'warn') as Level;
  return pino(
    { level: level === 'debug' || level === 'trace' ? level : 'info' },
    multistream([
      { level, stream: process.stdout },
      { level: 'info', stream: files },
    ]),
  );
}
