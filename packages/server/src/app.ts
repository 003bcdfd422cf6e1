import express, { Router, type Express } from 'express';
import helmet from 'helmet';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { packageRoutes } from './archive/packageRoutes';
import { assetRoutes } from './assets/assetRoutes';
import { limits } from './config';
import { exportRoutes } from './export/exportRoutes';
import { filmRoutes } from './films/filmRoutes';
import { fromData } from './http/fromData';
import { localOnly } from './http/localOnly';
import { noSuchRoute, sendProblem } from './http/problem';
import { footageRoutes } from './footage/footageRoutes';
import { imageRoutes } from './images/imageRoutes';
import { typefaceRoutes } from './typefaces/typefaceRoutes';
import { ffmpegVersion } from './media/ffmpeg';
import { recipeRoutes, songRoutes } from './recipes/recipeRoutes';
import { renderRoutes } from './render/renderRoutes';
import type { Services } from './services';
import { storageRoutes } from './storage/storageRoutes';
import { version } from './version';

/** The server's routes. @param webFolder the built interface */
export function createApp(services: Services, log: Logger, webFolder: string): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(pinoHttp({ logger: log, useLevel: 'debug' }));
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          // The transforms are WebAssembly.
          scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
          // Radix and sonner set style attributes and style elements.
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          objectSrc: ["'none'"],
          baseUri: ["'none'"],
          frameAncestors: ["'none'"],
          formAction: ["'self'"],
        },
      },
      // With it the workers may share memory.
      crossOriginEmbedderPolicy: true,
      strictTransportSecurity: false,
    }),
  );
  app.use(localOnly);
  app.use('/api', apiRoutes(services));
  serveInterface(app, webFolder);
  app.use(noSuchRoute);
  app.use(sendProblem);
  return app;
}

function apiRoutes({
  assets,
  images,
  footage,
  typefaces,
  films,
  thumbnails,
  renders,
  recipes,
  storage,
  folder,
}: Services): Router {
  const api = Router();
  api.get('/health', async (_request, response) => {
    const ffmpeg = await ffmpegVersion();
    response.json({ status: ffmpeg ? 'ok' : 'limited', version, ffmpeg: ffmpeg ?? null });
  });
  api.use('/assets', assetRoutes(assets));
  api.use('/images', imageRoutes(images));
  api.use('/footage', footageRoutes(footage, assets, folder));
  api.use('/typefaces', typefaceRoutes(typefaces));
  api.use(express.json({ limit: limits.filmBytes }));
  api.use('/films/:id/exports', exportRoutes(films));
  api.use('/films', packageRoutes({ assets, images, footage, typefaces }, films, folder));
  api.use('/films', filmRoutes(films, thumbnails));
  api.use('/renders', renderRoutes(renders, films));
  api.use('/storage', storageRoutes(storage));
  api.use('/recipes', recipeRoutes(recipes, films));
  api.use('/songs', songRoutes(recipes));
  api.use(noSuchRoute);
  return api;
}

function serveInterface(app: Express, folder: string): void {
  if (!existsSync(folder)) return;
  app.use(
    '/assets',
    express.static(join(folder, 'assets'), { ...fromData, immutable: true, maxAge: '365d' }),
  );
  app.use(express.static(folder, fromData));
  // Every other address is one of the interface's own, which it resolves itself.
  app.get(/^\/(?!api\/|assets\/)/, (_request, response) => {
    response.set('Cache-Control', 'no-cache').sendFile(join(folder, 'index.html'), fromData);
  });
}
