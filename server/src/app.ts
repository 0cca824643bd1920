import { existsSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import express, { type Express } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { answerFault, Fault } from './faults.js';
import type { PictureStore } from './reference/picture-store.js';
import { fileRoutes } from './routes/file.js';
import { fitRoutes } from './routes/fit.js';
import { mapRoutes } from './routes/map.js';
import { referenceRoutes } from './routes/reference.js';
import { sheetRoutes } from './routes/sheets.js';
import type { CalibrationStore } from './store/calibrations.js';
import type { SizeStore } from './store/sizes.js';
import type { WorkStore } from './store/works.js';

export type AppParts = {
  works: WorkStore;
  pictures: PictureStore;
  sizes: SizeStore;
  calibrations: CalibrationStore;
  logger: Logger;
  webFolder: string;
};

/** A map of a large, busy picture is a few megabytes; this leaves room. */
const bodyLimit = '32mb';

/** The HTTP application: the JSON interface under /api, and the built web application for everything else. */
export function createApp({ works, pictures, sizes, calibrations, logger, webFolder }: AppParts): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(pinoHttp({ logger, autoLogging: { ignore: (request) => request.method === 'GET' } }));
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          // Ant Design writes its styles into the page.
          styleSrc: ["'self'", "'unsafe-inline'"],
          fontSrc: ["'self'", 'data:'],
          workerSrc: ["'self'", 'blob:'],
          upgradeInsecureRequests: null,
        },
      },
      // Served over plain HTTP on the loopback address.
      strictTransportSecurity: false,
    }),
  );
  // Scripts, styles and maps shrink to a fraction on their way to a tablet.
  app.use(compression());
  app.use('/api', express.json({ limit: bodyLimit }));
  app.use(
    '/api',
    referenceRoutes(pictures),
    fileRoutes(works, pictures),
    fitRoutes(sizes),
    mapRoutes(works),
    sheetRoutes(works, pictures, calibrations),
  );
  app.use('/api', () => {
    throw new Fault(404, 'not-found', 'There is nothing at this address.');
  });
  app.use(express.static(webFolder, { index: false, maxAge: '1h' }));
  // Every other address belongs to the web application's own routes.
  app.get('/{*path}', (_request, response) => {
    const page = join(webFolder, 'index.html');
    if (!existsSync(page))
      throw new Fault(503, 'not-built', 'The web application is not built yet. Run npm start.');
    response.sendFile(page, { dotfiles: 'allow', headers: { 'Cache-Control': 'no-cache' } });
  });
  app.use(answerFault);
  return app;
}
