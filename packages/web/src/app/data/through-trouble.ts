import { defer, type Observable, retry, throwError } from 'rxjs';
import { toProblem, type ApiProblem } from '../api/problem.ts';
import { isPassing, waitSeconds, worthTrying } from './passing-trouble.ts';

/** How a save waits out trouble that passes by itself. */
export interface Waiting {
  /** Said before each wait. */
  readonly waiting: (seconds: number, problem: ApiProblem) => void;
  /** Someone does not want to wait. */
  readonly askedToTry: Observable<unknown>;
}

/** Sends again and again while the trouble is one that passes; any other is the caller's. */
export function throughTrouble<T>(
  send: () => Observable<T>,
  { waiting, askedToTry }: Waiting,
): Observable<T> {
  return defer(send).pipe(
    retry({
      delay: (error: unknown, tries) => {
        const problem = toProblem(error);
        if (!isPassing(problem)) return throwError(() => error);
        const seconds = waitSeconds(tries, Math.random());
        waiting(Math.round(seconds), problem);
        return worthTrying(seconds, askedToTry);
      },
    }),
  );
}
