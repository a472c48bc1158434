import { randomBytes } from 'node:crypto';
import helmet from 'koa-helmet';
import { type AppMiddleware } from './context.ts';

const YEAR_S = 31_536_000;

/**
 * Headers of every answer. Scripts and styles only from our own files; the component framework's own style elements
 * carry the nonce of the page. Nothing inline, nothing from elsewhere.
 */
export function securityHeaders(): AppMiddleware {
  return async (ctx, next) => {
    ctx.state.styleNonce = randomBytes(16).toString('base64');
    const set = helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'", `'nonce-${ctx.state.styleNonce}'`],
          fontSrc: ["'self'"],
          imgSrc: ["'self'", 'data:'],
          connectSrc: ["'self'"],
          manifestSrc: ["'self'"],
          workerSrc: ["'self'"],
          baseUri: ["'self'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
        },
      },
      crossOriginEmbedderPolicy: true,
      referrerPolicy: { policy: 'no-referrer' },
      strictTransportSecurity: ctx.secure ? { maxAge: YEAR_S } : false,
    });
    await set(ctx as never, next);
  };
}
