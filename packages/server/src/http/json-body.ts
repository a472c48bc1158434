import { bodyParser } from '@koa/bodyparser';
import { type Validator } from '@lotrecht/contract';
import { type AppContext, type AppMiddleware } from './context.ts';
import { Problem } from './problem.ts';

/** The largest body a request may carry: many times a full check. */
export const BODY_LIMIT = '512kb';

/** Reads JSON bodies, and only JSON. */
export function readJsonBody(): AppMiddleware {
  const parse = bodyParser({
    enableTypes: ['json'],
    jsonLimit: BODY_LIMIT,
    extendTypes: { json: ['application/json'] },
  }) as unknown as AppMiddleware;
  return async (ctx, next) => {
    if (ctx.method === 'GET' || ctx.method === 'DELETE') return next();
    if (ctx.request.length !== undefined && ctx.request.length > 0 && !ctx.is('application/json')) {
      throw new Problem({
        status: 415,
        code: 'not-json',
        title: 'Send JSON with Content-Type: application/json.',
      });
    }
    return parse(ctx, next);
  };
}

/** Lets a file of one type through as it comes, and only such. */
export function requireFile(type: string): AppMiddleware {
  return async (ctx, next) => {
    if (!ctx.is(type))
      throw new Problem({
        status: 415,
        code: 'other-type',
        title: `Send a file with Content-Type: ${type}.`,
      });
    return next();
  };
}

/** The request's body as its type. @throws DocumentRefused (answered 422) */
export function bodyOf<T>(ctx: AppContext, validate: Validator<T>): T {
  return validate((ctx.request as unknown as { body?: unknown }).body ?? null);
}
