import { Observable } from 'rxjs';
import { type Question, think, type Thought } from './thinking.ts';

/** A question with what came of it. */
export interface ThoughtAbout<Q extends Question> {
  readonly question: Q;
  readonly thought: Thought;
}

/**
 * Thinks beside the page, so that typing never waits: of questions that come faster than thoughts only the newest is
 * thought about. Unsubscribing ends the worker.
 */
export function besideThePage<Q extends Question>(questions: Observable<Q>): Observable<ThoughtAbout<Q>> {
  return typeof Worker === 'undefined' ? onThePage(questions) : inAWorker(questions);
}

function inAWorker<Q extends Question>(questions: Observable<Q>): Observable<ThoughtAbout<Q>> {
  return new Observable((subscriber) => {
    const worker = new Worker(new URL('./thinking.worker', import.meta.url), { type: 'module' });
    let busy: Q | undefined;
    let waiting: Q | undefined;
    const ask = (question: Q): void => {
      busy = question;
      worker.postMessage(question);
    };
    worker.onmessage = ({ data }: MessageEvent<Thought>) => {
      const question = busy;
      const next = waiting;
      busy = undefined;
      waiting = undefined;
      if (next !== undefined) ask(next);
      if (question !== undefined) subscriber.next({ question, thought: data });
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
    questions.subscribe((question) => subscriber.next({ question, thought: think(question) })),
  );
}
