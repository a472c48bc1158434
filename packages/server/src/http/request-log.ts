import { randomUUID } from 'node:crypto';
import { type Logger } from 'pino';
import { type AppMiddleware } from './context.ts';

/** Tokens of one-time links and of calendars are secrets that stand in the path. */
function withoutSecrets(path: string): string {
  return path.replace(/^(\/(?:api\/links|api\/calendars|link)\/).+/, '$1…');
}

/** Gives each request an id and one structured line in the log. Paths are logged without their query. */
export function logRequests(logger: Logger): AppMiddleware {
  return async (ctx, next) => {
    const startedAt = performance.now();
    ctx.state.requestId = randomUUID();
    ctx.state.log = logger.child({ requestId: ctx.state.requestId });
    ctx.set('X-Request-Id', ctx.state.requestId);
    await next();
    ctx.state.log.info(
      {
        method: ctx.method,
        path: withoutSecrets(ctx.path),
        status: ctx.status,
        ms: Math.round(performance.now() - startedAt),
        instructorId: ctx.state.actor?.instructorId,
        // Where it came from, where something was refused.
        ...(ctx.status >= 400 && { ip: ctx.ip }),
      },
      'request',
    );
  };
}
