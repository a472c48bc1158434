import { effect, type Signal, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Observable, Subject } from 'rxjs';
import { type Known, type Question, think, type Thought, type ThoughtOf } from './thinking.ts';

/** A question with what came of it. */
export interface ThoughtAbout<Q extends Question> {
  readonly question: Q;
  readonly thought: ThoughtOf<Q>;
}

/**
 * What came of the newest question, a moment after it was asked; made where things are injected, and ended with them.
 *
 * @param question null while there is none
 * @param failed told when nothing can be thought about on this device
 */
export function newestThought<Q extends Question>(
  question: Signal<Q | null>,
  failed: () => void,
): Signal<ThoughtAbout<Q> | null> {
  const newest = signal<ThoughtAbout<Q> | null>(null);
  const questions = new Subject<Q>();
  effect(() => {
    const asked = question();
    if (asked !== null) questions.next(asked);
  });
  besideThePage(questions)
    .pipe(takeUntilDestroyed())
    .subscribe({ next: (thought) => newest.set(thought), error: failed });
  return newest.asReadonly();
}

/**
 * Thinks beside the page, so that typing never waits: of questions that come faster than thoughts only the newest is
 * thought about. Unsubscribing ends the worker.
 */
function besideThePage<Q extends Question>(questions: Observable<Q>): Observable<ThoughtAbout<Q>> {
  return typeof Worker === 'undefined' ? onThePage(questions) : inAWorker(questions);
}

function inAWorker<Q extends Question>(questions: Observable<Q>): Observable<ThoughtAbout<Q>> {
  return new Observable((subscriber) => {
    const worker = new Worker(new URL('./thinking.worker', import.meta.url), { type: 'module' });
    let busy: Q | undefined;
    let waiting: Q | undefined;
    let handedOver: Known | undefined;
    const ask = (question: Q): void => {
      busy = question;
      const { known, ...rest } = question;
      // Eight earlier checks and 81 kinds of students take longer to hand over than all readings.
      worker.postMessage(known === handedOver ? rest : question);
      handedOver = known;
    };
    worker.onmessage = ({ data }: MessageEvent<Thought>) => {
      const question = busy;
      const next = waiting;
      busy = undefined;
      waiting = undefined;
      if (next !== undefined) ask(next);
      if (question !== undefined) subscriber.next({ question, thought: data as ThoughtOf<Q> });
    };
    worker.onerror = (event) => {
      event.preventDefault();
      subscriber.error(new Error(event.message));
    };
    const asking = questions.subscribe((question) => {
      if (busy === undefined) ask(question);
      else waiting = question;
    });
    return () => {
      asking.unsubscribe();
      worker.terminate();
    };
  });
}

/** Where there are no workers the page waits for its thoughts. */
function onThePage<Q extends Question>(questions: Observable<Q>): Observable<ThoughtAbout<Q>> {
  return new Observable((subscriber) =>
    questions.subscribe((question) =>
      subscriber.next({ question, thought: think(question) as ThoughtOf<Q> }),
    ),
  );
}
