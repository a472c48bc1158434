import { HttpErrorResponse } from '@angular/common/http';
import { type Refusal } from '@lotrecht/records';

/** What a failed request says, for showing to a person. */
export interface ApiProblem {
  /** 0 when no answer came at all, -1 when the trouble was in this browser. */
  readonly status: number;
  readonly code: string;
  readonly title: string;
  readonly errors: readonly Refusal[];
  /** The stored state, with a conflict, and the kind of record it is of. */
  readonly current?: unknown;
  readonly kind?: string | undefined;
}

/** Any error as a problem that can be shown: of a request, or of this browser itself. */
export function toProblem(error: unknown): ApiProblem {
  if (isProblem(error)) return error;
  if (!(error instanceof HttpErrorResponse)) {
    // Said where it happened, and still seen by whoever looks for faults.
    reportError(error);
    return {
      status: -1,
      code: 'in-the-browser',
      title: 'This browser could not finish that. Nothing kept is lost: load the page again.',
      errors: [],
    };
  }
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
    kind: body.kind,
  };
}

/** It has been read already. */
function isProblem(error: unknown): error is ApiProblem {
  return (
    typeof error === 'object' &&
    error !== null &&
    !(error instanceof Error) &&
    'title' in error &&
    'errors' in error &&
    'status' in error
  );
}
