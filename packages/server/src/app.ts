import { Stream } from 'node:stream';
import { constants } from 'node:zlib';
import Router from '@koa/router';
import Koa, { type Middleware } from 'koa';
import compress from 'koa-compress';
import { type Logger } from 'pino';
import { noteLook } from './audit/note-looks.ts';
import { auditRoutes } from './audit/audit-routes.ts';
import { syncRoutes } from './changes/sync-routes.ts';
import { type Answerer, openAnswerer } from './checks/answerer.ts';
import { checkRoutes } from './checks/check-routes.ts';
import { recomputeBroughtBack, recomputeForHand } from './checks/correct-hand.ts';
import { consentRoutes } from './consents/consent-routes.ts';
import { type Database } from './database/database.ts';
import { type AppContext, type RequestState } from './http/context.ts';
import { believeProxies } from './http/client-address.ts';
import { type PublicOrigins, requireOwnHost } from './http/public-origin.ts';
import { uploadPlaces } from './exchange/file-upload.ts';
import { openPrinter, type Printer } from './printing/printer.ts';
import { answerErrors } from './http/errors.ts';
import { healthRoutes } from './http/health-routes.ts';
import { readJsonBody, requireFile } from './http/json-body.ts';
import { Later } from './http/later.ts';
import { notFound, Problem } from './problems/problem.ts';
import { limitRequests } from './http/request-rate.ts';
import { logRequests } from './http/request-log.ts';
import { AS_FILE, partsOf, type Route } from './http/route.ts';
import { requireSameOrigin } from './http/same-origin.ts';
import { securityHeaders } from './http/security-headers.ts';
import { serveWebApp } from './http/web-app.ts';
import { identityRoutes } from './identity/identity-routes.ts';
import { invitationRoutes } from './identity/invitation-routes.ts';
import { postRoutes } from './post/post-routes.ts';
import { passwordRoutes } from './identity/password-routes.ts';
import { requireActor } from './http/require-actor.ts';
import { recogniseSession } from './identity/session-cookie.ts';
import { signInLimits, type SignInLimits } from './identity/sign-in-limits.ts';
import { readingRoutes } from './exchange/readings/reading-routes.ts';
import { erasureRoutes } from './erasure/erasure-routes.ts';
import { NO_TOMBSTONES, type Tombstones } from './erasure/tombstones.ts';
import { exchangeRoutes } from './exchange/exchange-routes.ts';
import { mergeRoutes } from './exchange/merge/merge-routes.ts';
import { lessonRoutes } from './lessons/lesson-routes.ts';
import { lessonPageRoutes } from './pages/lesson-routes.ts';
import { studentHistoryRoutes } from './pages/student-routes.ts';
import { eyeRoutes } from './eye/eye-routes.ts';
import { recordRoutes } from './records/record-routes.ts';
import { seenJson, seenText } from '@lotrecht/records';
import { printRoutes } from './printing/print-routes.ts';
import { rosterRoutes } from './roster/roster-routes.ts';
import { settingsRoutes } from './settings/settings-routes.ts';
import { type GuessLimit, guessLimit } from './take-home/guess-limit.ts';
import { studentPageRoutes } from './take-home/student-page-routes.ts';
import { takeHomeRoutes } from './take-home/take-home-routes.ts';
import { studentRoutes } from './students/student-routes.ts';

/** What the app needs from outside. */
export interface AppDependencies {
  readonly db: Database;
  readonly logger: Logger;
  /** Where people reach this installation. */
  readonly origins: PublicOrigins;
  /** Who was erased, beyond the life of a database. Default: nothing is kept outside. */
  readonly tombstones?: Tombstones;
  readonly setupCode: string | undefined;
  readonly webRoot: string | undefined;
  /** Requests per device address and minute. */
  readonly requestsPerMinute: number;
  /** Proxies whose forwarded headers are believed, by address or network; none: nobody's are. */
  readonly trustedProxies: readonly string[];
  /** Default: a thread of its own, begun when it is first wanted. */
  readonly printer?: Printer;
  /** Default: threads of its own, begun when one is first wanted. */
  readonly answerer?: Answerer;
  /** What goes on behind answers; whoever closes the database waits for it. */
  readonly later?: Later;
  /** Whether the server is on its way down: connections are closed behind their answers. Default: never. */
  readonly draining?: () => boolean;
  /** Whether the database has every migration that this server knows. Default: it has. */
  readonly migrated?: () => boolean;
}

/** What the routes need of it. */
export type RouteDependencies = Pick<
  AppDependencies,
  'db' | 'origins' | 'tombstones' | 'setupCode' | 'migrated'
> & {
  readonly printer: Printer;
  readonly answerer: Answerer;
  readonly limits: SignInLimits;
  readonly guesses: GuessLimit;
  readonly later: Later;
};

