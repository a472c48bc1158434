import { availableParallelism } from 'node:os';
import { DocumentRefused, type ResultDocument } from '@lotrecht/records';
import { Tinypool } from 'tinypool';
import { Problem } from '../problems/problem.ts';
import { answer, type AnswerOrder, type AnswerOrRefusal } from './answer-worker.ts';

/** Makes the answers of checks that are kept. */
export interface Answerer {
  /** @throws DocumentRefused for readings that cannot be a measurement */
  solve(order: AnswerOrder): Promise<ResultDocument>;
  close(): Promise<void>;
}

const IDLE_MS = 60_000;
/** An answer takes some 15 ms; whoever waits so long waits behind two thousand. */
const PATIENCE_MS = 30_000;
/** As it is built: a thread of its own reads no TypeScript. */
const WORKER = new URL('../../dist/checks/answer-worker.js', import.meta.url);

/** Away from the thread that answers requests: a thread for each core, begun when one is first wanted. */
export function openAnswerer(): Answerer {
  let pool: Tinypool | undefined;
  const threads = (): Tinypool =>
    (pool ??= new Tinypool({
      filename: WORKER.href,
      minThreads: 0,
      maxThreads: availableParallelism(),
      idleTimeout: IDLE_MS,
      // Not those of whoever runs us.
      execArgv: [],
    }));
  return {
    solve: async (order) => {
      try {
        const signal = AbortSignal.timeout(PATIENCE_MS);
        return resultOf((await threads().run(order, { name: 'answer', signal })) as AnswerOrRefusal);
      } catch (error) {
        throw (error as Error).name === 'AbortError' ? tooSlow() : error;
      }
    },
    close: async () => {
      await pool?.destroy();
    },
  };
}

/** Where nobody waits meanwhile: tests. */
export const ANSWER_HERE: Answerer = {
  solve: async (order) => resultOf(answer(order)),
  close: async () => undefined,
};

function resultOf(answered: AnswerOrRefusal): ResultDocument {
  if ('refusals' in answered) throw new DocumentRefused(answered.refusals);
  return answered.result;
}

function tooSlow(): Problem {
  return new Problem({
    status: 503,
    code: 'not-answered',
    title: 'The check was not answered in time. It is kept on the device and sent again.',
    retryAfterS: 5,
  });
}
