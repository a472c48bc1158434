import { computed, linkedSignal, type Signal, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { defer, type Observable, Subject, tap } from 'rxjs';
import { type ApiProblem, toProblem } from '../api/problem.ts';
import { throughTrouble } from './through-trouble.ts';

/** What a page shows of whatever its address asks for. */
export interface Loaded<T> {
  /** The answer for what is asked now; undefined until it is there, and where it failed. */
  readonly value: Signal<T | undefined>;
  /** Why there is none yet. Trouble that passes by itself is waited out, and said meanwhile; any other ends it. */
  readonly problem: Signal<ApiProblem | null>;
  readonly loading: Signal<boolean>;
  /** Asks once more; what stands stays until the answer is there. */
  again(): void;
  /** Something the page has done besides failed: said in the same place, until it is asked again or for another. */
  failed(error: unknown): void;
  /** What a page has made of the answer since: a thing was kept, deleted or added here. */
  change(change: (value: T) => T): void;
}

/**
 * Loads what is asked for, and anew when that changes. The request before is given up: an answer of student A never
 * stands under the address of B, in whatever order answers come. Called where a component is made.
 *
 * @param asked.of what is asked for, by values that are equal when they mean the same (an id, not an object made anew);
 *   undefined: nothing yet
 * @param asked.from asks the server, the device or both; what is to be done with an answer is done in it, so that it is
 *   done with no late one
 */
export function loaded<P, T>(asked: {
  readonly of: () => P | undefined;
  readonly from: (of: P) => Observable<T>;
}): Loaded<T> {
  const waiting = signal<ApiProblem | null>(null);
  const askedToTry = new Subject<void>();
  const besides = linkedSignal<P | undefined, ApiProblem | null>({
    source: asked.of,
    computation: () => null,
  });
  const resource = rxResource<T, P | undefined>({
    params: asked.of,
    stream: ({ params }) =>
      defer(() => {
        waiting.set(null);
        return throughTrouble(() => asked.from(params as P), {
          waiting: (_seconds, problem) => waiting.set(problem),
          askedToTry,
        });
      }).pipe(tap(() => waiting.set(null))),
  });
  const value = computed(() => (resource.hasValue() ? resource.value() : undefined));
  return {
    value,
    problem: computed(() => {
      const failed = besides();
      if (failed !== null) return failed;
      if (resource.isLoading()) return waiting();
      const error = resource.error();
      return error === undefined ? null : toProblem(error);
    }),
    loading: resource.isLoading,
    failed: (error) => besides.set(toProblem(error)),
    again: () => {
      besides.set(null);
      if (waiting() === null) resource.reload();
      else askedToTry.next();
    },
    change: (change) => {
      const now = value();
      if (now !== undefined) resource.set(change(now));
    },
  };
}
