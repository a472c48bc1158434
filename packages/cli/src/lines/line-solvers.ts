import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import { type BatchOrder } from './line-worker.ts';
import { type SolvedBatch } from './solve-batch.ts';

const MOST_WORKERS = 8;

/** Worker threads that solve batches, started one by one as work piles up. */
export class LineSolvers {
  readonly #idle: Worker[] = [];
  readonly #all: Worker[] = [];
  readonly #waiting: ((worker: Worker) => void)[] = [];
  readonly #most = Math.min(MOST_WORKERS, availableParallelism());

  /** How many batches may be under way without any waiting longer than one round. */
  get atOnce(): number {
    return 2 * this.#most;
  }

  /** Solves a batch in a worker. @throws what the worker threw: a defect, since refusals are answers */
  async solve(order: BatchOrder): Promise<SolvedBatch> {
    const worker = await this.#takeWorker();
    try {
      return await new Promise<SolvedBatch>((resolve, reject) => {
        const settle = (): void => {
          worker.off('message', onMessage).off('error', onError);
        };
        const onMessage = (solved: SolvedBatch): void => {
          settle();
          resolve(solved);
        };
        const onError = (error: unknown): void => {
          settle();
          reject(error instanceof Error ? error : new Error(String(error)));
        };
        worker.on('message', onMessage).on('error', onError);
        worker.postMessage(order, [order.bytes.buffer]);
      });
    } finally {
      const next = this.#waiting.shift();
      if (next === undefined) this.#idle.push(worker);
      else next(worker);
    }
  }

  async stop(): Promise<void> {
    await Promise.all(this.#all.map((worker) => worker.terminate()));
  }

  async #takeWorker(): Promise<Worker> {
    const idle = this.#idle.pop();
    if (idle !== undefined) return idle;
    if (this.#all.length < this.#most) {
      // Built beside the command itself: two files, nothing to look for at start.
      const worker = new Worker(new URL('./line-worker.js', import.meta.url));
      this.#all.push(worker);
      return worker;
    }
    return new Promise((resolve) => this.#waiting.push(resolve));
  }
}
