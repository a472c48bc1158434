import { type AppMiddleware } from './context.ts';

const FORWARDED = ['x-forwarded-for', 'x-forwarded-proto', 'x-forwarded-host', 'forwarded'];

/**
 * Forwarded headers count only from the one proxy that is trusted; from anyone else they are taken away, so that no
 * device can say it is another, or that it came by HTTPS.
 */
export function believeProxy(trustedProxy: string | undefined): AppMiddleware {
  return async (ctx, next) => {
    const from = (ctx.req.socket.remoteAddress ?? '').replace(/^::ffff:/, '');
    if (trustedProxy === undefined || from !== trustedProxy) {
      for (const header of FORWARDED) Reflect.deleteProperty(ctx.req.headers, header);
    }
    await next();
  };
}
