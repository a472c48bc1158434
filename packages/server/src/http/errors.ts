import { DocumentRefused } from '@lotrecht/contract';
import { isUnreachable } from '../database/database.ts';
import { type AppMiddleware } from './context.ts';
import { Problem, type ProblemDetail } from './problem.ts';

function toDetail(error: unknown): ProblemDetail {
  if (error instanceof Problem) return error.detail;
  if (error instanceof DocumentRefused) {
    return {
      status: 422,
      code: 'refused',
      title: 'Something in what was sent does not fit.',
      errors: error.refusals,
    };
  }
  if (isUnreachable(error)) {
    return {
      status: 503,
      code: 'database-away',
      title: 'The database cannot be reached. Nothing was saved; what you typed is kept on this device.',
      retryAfterS: 2,
    };
  }
  const status = (error as { status?: number; expose?: boolean } | null)?.status;
  if (status === 413) {
    return { status, code: 'too-large', title: 'What was sent is too large.' };
  }
  if (status === 400) {
    return { status, code: 'malformed', title: 'What was sent is not valid JSON.' };
  }
  return {
    status: 500,
    code: 'internal',
    title: 'Something went wrong on the server. What you typed is kept on this device.',
  };
}

/** The one place where an error becomes an answer, and the one place where it is logged. */
export function answerErrors(): AppMiddleware {
  return async (ctx, next) => {
    try {
      await next();
    } catch (error) {
      const { status, retryAfterS, ...rest } = toDetail(error);
      if (status >= 500) ctx.state.log.error({ err: error }, 'request failed');
      if (retryAfterS !== undefined) ctx.set('Retry-After', String(retryAfterS));
      ctx.status = status;
      ctx.body = { status, ...rest, requestId: ctx.state.requestId };
      ctx.type = 'application/problem+json';
    }
  };
}
