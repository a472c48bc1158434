import { type LineProgress } from '@lotrecht/judging';
import { Observable } from 'rxjs';
import { type ProgressAnswer, type ProgressQuestion } from './progress.worker.ts';

/** How far the computation is. */
export interface ProgressSoFar {
  readonly done: number;
  readonly of: number;
  readonly all: readonly LineProgress[];
}

/** Every series of a student, computed beside the page. Unsubscribing ends the worker. */
export function computeProgress(question: ProgressQuestion): Observable<ProgressSoFar> {
  return new Observable((subscriber) => {
    const worker = new Worker(new URL('./progress.worker', import.meta.url), { type: 'module' });
    const all: LineProgress[] = [];
    worker.onmessage = ({ data: { done, of, progress } }: MessageEvent<ProgressAnswer>) => {
      if (progress !== null) all.push(progress);
      subscriber.next({ done, of, all: [...all] });
      if (done === of) subscriber.complete();
    };
    worker.onerror = (event) => {
      event.preventDefault();
      subscriber.error(new Error(event.message));
    };
    worker.onmessageerror = () => subscriber.error(new Error('an answer could not be read'));
    worker.postMessage(question);
    return () => worker.terminate();
  });
}
