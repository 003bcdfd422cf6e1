import { fileURLToPath } from 'node:url';
import { dataRoot, serverPort } from './config';
import { FolderTakenError } from './db/folderLock';
import { createDemo } from './demo';
import { openLog } from './log';
import { PortTakenError, startServer } from './startServer';

/** The application: opens the data folder, fills it with the demo when asked, serves. */

/** Milliseconds after which the server ends in any case once it is told to. */
const longestEnd = 8000;

const log = openLog(dataRoot());
const webFolder = fileURLToPath(new URL('../../web/dist', import.meta.url));

try {
  const server = await startServer(dataRoot(), serverPort(), webFolder, log);
  if (process.argv.includes('--demo')) {
    await createDemo(server.services, (text) => console.log(text));
  }
  console.log(`Cyclogram is at ${server.url}`);
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.once(signal, () => {
      // A decoder in the middle of its work would keep the process from ending.
      setTimeout(() => process.kill(process.pid, 'SIGKILL'), longestEnd).unref();
      void server.close().then(() => process.exit(0));
    });
  }
} catch (error) {
  if (!(error instanceof PortTakenError || error instanceof FolderTakenError)) throw error;
  console.error(error.message);
  process.exitCode = 1;
}
