import { DocumentRefused } from '@lotrecht/records';
import { hasNoRoom, isBusy, isUnreachable } from '../database/trouble.ts';
import { type AppMiddleware } from './context.ts';
import { Problem, type ProblemDetail } from '../problems/problem.ts';

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
  if (isBusy(error)) {
    return {
      status: 503,
      code: 'busy',
      title: 'Others were in the way. Nothing was saved; what you typed is kept on this device. Try again.',
      retryAfterS: 1,
    };
  }
  if (hasNoRoom(error)) {
    return {
      status: 503,
      code: 'no-room',
      title: 'The server’s disk is full. Nothing was saved; what you typed is kept on this device.',
      retryAfterS: 30,
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

/** In the log alone: it is sent to nobody. */
const CLIENT_GONE = 400;

/** The one place where an error becomes an answer, and the one place where it is logged. */
export function answerErrors(): AppMiddleware {
  return async (ctx, next) => {
    try {
      await next();
    } catch (error) {
      // Whoever went away in the middle of what they sent hears nothing, and nothing is wrong here.
      if (ctx.req.destroyed && !ctx.req.complete) {
        ctx.state.log.info('the client went away');
        ctx.status = CLIENT_GONE;
        return;
      }
      const { status, retryAfterS, ...rest } = toDetail(error);
      if (status >= 500) ctx.state.log.error({ err: error }, 'request failed');
      // What is left of a body that did not arrive is not read as another request.
      if (status === 408 || status === 413) ctx.set('Connection', 'close');
      if (retryAfterS !== undefined) ctx.set('Retry-After', String(retryAfterS));
      ctx.status = status;
      ctx.body = { status, ...rest, requestId: ctx.state.requestId };
      ctx.type = 'application/problem+json';
    }
  };
}
