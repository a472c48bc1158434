import { isUtf8 } from 'node:buffer';
import { solveDocument } from '@lotrecht/judging';
import { parseJson, validateCheckDocument } from '@lotrecht/records';
import { decode } from '../input/read-text.ts';
import { printedRefusal } from '../refused.ts';

/** What became of a batch of lines. */
export interface SolvedBatch {
  /** One line of JSON per line of the batch, each with its newline; bytes, so that only workers encode. */
  readonly bytes: Uint8Array<ArrayBuffer>;
  readonly refused: number;
}

/**
 * Solves every line of a batch: a check becomes a result, a line that is none becomes its refusal.
 *
 * @param firstLine the number of its first line in the whole input, from 1
 */
export function solveBatch(bytes: Uint8Array, firstLine: number, answer: 'tape' | 'kept'): SolvedBatch {
  const solved = linesOf(bytes).map((line, index): { readonly text: string; readonly refused: boolean } => {
    try {
      const document = validateCheckDocument(parseJson(typeof line === 'string' ? line : decode(line)));
      return { text: JSON.stringify(solveDocument(document, { answer })), refused: false };
    } catch (error) {
      const refusal = printedRefusal(error, { line: firstLine + index });
      return { text: JSON.stringify(refusal), refused: true };
    }
  });
  return {
    bytes: new TextEncoder().encode(`${solved.map((s) => s.text).join('\n')}\n`),
    refused: solved.filter((s) => s.refused).length,
  };
}

/** The lines as text; as bytes when some byte of the batch is no UTF-8, so that only its own line is refused. */
function linesOf(bytes: Uint8Array): readonly (string | Uint8Array)[] {
  const whole = Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const isText = isUtf8(whole);
  const lines: (string | Uint8Array)[] = [];
  for (let start = 0; start < whole.length;) {
    const newline = whole.indexOf(NEWLINE, start);
    const end = newline < 0 ? whole.length : newline;
    lines.push(isText ? whole.toString('utf8', start, end) : whole.subarray(start, end));
    start = end + 1;
  }
  return lines;
}

const NEWLINE = 0x0a;
