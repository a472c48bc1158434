import {
  type CheckDocument,
  type PosteriorResult,
  type Rebase,
  type ResultDocument,
  solveDocument,
} from '@lotrecht/contract';
import { Observable } from 'rxjs';
import { type Answered, type AnswerQuestion } from './answer.worker.ts';

/** The answer to the newest of the questions that were asked. */
export interface LiveAnswer {
  readonly document: CheckDocument;
  readonly posterior: PosteriorResult | undefined;
  readonly notes: ResultDocument['notes'];
}

/** What is answered for. */
export interface Asked {
  readonly document: CheckDocument;
  readonly rebase: Rebase | undefined;
}

/**
 * Answers beside the page, so that typing never waits: of questions that come faster than answers only the newest is
 * answered. Unsubscribing ends the worker.
 */
export function liveAnswers(questions: Observable<Asked>): Observable<LiveAnswer> {
  return typeof Worker === 'undefined' ? answersOnPage(questions) : answersBeside(questions);
}

function answersBeside(questions: Observable<Asked>): Observable<LiveAnswer> {
  return new Observable((subscriber) => {
    const worker = new Worker(new URL('./answer.worker', import.meta.url), { type: 'module' });
    let [count, busy]: [number, Asked | undefined] = [0, undefined];
    let waiting: Asked | undefined;
    const ask = (question: Asked): void => {
      busy = question;
      count += 1;
      worker.postMessage({ asked: count, ...question } satisfies AnswerQuestion);
    };
    worker.onmessage = ({ data }: MessageEvent<Answered>) => {
      if (busy !== undefined && data.asked === count) {
        const { posterior, notes } = data;
        subscriber.next({ document: busy.document, posterior, notes });
      }
      busy = undefined;
      if (waiting !== undefined) ask(waiting);
      waiting = undefined;
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

/** Where there are no workers the page waits for its answer. */
function answersOnPage(questions: Observable<Asked>): Observable<LiveAnswer> {
  return new Observable((subscriber) =>
    questions.subscribe(({ document, rebase }) => {
      const { posterior, notes } = solveDocument(document, { rebase, answer: 'live' });
      subscriber.next({ document, posterior, notes });
    }),
  );
}
