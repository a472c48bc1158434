import { type FileAnswer } from '@lotrecht/records';
import { Tinypool } from 'tinypool';
import { AtOnce } from '../http/at-once.ts';
import { type AppContext } from '../http/context.ts';
import { asFile } from '../http/route.ts';
import { Problem } from '../problems/problem.ts';
import { requireActor } from '../http/require-actor.ts';
import { formatOf, type PrintOrder } from './print-order.ts';

/** Prints away from the thread that answers requests. */
export interface Printer {
  /** @returns the file's bytes */
  print(account: string, order: PrintOrder): Promise<Uint8Array>;
  close(): Promise<void>;
}

const IDLE_MS = 60_000;
/** A sheet takes a fraction of a second; whoever waits in a full queue waits for 24 of them. */
const PATIENCE_MS = 30_000;
/** As it is built: a thread of its own reads no TypeScript, so tests print with what was built last. */
const WORKER = new URL('../../dist/printing/print-worker.js', import.meta.url);

/** One thread, begun when it is first wanted, and a queue before it that is bounded for each account and in all. */
export function openPrinter(): Printer {
  const places = new AtOnce({ perAccount: 4, total: 24, what: 'Sheets to print' });
  let pool: Tinypool | undefined;
  const thread = (): Tinypool =>
    (pool ??= new Tinypool({
      filename: WORKER.href,
      minThreads: 0,
      maxThreads: 1,
      idleTimeout: IDLE_MS,
      // Not those of whoever runs us.
      execArgv: [],
    }));
  return {
    print: async (account, order) => {
      const giveBack = places.hold(account);
      try {
        const signal = AbortSignal.timeout(PATIENCE_MS);
        return (await thread().run(order, { name: 'print', signal })) as Uint8Array;
      } catch (error) {
        throw (error as Error).name === 'AbortError' ? tooSlow() : error;
      } finally {
        giveBack();
      }
    },
    close: async () => {
      await pool?.destroy();
    },
  };
}

function tooSlow(): Problem {
  return new Problem({
    status: 503,
    code: 'not-printed',
    title: 'The sheet was not printed in time. Try again in a moment.',
    retryAfterS: 5,
  });
}

/** Answers a sheet as a file to be kept. */
export async function answerPrint(ctx: AppContext, printer: Printer, order: PrintOrder): Promise<FileAnswer> {
  const bytes = await printer.print(requireActor(ctx).instructorId, order);
  const format = formatOf(order);
  const type = format === 'pdf' ? 'application/pdf' : 'image/svg+xml';
  return asFile(ctx, { type, name: `lotrecht.${format}`, content: Buffer.from(bytes) });
}
