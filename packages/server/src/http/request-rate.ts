import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import { type AppMiddleware } from './context.ts';
import { Problem } from '../problems/problem.ts';

/**
 * A ceiling on requests per device address and minute, far above any hand. Counted in this server alone: it protects
 * the process, not a secret.
 */
export function limitRequests(perMinute: number): AppMiddleware {
  const limiter = new RateLimiterMemory({ points: perMinute, duration: 60 });
  return async (ctx, next) => {
    try {
      await limiter.consume(ctx.ip);
    } catch (error) {
      if (!(error instanceof RateLimiterRes)) throw error;
      throw new Problem({
        status: 429,
        code: 'too-many-requests',
        title: 'Too many requests from this device. Wait a moment.',
        retryAfterS: Math.ceil(error.msBeforeNext / 1000),
      });
    }
    await next();
  };
}
