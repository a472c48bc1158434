import { allRoutes } from '../app.ts';
import { type Route } from '../http/route.ts';

/** Every route there is, as data: to be walked, and not to be handled. */
export const ROUTES: readonly Route[] = allRoutes({
  db: undefined as never,
  limits: undefined as never,
  guesses: undefined as never,
  later: undefined as never,
  origins: undefined as never,
  printer: undefined as never,
  answerer: undefined as never,
  setupCode: undefined,
});
