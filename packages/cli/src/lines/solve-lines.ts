import { tooLong } from '@lotrecht/records';
import { printedRefusal } from '../refused.ts';
import { lineBatches } from './line-batches.ts';
import { LineSolvers } from './line-solvers.ts';
import { type SolvedBatch } from './solve-batch.ts';

const NEWLINE = 0x0a;

function countLines(bytes: Uint8Array): number {
  let count = 0;
  for (let at = bytes.indexOf(NEWLINE); at >= 0; at = bytes.indexOf(NEWLINE, at + 1)) count += 1;
  return count + (bytes.at(-1) === NEWLINE ? 0 : 1);
}

/**
 * Checks, one per line → results or refusals, one per line, in the same order, in a memory that does not grow with
 * the input: no more batches are under way than workers can chew, and none is read before the oldest is written.
 *
 * @param write takes bytes and resolves when more may come
 * @param answer whether results have the answer made from all readings, or the tape's own figures alone
 * @returns how many lines were refused
 */
export async function solveLines(
  chunks: AsyncIterable<Uint8Array>,
  write: (bytes: Uint8Array) => Promise<void>,
  answer: 'tape' | 'kept',
): Promise<number> {
  const solvers = new LineSolvers();
  const underWay: Promise<SolvedBatch>[] = [];
  let refused = 0;
  let firstLine = 1;
  const writeOldest = async (): Promise<void> => {
    const oldest = underWay.shift();
    if (oldest === undefined) return;
    const solved = await oldest;
    refused += solved.refused;
    await write(solved.bytes);
  };
  try {
    for await (const batch of lineBatches(chunks)) {
      if (batch.kind === 'lines') {
        const count = countLines(batch.bytes);
        underWay.push(solvers.solve({ bytes: batch.bytes, firstLine, answer }));
        firstLine += count;
      } else {
        const text = `${JSON.stringify(printedRefusal(tooLong(), { line: firstLine }))}\n`;
        underWay.push(Promise.resolve({ bytes: new TextEncoder().encode(text), refused: 1 }));
        firstLine += 1;
      }
      if (underWay.length >= solvers.atOnce) await writeOldest();
    }
    while (underWay.length > 0) await writeOldest();
  } finally {
    await solvers.stop();
  }
  return refused;
}
