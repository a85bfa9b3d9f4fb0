import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { ClimateSource } from '@upholder/core/drying';
import express, { type Express } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import type { Clock } from './clock.ts';
import type { Config } from './config.ts';
import type { Database } from './db/database.ts';
import { addElevationRoutes } from './elevation/router.ts';
import { addHealthRoute } from './health/router.ts';
import { ApiError, createErrorHandler } from './http/errors.ts';
import { RouteTable } from './http/route.ts';
import { addJobRoutes } from './jobs/router.ts';
import type { LiveChannel } from './live/channel.ts';
import { addLiveRoute } from './live/router.ts';
import { addLogRoutes } from './log/router.ts';
import { addMappingRoutes } from './mappings/router.ts';
import { addPhotoRoutes } from './photos/router.ts';
import { addPieceRoutes } from './pieces/router.ts';
import { addPlanRoutes } from './plans/router.ts';
import type { PlanningThread } from './plans/thread.ts';
import { addPotRoutes } from './pots/router.ts';
import { createSessionMiddleware } from './session/middleware.ts';
import { addSessionRoutes } from './session/router.ts';
import { addShopRoutes } from './shop/router.ts';
import { addStoresRoutes } from './stores/router.ts';
import { addSystemRoutes } from './systems/router.ts';
import { addTransferRoutes } from './transfer/router.ts';
import { addZoneRoutes } from './zones/router.ts';
import { addSurveyRoutes } from './zones/surveyRouter.ts';

/** Everything the routes work with. */
export interface App {
  db: Database;
  clock: Clock;
  climate: ClimateSource;
  live: LiveChannel;
  planner: PlanningThread;
  config: Config;
  log: Logger;
  version: string;
}

const LARGEST_BODY = '8mb';
/** A job file may carry its pictures. */
const LARGEST_JOB_FILE = '120mb';

function createApi(app: App): express.Router {
  const api = express.Router();
  addHealthRoute(api, app);
  api.use(createSessionMiddleware(app.db, app.clock));
  const routes = new RouteTable(api);
  addPhotoRoutes(routes, api, app);
  api.use('/import/job', express.json({ limit: LARGEST_JOB_FILE }));
  api.use(express.json({ limit: LARGEST_BODY }));
  addSessionRoutes(routes, app);
  addShopRoutes(routes, app);
  addStoresRoutes(routes, app);
  addSystemRoutes(routes, app);
  addJobRoutes(routes, app);
  addZoneRoutes(routes, app);
  addSurveyRoutes(routes, app);
  addPieceRoutes(routes, app);
  addElevationRoutes(routes, app);
  addMappingRoutes(routes, app);
  addPlanRoutes(routes, app);
  addPotRoutes(routes, app);
  addLogRoutes(routes, app);
  addTransferRoutes(routes, api, app);
  addLiveRoute(api, app.live);
  api.get('/openapi.json', (_request, response) => {
    response.json(routes.document(app.version));
  });
  api.use(() => {
    throw new ApiError('not-found', 'There is nothing at this address.');
  });
  return api;
}

/** Composes the server: headers, API, interface, errors. */
export function createExpress(app: App): Express {
  const server = express();
  server.disable('x-powered-by');
  server.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: true,
        directives: {
          'upgrade-insecure-requests': null,
          'style-src': ["'self'", "'unsafe-inline'"],
          'worker-src': ["'self'", 'blob:'],
        },
      },
      strictTransportSecurity: false,
    }),
  );
  server.use('/api', createApi(app));
  const { webDist } = app.config;
  if (webDist !== '' && existsSync(webDist)) {
    server.use('/assets', express.static(join(webDist, 'assets'), { immutable: true, maxAge: '1y' }));
    server.use(express.static(webDist, { index: false, maxAge: 0 }));
    server.get('/{*path}', (_request, response) =>
      response.sendFile(join(webDist, 'index.html'), { headers: { 'Cache-Control': 'no-cache' } }),
    );
  }
  server.use(createErrorHandler(app.log));
  return server;
}
