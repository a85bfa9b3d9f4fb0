export type { PieceChange } from './routes/pieces.ts';
export { ROUTES } from './routes.ts';
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
