import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { said } from '@upholder/core/said';
import compression from 'compression';
import express, { type Express, type RequestHandler } from 'express';
import expressStaticGzip from 'express-static-gzip';
import helmet from 'helmet';
import type { App } from './context/app.ts';
import { changesOf } from './detail/changes.ts';
import { createCallLimit } from './http/callLimit.ts';
import { ApiError, createErrorHandler } from './http/errors.ts';
import { addressOfToday } from './http/oldPages.ts';
import { RouteTable } from './http/route.ts';
import { cutOffUnread } from './http/unread.ts';
import { addBackupRoutes } from './routes/backups.ts';
import { addChangesRoute } from './routes/changes.ts';
import { addClientRoutes } from './routes/clients.ts';
import { addElevationRoutes } from './routes/elevation.ts';
import { addFirstRunRoutes } from './routes/firstRun.ts';
import { addHandoverRoutes } from './routes/handover.ts';
import { addHealthRoute } from './routes/health.ts';
import { addInspectionRoutes } from './routes/inspection.ts';
import { addJobRoutes } from './routes/jobs.ts';
import { addLearningRoutes } from './routes/learning.ts';
import { addLiveRoute } from './routes/live.ts';
import { addLogRoutes } from './routes/log.ts';
import { addMappingRoutes } from './routes/mappings.ts';
import { addMixRoutes } from './routes/mixes.ts';
import { addPeopleRoutes } from './routes/people.ts';
import { addPhotoRoutes } from './routes/photos.ts';
import { addPieceRoutes } from './routes/pieces.ts';
import { addPlanRoutes } from './routes/plans.ts';
import { addPracticeRoutes } from './routes/practice.ts';
import { addProductsRoutes } from './routes/products.ts';
import { addSessionRoutes } from './routes/session.ts';
import { addShopRoutes } from './routes/shop.ts';
import { addSurveyRoutes } from './routes/survey.ts';
import { addSystemRoutes } from './routes/systems.ts';
import { addTransferRoutes } from './routes/transfer.ts';
import { addZoneRoutes } from './routes/zones.ts';
import { createSessionMiddleware } from './session/middleware.ts';
import type { Metrics } from './watch/metrics.ts';
import { createRequestLog } from './watch/requests.ts';

function createApi(app: App): express.Router {
  const api = express.Router();
  // Answers are for whoever asked, now: no cache on the way keeps them. What may be kept says so itself.
  api.use((_request, response, next) => {
    response.setHeader('Cache-Control', 'no-store');
    next();
  }, cutOffUnread);
  addHealthRoute(api, app);
  api.use(createSessionMiddleware(app.db, app.clock, app.config), createCallLimit(app.config.callsPerMinute));
  const routes = new RouteTable(api, app.config.checksAnswers === true, (shopId, touched) =>
    changesOf(app, shopId, touched),
  );
  api.use(addressOfToday);
  addPhotoRoutes(routes, api, app);
  const signsIn = addSessionRoutes(routes, app);
  addFirstRunRoutes(routes, api, app, signsIn);
  addPeopleRoutes(routes, app, signsIn);
  addClientRoutes(routes, app);
  addBackupRoutes(routes, api, app);
  addShopRoutes(routes, app);
  addProductsRoutes(routes, app);
  addSystemRoutes(routes, app);
  addJobRoutes(routes, app);
  addZoneRoutes(routes, app);
  addSurveyRoutes(routes, app);
  addPieceRoutes(routes, app);
  addElevationRoutes(routes, app);
  addMappingRoutes(routes, app);
  addPlanRoutes(routes, app);
  addMixRoutes(routes, app);
  addHandoverRoutes(routes, app);
  addInspectionRoutes(routes, app);
  addLearningRoutes(routes, app);
  addPracticeRoutes(routes, app);
  addLogRoutes(routes, app);
  addTransferRoutes(routes, api, app);
  addChangesRoute(routes, app);
  addLiveRoute(api, app);
  api.get('/openapi.json', (_request, response) => {
    response.json(routes.document(app.version));
  });
  api.use(() => {
    throw new ApiError('not-found', said('call.page-not-found'));
  });
  return api;
}

const YEAR_S = 365 * 86_400;

/** A browser that came encrypted comes encrypted from then on; one that did not is told nothing. */
const overTls: RequestHandler = (request, response, next) => {
  if (request.secure) response.setHeader('Strict-Transport-Security', `max-age=${YEAR_S}`);
  next();
};

/** Composes the server: headers, API, interface, errors. */
export function createExpress(app: App, metrics: Metrics): Express {
  const server = express();
  server.disable('x-powered-by');
  server.set('trust proxy', app.config.trustProxy);
  server.use(createRequestLog(app.log), metrics.timer);
  server.get('/metrics', metrics.page);
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
    overTls,
  );
  // Events go out one by one as they come; everything else is made smaller.
  server.use(
    '/api',
    compression({
      filter: (request, response) =>
        !request.path.startsWith('/live') && compression.filter(request, response),
    }),
    createApi(app),
  );
  const { webDist } = app.config;
  if (webDist !== '' && existsSync(webDist)) {
    const files = (folder: string, serveStatic: expressStaticGzip.ExpressStaticGzipOptions['serveStatic']) =>
      expressStaticGzip(folder, {
        enableBrotli: true,
        orderPreference: ['br', 'gz'],
        index: false,
        serveStatic,
      });
    server.use('/assets', files(join(webDist, 'assets'), { immutable: true, maxAge: '1y' }));
    server.use(files(webDist, { maxAge: 0 }));
    // Every other address is a page: the same shell, which asks again whether there is a newer one.
    const shell = files(webDist, {
      setHeaders: (response) => response.setHeader('Cache-Control', 'no-cache'),
    });
    server.get('/{*path}', (request, response, next) => {
      request.url = '/index.html';
      shell(request, response, next);
    });
  }
  server.use(createErrorHandler(app.log));
  return server;
}
