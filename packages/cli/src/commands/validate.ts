import { parseArgs } from 'node:util';
import { readDocument } from '@lotrecht/judging';
import { parseJson } from '@lotrecht/records';
import { type Command, type ExitCode } from '../command.ts';
import { readText } from '../input/read-text.ts';
import { printedRefusal } from '../refused.ts';
import { WrongUsage } from '../wrong-usage.ts';

/** `lotrecht validate`: every document of ours, by its format field. */
export const VALIDATE: Command = {
  name: 'validate',
  summary: 'every document of ours, by its format field',
  help: `lotrecht validate FILE...      says of each file which document it is, or why it is refused

Checks and series must also be measurable: what solve and track would refuse is refused here too. All files are
looked at; the exit code is 1 when any is refused. - stands for standard input.`,
  run: async (args, streams) => {
    const { positionals } = parseArgs({ args: [...args], options: {}, allowPositionals: true });
    if (positionals.length === 0) throw new WrongUsage('Name at least one file.');
    let exitCode: ExitCode = 0;
    for (const file of positionals) {
      try {
        const { format, version } = readDocument(parseJson(await readText(file, streams.stdin)));
        await streams.write(`${file}: ${format} v${version}\n`);
      } catch (error) {
        exitCode = 1;
        await streams.writeError(`${JSON.stringify(printedRefusal(error, { file }))}\n`);
      }
    }
    return exitCode;
  },
};
