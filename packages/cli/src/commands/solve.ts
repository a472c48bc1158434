import { parseArgs } from 'node:util';
import { solveDocument } from '@lotrecht/judging';
import { validateCheckDocument } from '@lotrecht/records';
import { type Command } from '../command.ts';
import { solveLines } from '../lines/solve-lines.ts';
import { WrongUsage } from '../wrong-usage.ts';
import { convertFile } from './one-file.ts';

/** `lotrecht solve`: a check → a result. */
export const SOLVE: Command = {
  name: 'solve',
  summary: 'a check → a result',
  help: `lotrecht solve FILE|-          a lotrecht-check → a lotrecht-result on standard output
lotrecht solve --lines -       one check per line in, one result or refusal per line out (JSON Lines)
  --tape-only                  the figures of the tape alone, without the answer made from them: much faster

With --lines the order is kept, a line that is refused does not stop the others, and memory does not grow with the
input. A refusal is {"code", "path", "message"}: on standard error, or with --lines in its line.`,
  run: async (args, streams) => {
    const { values, positionals } = parseArgs({
      args: [...args],
      options: {
        lines: { type: 'boolean', default: false },
        'tape-only': { type: 'boolean', default: false },
      },
      allowPositionals: true,
    });
    const answer = values['tape-only'] ? 'tape' : 'kept';
    if (!values.lines) {
      return convertFile(positionals, streams, (value) =>
        solveDocument(validateCheckDocument(value), { answer }),
      );
    }
    if (positionals.length !== 1 || positionals[0] !== '-') {
      throw new WrongUsage('Lines are read from standard input: lotrecht solve --lines -');
    }
    return (await solveLines(streams.stdin, streams.write, answer)) === 0 ? 0 : 1;
  },
};
