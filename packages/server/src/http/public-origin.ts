import { type AppMiddleware } from './context.ts';
import { Problem } from '../problems/problem.ts';

/** Where people reach this installation. Nothing of a request decides it. */
export interface PublicOrigins {
  /** What links in letters begin with, e.g. `https://tee.example:8443`. */
  readonly letters: string;
  /** Every origin that pages are opened under; letters' among them. */
  readonly all: readonly string[];
}

/** Answers nobody who asks for another host: a name of theirs that points here gets no page and no answer. */
export function requireOwnHost({ all }: PublicOrigins): AppMiddleware {
  const hosts = new Set(all.map((origin) => new URL(origin).host));
  return async (ctx, next) => {
    // Who looks after the servers asks by address.
    if (!ctx.path.startsWith('/health/') && !hosts.has((ctx.req.headers.host ?? '').toLowerCase())) {
      throw new Problem({
        status: 421,
        code: 'other-host',
        title: `Lotrecht is not served under this name. Open ${all[0] ?? 'its own address'}.`,
      });
    }
    await next();
  };
}
