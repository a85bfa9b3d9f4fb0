import { changesRoutes } from './routes/changes.ts';
import { elevationRoutes } from './routes/elevation.ts';
import { handoverRoutes } from './routes/handover.ts';
import { inspectionRoutes } from './routes/inspection.ts';
import { jobsRoutes } from './routes/jobs.ts';
import { keepingRoutes } from './routes/keeping.ts';
import { learningRoutes } from './routes/learning.ts';
import { logRoutes } from './routes/log.ts';
import { mappingsRoutes } from './routes/mappings.ts';
import { mixesRoutes } from './routes/mixes.ts';
import { peopleRoutes } from './routes/people.ts';
import { photosRoutes } from './routes/photos.ts';
import { piecesRoutes } from './routes/pieces.ts';
import { plansRoutes } from './routes/plans.ts';
import { practiceRoutes } from './routes/practice.ts';
import { productsRoutes } from './routes/products.ts';
import { sessionRoutes } from './routes/session.ts';
import { shopRoutes } from './routes/shop.ts';
import { surveyRoutes } from './routes/survey.ts';
import { systemsRoutes } from './routes/systems.ts';
import { transferRoutes } from './routes/transfer.ts';
import { zonesRoutes } from './routes/zones.ts';

/** Every call that the server takes as JSON, declared once: server, web and the published description are made from it. */
export const ROUTES = {
  ...changesRoutes,
  ...elevationRoutes,
  ...handoverRoutes,
  ...inspectionRoutes,
  ...jobsRoutes,
  ...keepingRoutes,
  ...learningRoutes,
  ...logRoutes,
  ...mappingsRoutes,
  ...peopleRoutes,
  ...photosRoutes,
  ...piecesRoutes,
  ...plansRoutes,
  ...practiceRoutes,
  ...mixesRoutes,
  ...sessionRoutes,
  ...shopRoutes,
  ...productsRoutes,
  ...surveyRoutes,
  ...systemsRoutes,
  ...transferRoutes,
  ...zonesRoutes,
};
