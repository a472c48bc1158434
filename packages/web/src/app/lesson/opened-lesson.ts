import { computed, inject, type Signal } from '@angular/core';
import { catchError, concat, defer, EMPTY, ignoreElements, type Observable, of, switchMap, tap } from 'rxjs';
import { type ApiProblem } from '../api/problem.ts';
import { loaded } from '../data/loaded.ts';
import { CurrentWorkStore } from '../session/current-work.store.ts';
import { type LessonStep } from '../words/lesson-steps.ts';
import { AroundLesson, type LessonAtHand } from './around-lesson.ts';
import { workAtHand } from './work-at-hand.ts';

/** The lesson of a page that is one of its steps. */
export interface OpenedLesson {
  /** Null until it is there. */
  readonly atHand: Signal<LessonAtHand | null>;
  /** Of the lesson, or of what its page asked besides. */
  readonly problem: Signal<ApiProblem | null>;
  /** Something that the page asked besides has failed: it is said where the lesson’s own trouble is. */
  readonly failed: (error: unknown) => void;
  /** Once more. */
  readonly load: () => void;
}

/**
 * Opens the lesson of a page, and each one that its address goes on to; the shell shows whose it is and at which step.
 * Called where a component is made.
 *
 * @param then what the page fetches for it; given up with the lesson, and said where it fails
 */
export function openedLesson(
  lessonId: Signal<string>,
  step: LessonStep,
  then: (at: LessonAtHand) => Observable<unknown> = () => EMPTY,
): OpenedLesson {
  const [around, work] = [inject(AroundLesson), inject(CurrentWorkStore)];
  const besides = (at: LessonAtHand): Observable<never> =>
    defer(() => then(at)).pipe(
      catchError((error: unknown) => {
        opened.failed(error);
        return EMPTY;
      }),
      ignoreElements(),
    );
  const opened = loaded({
    of: lessonId,
    from: (id) =>
      around.of(id).pipe(
        tap((at) => {
          work.show(workAtHand(at));
          work.showStep(step);
        }),
        switchMap((at) => concat(of(at), besides(at))),
      ),
  });
  return {
    atHand: computed(() => opened.value() ?? null),
    problem: opened.problem,
    failed: opened.failed,
    load: () => opened.again(),
  };
}
