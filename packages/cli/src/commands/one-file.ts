import { parseJson } from '@lotrecht/records';
import { type ExitCode, pretty, type Streams } from '../command.ts';
import { readText } from '../input/read-text.ts';
import { printedRefusal } from '../refused.ts';
import { WrongUsage } from '../wrong-usage.ts';

/** One file or `-` → one document on standard output, or its refusal on standard error. */
export async function convertFile(
  files: readonly string[],
  streams: Streams,
  convert: (value: unknown) => unknown,
): Promise<ExitCode> {
  const [file, ...more] = files;
  if (file === undefined || more.length > 0) throw new WrongUsage('Name one file, or - for standard input.');
  try {
    await streams.write(pretty(convert(parseJson(await readText(file, streams.stdin)))));
    return 0;
  } catch (error) {
    await streams.writeError(`${JSON.stringify(printedRefusal(error, file === '-' ? {} : { file }))}\n`);
    return 1;
  }
}
