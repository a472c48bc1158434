import { HttpErrorResponse } from '@angular/common/http';
import { type Refusal } from '@lotrecht/contract';

/** What a failed request says, for showing to a person. */
export interface ApiProblem {
  /** 0 when no answer came at all. */
  readonly status: number;
  readonly code: string;
  readonly title: string;
  readonly errors: readonly Refusal[];
  /** The stored state, with a conflict. */
  readonly current?: unknown;
}

/** Any error of a request as a problem that can be shown. */
export function toProblem(error: unknown): ApiProblem {
  if (!(error instanceof HttpErrorResponse)) throw error;
  if (error.status === 0) {
    return {
      status: 0,
      code: 'no-connection',
      title: 'No connection to the server. What you typed is kept on this device.',
      errors: [],
    };
  }
  const body = (error.error ?? {}) as Partial<ApiProblem>;
  return {
    status: error.status,
    code: body.code ?? 'unknown',
    title: body.title ?? `The server answered ${error.status}.`,
    errors: body.errors ?? [],
    current: body.current,
  };
}
