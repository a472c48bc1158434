import { randomBytes } from 'node:crypto';
import helmet from 'koa-helmet';
import { type AppMiddleware } from './context.ts';

const YEAR_S = 31_536_000;

/** Scripts and styles only from our own files; nothing inline but style elements that carry the page's nonce. */
function contentPolicy(styleNonce: string): string {
  return [
    "default-src 'none'",
    "script-src 'self'",
    `style-src 'self' 'nonce-${styleNonce}'`,
    "font-src 'self'",
    "img-src 'self' data:",
    "connect-src 'self'",
    "manifest-src 'self'",
    "worker-src 'self'",
    "base-uri 'self'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
}

/** What matters for answers that are no page: they load nothing, are framed nowhere and are read as what they are. */
const NO_PAGE = {
  'Content-Security-Policy': "default-src 'none'; frame-ancestors 'none'",
  'X-Content-Type-Options': 'nosniff',
  'Cross-Origin-Resource-Policy': 'same-origin',
  'Referrer-Policy': 'no-referrer',
};

/** Headers of every answer. */
export function securityHeaders(): AppMiddleware {
  const usual = helmet({
    contentSecurityPolicy: false,
    crossOriginEmbedderPolicy: true,
    referrerPolicy: { policy: 'no-referrer' },
    strictTransportSecurity: false,
  });
  return async (ctx, next) => {
    if (ctx.secure) ctx.set('Strict-Transport-Security', `max-age=${YEAR_S}`);
    if (ctx.path.startsWith('/api/')) {
      ctx.set(NO_PAGE);
      return next();
    }
    ctx.state.styleNonce = randomBytes(16).toString('base64');
    ctx.set('Content-Security-Policy', contentPolicy(ctx.state.styleNonce));
    return usual(ctx as never, next);
  };
}
