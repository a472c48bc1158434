import { bodyParser } from '@koa/bodyparser';
import { type Validator } from '@lotrecht/records';
import { type AppContext, type AppMiddleware } from './context.ts';
import { Problem } from '../problems/problem.ts';

/** The largest body a request may carry: many times a full check. */
const BODY_LIMIT = '512kb';

/** JSON, and what changes a part of it (RFC 7396). */
const JSON_TYPES = ['application/json', 'application/merge-patch+json'] as const;

/** Reads JSON bodies, and only JSON. */
export function readJsonBody(): AppMiddleware {
  const parse = bodyParser({
    enableTypes: ['json'],
    jsonLimit: BODY_LIMIT,
    extendTypes: { json: [...JSON_TYPES] },
  }) as unknown as AppMiddleware;
  return async (ctx, next) => {
    if (ctx.method === 'GET' || ctx.method === 'DELETE') return next();
    if (ctx.request.length !== undefined && ctx.request.length > 0 && !ctx.is([...JSON_TYPES])) {
      throw new Problem({
        status: 415,
        code: 'not-json',
        title: 'Send JSON with Content-Type: application/json.',
      });
    }
    requireUnpacked(ctx);
    await inTime(parse(ctx, async () => undefined));
    requireShallow((ctx.request as unknown as { body?: unknown }).body);
    return next();
  };
}

/** Our pages pack nothing; what is packed may be broken, of a kind that is not known, or a thousand times as large. */
function requireUnpacked(ctx: Pick<AppContext, 'get'>): void {
  const encoding = ctx.get('content-encoding');
  if (encoding === '' || encoding === 'identity') return;
  const title = 'What was sent is packed. Send it as it is, without Content-Encoding.';
  throw new Problem({ status: 415, code: 'packed', title });
}

/** Deeper than anything of ours nests. */
const DEEPEST = 64;

/** What nests without end would end whoever walks through it. @throws Problem 422 */
function requireShallow(body: unknown): void {
  let level: unknown[] = [body];
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > DEEPEST) {
      const title = `What was sent nests deeper than ${DEEPEST} levels; nothing of ours does.`;
      throw new Problem({ status: 422, code: 'too-deep', title });
    }
    level = level.flatMap((value) =>
      typeof value === 'object' && value !== null ? (Object.values(value) as unknown[]) : [],
    );
  }
}

/** A body that dribbles in is waited for so long. */
const BODY_PATIENCE_MS = 30_000;

async function inTime(parsed: Promise<void>): Promise<void> {
  let timer: NodeJS.Timeout | undefined;
  const tooLate = new Promise<never>((_resolve, reject) => {
    const late = {
      status: 408,
      code: 'too-slow',
      title: 'What was sent did not arrive in time. Send it again.',
    };
    timer = setTimeout(() => reject(new Problem(late)), BODY_PATIENCE_MS);
  });
  try {
    await Promise.race([parsed, tooLate]);
  } finally {
    clearTimeout(timer);
    parsed.catch(() => undefined);
  }
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
