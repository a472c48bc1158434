import { type Refusal } from '@lotrecht/records';

/** What an answer with a problem says beside its code (RFC 9457). */
export interface ProblemDetail {
  readonly status: number;
  /** Stable; the web application branches on it. */
  readonly code: string;
  /** What happened and what to do, for a person. */
  readonly title: string;
  /** Fields, with JSON pointers into the body that was sent. */
  readonly errors?: readonly Refusal[];
  /** The stored state that a conflicting save did not know, and the kind of record it is of. */
  readonly current?: unknown;
  readonly kind?: string;
  /** Seconds to wait before another try. */
  readonly retryAfterS?: number;
}

/** The server's one expected error: everything else becomes a 500 that says nothing of the inside. */
export class Problem extends Error {
  override readonly name = 'Problem';

  constructor(readonly detail: ProblemDetail) {
    super(detail.title);
  }
}

/** Not there, or not yours: the two are not told apart. */
export function notFound(): Problem {
  return new Problem({
    status: 404,
    code: 'not-found',
    title: 'This does not exist, or is not yours to see.',
  });
}

/** Someone else saved in between: what stands now, whatever kind it is of. */
export function conflict(kind: string, current: unknown): Problem {
  return new Problem({
    status: 409,
    code: 'conflict',
    title:
      'This was changed elsewhere since you opened it. Nothing was overwritten; yours is still on the screen.',
    kind,
    current,
  });
}
