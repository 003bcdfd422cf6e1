import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { dataRoot, serverPort } from './config';
import { createDemo } from './demo';
import { PortTakenError, startServer } from './startServer';

/** The application: opens the data folder, fills it with the demo when asked, serves. */

const log = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' });
const webFolder = fileURLToPath(new URL('../../web/dist', import.meta.url));

try {
  const server = await startServer(dataRoot(), serverPort(), webFolder, log);
  if (process.argv.includes('--demo')) {
    await createDemo(server.services, (text) => console.log(text));
  }
  console.log(`Cyclogram is at ${server.url}`);
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.once(signal, () => void server.close().then(() => process.exit(0)));
  }
} catch (error) {
  if (!(error instanceof PortTakenError)) throw error;
  console.error(error.message);
  process.exitCode = 1;
}
