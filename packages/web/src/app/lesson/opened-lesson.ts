import {
  DestroyRef,
  effect,
  inject,
  signal,
  type Signal,
  untracked,
  type WritableSignal,
} from '@angular/core';
import { type Subscription } from 'rxjs';
import { type ApiProblem, toProblem } from '../api/problem.ts';
import { CurrentWorkStore } from '../session/current-work.store.ts';
import { type LessonStep } from '../words/lesson-steps.ts';
import { AroundLesson, type LessonAtHand } from './around-lesson.ts';
import { workAtHand } from './work-at-hand.ts';

/** The lesson of a page that is one of its steps. */
export interface OpenedLesson {
  /** Null until it is there. */
  readonly atHand: Signal<LessonAtHand | null>;
  /** Of the lesson, or of what its page fetched besides. */
  readonly problem: WritableSignal<ApiProblem | null>;
  /** Once more. */
  readonly load: () => void;
}

/**
 * Opens the lesson of a page, and each one that its address goes on to; the shell shows whose it is and at which step.
 * Called where a component is made.
 *
 * @param then what the page does with it
 */
export function openedLesson(
  lessonId: Signal<string>,
  step: LessonStep,
  then: (at: LessonAtHand) => void = () => undefined,
): OpenedLesson {
  const [around, work] = [inject(AroundLesson), inject(CurrentWorkStore)];
  const atHand = signal<LessonAtHand | null>(null);
  const problem = signal<ApiProblem | null>(null);
  // A page that has gone on to another lesson, or away, is told nothing of the one before.
  let asked: Subscription | undefined;
  inject(DestroyRef).onDestroy(() => asked?.unsubscribe());
  const load = (): void => {
    asked?.unsubscribe();
    problem.set(null);
    asked = around.of(lessonId()).subscribe({
      next: (at) => {
        atHand.set(at);
        work.show(workAtHand(at));
        work.showStep(step);
        then(at);
      },
      error: (error: unknown) => problem.set(toProblem(error)),
    });
  };
  effect(() => {
    lessonId();
    untracked(load);
  });
  return { atHand, problem, load };
}
