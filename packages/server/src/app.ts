import Router from '@koa/router';
import Koa, { type Middleware } from 'koa';
import compress from 'koa-compress';
import helmet from 'koa-helmet';
import { type Logger } from 'pino';
import { checkRoutes } from './checks/check-routes.ts';
import { type Database } from './database/database.ts';
import { type AppContext, type RequestState } from './http/context.ts';
import { answerErrors } from './http/errors.ts';
import { healthRoutes } from './http/health-routes.ts';
import { readJsonBody } from './http/json-body.ts';
import { notFound, Problem } from './http/problem.ts';
import { logRequests } from './http/request-log.ts';
import { type Route } from './http/route.ts';
import { requireSameOrigin } from './http/same-origin.ts';
import { SECURITY_HEADERS } from './http/security-headers.ts';
import { serveWebApp } from './http/web-app.ts';
import { identityRoutes } from './identity/identity-routes.ts';
import { recogniseSession, requireActor } from './identity/session-cookie.ts';
import { lessonRoutes } from './lessons/lesson-routes.ts';
import { studentRoutes } from './students/student-routes.ts';

/** What the app needs from outside. */
export interface AppDependencies {
  readonly db: Database;
  readonly logger: Logger;
  readonly setupCode: string | undefined;
  readonly webRoot: string | undefined;
}

/** Every route there is, as data. */
export function allRoutes({ db, setupCode }: Pick<AppDependencies, 'db' | 'setupCode'>): readonly Route[] {
  return [
    ...healthRoutes(db),
    ...identityRoutes(db, setupCode),
    ...studentRoutes(db),
    ...lessonRoutes(db),
    ...checkRoutes(db),
  ];
}

/** Builds the application without a socket; `main.ts` alone listens. */
export function createApp(deps: AppDependencies): Koa<RequestState> {
  const app = new Koa<RequestState>();
  app.use(logRequests(deps.logger));
  app.use(helmet(SECURITY_HEADERS));
  app.use(compress({ threshold: 1024 }));
  app.use(answerErrors());
  if (deps.webRoot !== undefined) app.use(serveWebApp(deps.webRoot));
  app.use(requireSameOrigin());
  app.use(recogniseSession(deps.db));
  const router = new Router<RequestState>();
  for (const route of allRoutes(deps)) {
    router[route.method](route.path, guard(route), readJsonBody() as never, async (ctx) => {
      if (route.path.startsWith('/api/')) ctx.set('Cache-Control', 'no-store');
      await route.handle(ctx as unknown as AppContext);
    });
  }
  app.use(router.routes() as never);
  app.use(async (ctx) => {
    if (ctx.path.startsWith('/api/')) throw notFound();
  });
  return app;
}

function guard({ access }: Route): Middleware<RequestState> {
  return async (ctx, next) => {
    if (access !== 'public') {
      const actor = requireActor(ctx as unknown as AppContext);
      if (access === 'head' && actor.role !== 'head') {
        throw new Problem({ status: 403, code: 'head-only', title: 'Only the head instructor may do this.' });
      }
    }
    await next();
  };
}
