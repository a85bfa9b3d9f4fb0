export {
  isUntouched,
  mergedTouched,
  patchedDossier,
  patchedShop,
  UNTOUCHED,
} from './patch.ts';
export type { PieceChange } from './routes/pieces.ts';
export { ROUTES } from './routes.ts';
export {
  type Changes,
  ChangesSchema,
  type JobChanges,
  type Rows,
  type Touched,
  type TouchedInput,
  type TouchedJob,
  TouchedSchema,
} from './shapes/changes.ts';
export * from './shapes/contract.ts';
export { PATHS, type RouteName } from './shapes/paths.ts';
export {
  addressed,
  type BodyOf,
  Done,
  type ParamsOf,
  type ResponseOf,
  type Route,
  type Sent,
} from './shapes/route.ts';
