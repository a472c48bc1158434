import { type AppMiddleware } from './context.ts';
import { type PublicOrigins } from './public-origin.ts';
import { Problem } from '../problems/problem.ts';

const SAFE_METHODS = new Set(['GET', 'HEAD', 'OPTIONS']);

/** A header that no form or image of another site can set without a preflight, which is never answered. */
const REQUESTED_BY_HEADER = 'x-requested-by';

/**
 * Defence against cross-site requests, beside the SameSite cookie: a change must come from our own pages.
 *
 * The origin is compared with ours where the browser tells it; the header is asked for always.
 */
export function requireSameOrigin({ all }: PublicOrigins): AppMiddleware {
  return async (ctx, next) => {
    if (!SAFE_METHODS.has(ctx.method)) {
      const origin = ctx.get('origin');
      const fetchSite = ctx.get('sec-fetch-site');
      const foreign =
        (origin !== '' && !all.includes(origin)) ||
        (fetchSite !== '' && fetchSite !== 'same-origin' && fetchSite !== 'none') ||
        ctx.get(REQUESTED_BY_HEADER) !== 'lotrecht';
      if (foreign) {
        throw new Problem({
          status: 403,
          code: 'cross-site',
          title: 'This request did not come from the application itself.',
        });
      }
    }
    await next();
  };
}
