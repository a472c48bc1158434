import { allRoutes } from '../app.ts';
import { partsOf, type Route } from '../http/route.ts';

/** A route with the parts of its name. */
export type WalkedRoute = Route & ReturnType<typeof partsOf>;

/** Every route there is, as data: to be walked, and not to be handled. */
export const ROUTES: readonly WalkedRoute[] = allRoutes({
  db: undefined as never,
  limits: undefined as never,
  guesses: undefined as never,
  later: undefined as never,
  origins: undefined as never,
  printer: undefined as never,
  answerer: undefined as never,
  setupCode: undefined,
}).map((route) => ({ ...route, ...partsOf(route) }));