/** Every route there is, as data. */
export function allRoutes({
  db,
  origins,
  printer,
  answerer,
  tombstones = NO_TOMBSTONES,
  setupCode,
  limits,
  guesses,
  later,
  migrated = () => true,
}: RouteDependencies): readonly Route[] {
  const uploads = uploadPlaces();
  return [
    ...healthRoutes(db, migrated),
    ...identityRoutes({ db, setupCode, limits }),
    ...passwordRoutes({ db, origins, limits, later }),
    ...invitationRoutes(db, origins),
    ...postRoutes(db),
    ...auditRoutes(db),
    ...syncRoutes(db),
    ...studentRoutes(db, recomputeForHand),
    ...studentHistoryRoutes(db),
    ...consentRoutes(db),
    ...rosterRoutes(db),
    ...exchangeRoutes(db),
    ...readingRoutes(db, uploads),
    ...mergeRoutes(db, uploads),
    ...erasureRoutes({ db, tombstones }),
    ...lessonRoutes(db, recomputeBroughtBack),
    ...lessonPageRoutes(db),
    ...checkRoutes(db, answerer),
    ...recordRoutes(db),
    ...eyeRoutes(db),
    ...settingsRoutes(db),
    ...printRoutes(printer),
    ...takeHomeRoutes({ db, origins, printer }),
    ...studentPageRoutes(db, guesses),
  ];
}

/** Builds the application without a socket; `main.ts` alone listens. */
export function createApp(deps: AppDependencies): Koa<RequestState> {
  const app = new Koa<RequestState>();
  // Believed headers are the only ones that are left.
  app.proxy = true;
  app.use(believeProxies(deps.trustedProxies));
  app.use(logRequests(deps.logger));
  app.use(closeBehindAnswers(deps.draining));
  app.use(securityHeaders());
  // Answers of a few kilobytes travel faster than they are compressed; files and long lists are worth it.
  app.use(compress({ threshold: 8192, br: { params: { [constants.BROTLI_PARAM_QUALITY]: 5 } } }));
  app.use(answerErrors());
  app.use(requireOwnHost(deps.origins));
  if (deps.webRoot !== undefined) app.use(serveWebApp(deps.webRoot));
  app.use(limitRequests(deps.requestsPerMinute));
  app.use(requireSameOrigin(deps.origins));
  app.use(waitForMigrations(deps.migrated));
  app.use(recogniseSession(deps.db));
  // Whoever stops listening in the middle of a file has done nothing wrong.
  app.on('error', (error: NodeJS.ErrnoException) => {
    if (!WENT_AWAY.has(error.code ?? '')) deps.logger.error({ err: error }, 'an answer broke off');
  });
  const router = new Router<RequestState>();
  const limits = signInLimits(deps.db);
  const guesses = guessLimit(deps.db);
  const printer = deps.printer ?? openPrinter();
  const answerer = deps.answerer ?? openAnswerer();
  const later = deps.later ?? new Later();
  for (const route of allRoutes({ ...deps, printer, answerer, limits, guesses, later })) {
    const readBody = route.body === undefined ? readJsonBody() : requireFile(route.body);
    const { method, path } = partsOf(route);
    router[method](path, guard(route), readBody as never, async (ctx) => {
      if (path.startsWith('/api/')) ctx.set('Cache-Control', 'no-store');
      const answer = await route.handle(ctx as unknown as AppContext);
      if (answer === null) ctx.status = 204;
      else if (answer !== AS_FILE) ctx.body = answer;
      await noteLook(deps.db, route.audit, ctx.state);
      writeOnce(ctx);
    });
  }
  app.use(router.routes() as never);
  app.use(async (ctx) => {
    if (ctx.path.startsWith('/api/')) throw notFound();
  });
  return app;
}

/**
 * An object would be written out by whoever asks for its length, and again by whoever sends it. What was kept before it
 * was refused and cannot be seen goes out to nobody, in lists, calendars and drawings alike.
 */
function writeOnce(ctx: Pick<Koa.Context, 'body'>): void {
  const body: unknown = ctx.body;
  if (typeof body === 'string') ctx.body = seenText(body);
  if (typeof body !== 'object' || body === null || Buffer.isBuffer(body) || body instanceof Stream) return;
  ctx.body = seenJson(body);
}

/** Whoever reads an answer has closed the connection. */
const WENT_AWAY: ReadonlySet<string> = new Set([
  'ERR_STREAM_PREMATURE_CLOSE',
  'ECONNRESET',
  'ECONNABORTED',
  'EPIPE',
]);

/** On the way down every answer says that it is the last of its connection: nobody sends into a closed one. */
function closeBehindAnswers(draining: () => boolean = () => false): Middleware<RequestState> {
  return async (ctx, next) => {
    await next();
    if (draining()) ctx.set('Connection', 'close');
  };
}

/** Half a schema answers nothing: until every migration is in, requests are told to come back. */
function waitForMigrations(migrated: () => boolean = () => true): Middleware<RequestState> {
  return async (ctx, next) => {
    if (ctx.path.startsWith('/api/') && !migrated()) {
      throw new Problem({
        status: 503,
        code: 'starting',
        title: 'The server is just starting. What you typed is kept on this device.',
        retryAfterS: 1,
      });
    }
    await next();
  };
}

function guard({ access }: Route): Middleware<RequestState> {
  return async (ctx, next) => {
    if (access !== 'public') {
      const actor = requireActor(ctx as unknown as AppContext);
      if (ctx.state.locked === true && access !== 'locked-too') {
        throw new Problem({
          status: 423,
          code: 'locked',
          title: 'This device is locked. Type your password to go on.',
        });
      }
      if (access === 'head' && actor.role !== 'head') {
        throw new Problem({ status: 403, code: 'head-only', title: 'Only the head instructor may do this.' });
      }
    }
    await next();
  };
}
