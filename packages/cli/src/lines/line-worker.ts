import { parentPort } from 'node:worker_threads';
import { solveBatch } from './solve-batch.ts';

/** A batch on its way to a worker. Line numbers are given by the order of batches, so each carries its first. */
export interface BatchOrder {
  readonly bytes: Uint8Array<ArrayBuffer>;
  readonly firstLine: number;
  readonly answer: 'tape' | 'kept';
}

parentPort?.on('message', ({ bytes, firstLine, answer }: BatchOrder) => {
  const solved = solveBatch(bytes, firstLine, answer);
  parentPort?.postMessage(solved, [solved.bytes.buffer]);
});
