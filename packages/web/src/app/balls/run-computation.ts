import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { Observable } from 'rxjs';
import { type RunAnswer, type RunQuestion } from './run.worker.ts';

const NOTHING: RunAnswer = { found: null, usualCurveM: null, refused: null };

/** What one run says, computed beside the page. Unsubscribing gives it up. */
export function runAnswer(question: RunQuestion): Observable<RunAnswer> {
  return new Observable((subscriber) => {
    const worker = startedWorker();
    worker.onmessage = ({ data }: MessageEvent<RunAnswer>) => {
      subscriber.next(data);
      subscriber.complete();
    };
    worker.onerror = (event) => {
      event.preventDefault();
      subscriber.error(new Error(event.message));
    };
    worker.postMessage(question);
    return () => worker.terminate();
  });
}

function startedWorker(): Worker {
  return new Worker(new URL('./run.worker', import.meta.url), { type: 'module' });
}

/** What a run says, computed beside the page: the newest question counts. */
@Injectable()
export class RunComputation {
  readonly answer = signal<RunAnswer>(NOTHING);
  readonly busy = signal(false);
  /** The computation itself failed: said, and asked again with the next ball. */
  readonly failed = signal(false);

  private worker: Worker | null = null;
  private waiting: RunQuestion | null = null;

  constructor() {
    inject(DestroyRef).onDestroy(() => this.worker?.terminate());
  }

  /** Asked while it still computes, it goes on with the newest question. */
  ask(question: RunQuestion): void {
    if (this.busy()) {
      this.waiting = question;
      return;
    }
    this.busy.set(true);
    this.worker ??= this.started();
    this.worker.postMessage(question);
  }

  private started(): Worker {
    const worker = startedWorker();
    worker.onmessage = ({ data }: MessageEvent<RunAnswer>) => {
      this.failed.set(false);
      this.answer.set(data);
      this.goOn();
    };
    worker.onerror = (event) => {
      event.preventDefault();
      worker.terminate();
      this.worker = null;
      this.failed.set(true);
      this.goOn();
    };
    return worker;
  }

  private goOn(): void {
    this.busy.set(false);
    const next = this.waiting;
    this.waiting = null;
    if (next !== null) this.ask(next);
  }
}
