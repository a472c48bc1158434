import { computed, type Signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { type Observable } from 'rxjs';
import { type ApiProblem, toProblem } from '../api/problem.ts';

/** What a page shows of whatever its address asks for. */
export interface Loaded<T> {
  /** The answer for what is asked now; undefined until it is there, and where it failed. */
  readonly value: Signal<T | undefined>;
  /** Why there is none; null while it is asked again. */
  readonly problem: Signal<ApiProblem | null>;
  readonly loading: Signal<boolean>;
  /** Asks once more; what stands stays until the answer is there. */
  again(): void;
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
  const resource = rxResource<T, P | undefined>({
    params: asked.of,
    stream: ({ params }) => asked.from(params as P),
  });
  const value = computed(() => (resource.hasValue() ? resource.value() : undefined));
  return {
    value,
    problem: computed(() => {
      const error = resource.isLoading() ? undefined : resource.error();
      return error === undefined ? null : toProblem(error);
    }),
    loading: resource.isLoading,
    again: () => void resource.reload(),
    change: (change) => {
      const now = value();
      if (now !== undefined) resource.set(change(now));
    },
  };
}
