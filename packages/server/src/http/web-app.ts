import { readFile } from 'node:fs/promises';
import path from 'node:path';
import send from 'koa-send';
import { type AppMiddleware } from './context.ts';

/** Files whose name carries a hash of their content never change. */
const HASHED = /-[A-Z0-9]{8}\.[a-z0-9]+$/;

/** Paths that are routes and never files. */
const OURS = /^\/(api|health)\//;

/**
 * Serves the built web application: hashed files for ever, and the page, fresh and with its nonce, for every address
 * that is a view of it.
 */
export function serveWebApp(root: string): AppMiddleware {
  let page: string | undefined;
  return async (ctx, next) => {
    if (OURS.test(ctx.path)) return next();
    if (ctx.method !== 'GET' && ctx.method !== 'HEAD') return;
    const isFile = path.extname(ctx.path) !== '';
    if (!isFile) {
      page ??= await readFile(path.join(root, 'index.html'), 'utf8');
      ctx.set('Cache-Control', 'no-store');
      ctx.type = 'text/html; charset=utf-8';
      ctx.body = page.replace('<lo-app>', `<lo-app ngCspNonce="${ctx.state.styleNonce}">`);
      return;
    }
    ctx.set(
      'Cache-Control',
      isFile && HASHED.test(ctx.path) ? 'public, max-age=31536000, immutable' : 'no-cache',
    );
    try {
      await send(ctx as never, ctx.path, { root });
    } catch (error) {
      const { status } = error as { status?: number };
      if (status === undefined || status >= 500) throw error;
      ctx.remove('Cache-Control');
      ctx.status = 404;
    }
  };
}
