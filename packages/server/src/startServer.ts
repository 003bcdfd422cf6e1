import { mkdirSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Logger } from 'pino';
import { createApp } from './app';
import { lockFolder } from './db/folderLock';
import { sweep } from './incoming/sweep';
import { openServices, type Services } from './services';

export interface RunningServer {
  url: string;
  services: Services;
  close(): Promise<void>;
}

/** A port that is taken, said in a sentence. */
export class PortTakenError extends Error {
  constructor(port: number) {
    super(
      `Port ${port} is taken by another program. Close it, or choose another port: PORT=${port + 1} npm run demo`,
    );
  }
}

/**
 * Starts the application on 127.0.0.1.
 * @param port 0 for any free one
 * @throws PortTakenError, FolderTakenError
 */
export async function startServer(
  root: string,
  port: number,
  webFolder: string,
  log: Logger,
): Promise<RunningServer> {
  mkdirSync(root, { recursive: true });
  const unlock = lockFolder(root);
  const services = await openServices(root, log).catch((error: unknown) => {
    unlock();
    throw error;
  });
  await sweep(services.folder);
  const server = createServer(createApp(services, log, webFolder));
  try {
    await listen(server, port);
  } catch (error) {
    await services.close();
    unlock();
    throw error;
  }
  await services.renders.start();
  services.storage.start();
  return {
    url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    services,
    async close() {
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
      await services.close();
      unlock();
    },
  };
}

function listen(server: Server, port: number): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) =>
      reject(error.code === 'EADDRINUSE' ? new PortTakenError(port) : error),
    );
    server.listen(port, '127.0.0.1', resolve);
  });
}
