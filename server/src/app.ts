import { existsSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import express, { type Express } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { accessRoutes, guardDevices, type Beyond } from './access/access.js';
import { Guests } from './access/guests.js';
import { guardNames, guardOrigin, guardPath } from './access/guard.js';
import { AwaitedPhotographs } from './check/awaited-photographs.js';
import { answerFaults, Fault } from './faults.js';
import { checkRoutes, phoneRoutes } from './routes/check.js';
import { fileRoutes } from './routes/file.js';
import { fitRoutes } from './routes/fit.js';
import { keepRoutes } from './routes/keep.js';
import { mapRoutes } from './routes/map.js';
import { referenceRoutes } from './routes/reference.js';
import { sheetRoutes } from './routes/sheets.js';
import { planRoutes } from './routes/plan.js';
import { practiceRoutes } from './routes/practice.js';
import { supplyRoutes } from './routes/supplies.js';
import { transferRoutes } from './routes/transfer.js';
import type { OpenFile } from './open-file.js';

export type AppParts = Omit<OpenFile, 'lock' | 'close'> & {
  logger: Logger;
  webFolder: string;
  /** Named where it cannot be written. */
  dataFolder: string;
  /** Names requests may be addressed to. */
  names: ReadonlySet<string>;
  /** How other devices get in; null where only this computer does. */
  beyond: Beyond | null;
};

/** A map of a large, busy picture is a few megabytes; this leaves room. */
const bodyLimit = '32mb';

/** The HTTP application: the JSON interface under /api, and the built web application for everything else. */
export function createApp(parts: AppParts): Express {
  const { pictures, sizes, setUps, answers, maps, works, logger, webFolder, names, beyond } = parts;
  const awaited = new AwaitedPhotographs();
  const guests = new Guests();
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
          frameAncestors: ["'none'"],
          upgradeInsecureRequests: null,
        },
      },
      // Served over plain HTTP on the loopback address.
      strictTransportSecurity: false,
    }),
  );
  app.use((_request, response, next) => {
    response.set('Permissions-Policy', 'camera=(self), geolocation=(), microphone=(), payment=(), usb=()');
    next();
  });
  app.use(guardNames(names));
  // Scripts, styles and maps shrink to a fraction on their way to a tablet.
  app.use(compression());
  app.use(
    '/api',
    guardPath,
    guardOrigin,
    accessRoutes(beyond, guests),
    phoneRoutes(awaited, pictures),
    guardDevices(beyond, guests),
    express.json({ limit: bodyLimit }),
  );
  app.use(
    '/api',
    referenceRoutes(pictures),
    transferRoutes({ works, setUps, guests, beyond }),
    fileRoutes(parts),
    supplyRoutes(parts),
    planRoutes(parts),
    practiceRoutes(answers),
    fitRoutes(sizes),
    mapRoutes(maps),
    checkRoutes({ awaited, works, beyond }),
    sheetRoutes(parts),
    keepRoutes(parts),
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
  app.use(answerFaults(parts.dataFolder));
  return app;
}
