import { type Command, type ExitCode, type Streams } from './command.ts';
import { AIM, IMPACT, SHOT } from './commands/flight.ts';
import { OPERATOR_COMMANDS } from './commands/operator.ts';
import { SIGHT } from './commands/sight.ts';
import { SOLVE } from './commands/solve.ts';
import { TRACK } from './commands/track.ts';
import { VALIDATE } from './commands/validate.ts';
import { WrongUsage } from './wrong-usage.ts';

const COMMANDS: readonly Command[] = [SOLVE, TRACK, SIGHT, SHOT, AIM, IMPACT, VALIDATE, ...OPERATOR_COMMANDS];

const HELP = `lotrecht COMMAND ...

${COMMANDS.map((c) => `  ${c.name.padEnd(10)}${c.summary}`).join('\n')}

lotrecht COMMAND --help says more. Exit codes: 0 done, 1 an input is refused, 2 wrong usage.
`;

/** Runs one command line. */
export async function run(args: readonly string[], streams: Streams): Promise<ExitCode> {
  const [name, ...rest] = args;
  if (name === '--help' || name === '-h' || name === 'help') {
    await streams.write(HELP);
    return 0;
  }
  const command = COMMANDS.find((c) => c.name === name);
  if (command === undefined) {
    await streams.writeError(
      name === undefined ? HELP : `There is no command ${JSON.stringify(name)}.\n\n${HELP}`,
    );
    return 2;
  }
  if (rest.includes('--help') || rest.includes('-h')) {
    await streams.write(`${command.help}\n`);
    return 0;
  }
  try {
    return await command.run(rest, streams);
  } catch (error) {
    if (!isWrongUsage(error)) throw error;
    await streams.writeError(`${error.message}\n\n${command.help}\n`);
    return 2;
  }
}

/** Ours, or Node's own about options it does not know. */
function isWrongUsage(error: unknown): error is Error {
  if (error instanceof WrongUsage) return true;
  return error instanceof Error && 'code' in error && String(error.code).startsWith('ERR_PARSE_ARGS');
}
