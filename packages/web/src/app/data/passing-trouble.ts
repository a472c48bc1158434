import { fromEvent, merge, type Observable, race, take, timer } from 'rxjs';
import { type ApiProblem } from '../api/problem.ts';

const LONGEST_WAIT_S = 30;

/** Trouble that passes by itself: no connection, a server or database that is restarting, too many requests. */
export function isPassing({ status }: ApiProblem): boolean {
  return status === 0 || status === 429 || status === 502 || status === 503 || status === 504;
}

/**
 * Seconds before the next try: 1, 2, 4 … up to 30, each up to a quarter longer, so that a field of tablets does not
 * come back in step.
 *
 * @param tries how many have failed, from 1
 * @param dice uniform in [0, 1)
 */
export function waitSeconds(tries: number, dice: number): number {
  return Math.min(LONGEST_WAIT_S, 2 ** (tries - 1)) * (1 + dice / 4);
}

/** Emits once when it is worth trying again: the wait is over, the connection is back, or a hand asked for it. */
export function worthTrying(seconds: number, asked: Observable<unknown>): Observable<unknown> {
  return race(timer(seconds * 1000), merge(fromEvent(window, 'online'), asked)).pipe(take(1));
}
