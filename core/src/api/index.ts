export {
  isUntouched,
  mergedTouched,
  patchedDetail,
  patchedShop,
  UNTOUCHED,
} from './patch.ts';
export { type NewShop, NewShopSchema } from './routes/keeping.ts';
export type { PieceChange } from './routes/pieces.ts';
export { ROUTES } from './routes.ts';
export { ACCESS, type Access, asksPassword, mayCall } from './shapes/access.ts';
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
export { type CallName, PATHS, RAW_PATHS, type RouteName } from './shapes/paths.ts';
export * from './shapes/people.ts';
export {
  addressed,
  type BodyOf,
  EmptyResponse,
  type ParamsOf,
  type ResponseOf,
  type Route,
  type Sent,
} from './shapes/route.ts';
