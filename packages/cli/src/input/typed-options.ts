import { parseArgs } from 'node:util';
import { WrongUsage } from '../wrong-usage.ts';

/** Options of a command: what each was given, or its default; undefined where neither is there. */
export type TypedOptions = Readonly<Record<string, string | undefined>>;

/** A number that is negative looks like an option of its own: it belongs to the one before it. */
const NEGATIVE = /^-\.?\d/;

/**
 * Reads `--name value` for these names; a negative number may follow with a space.
 *
 * @param defaults what an option is worth that is left out; undefined: it is wanted
 * @throws WrongUsage, or Node's own error for an option there is not
 */
export function typedOptions(args: readonly string[], defaults: TypedOptions): TypedOptions {
  const joined: string[] = [];
  for (const arg of args) {
    const before = joined.at(-1);
    if (NEGATIVE.test(arg) && before?.startsWith('--') === true && !before.includes('='))
      joined[joined.length - 1] = `${before}=${arg}`;
    else joined.push(arg);
  }
  const options = Object.fromEntries(
    Object.keys(defaults).map((name) => [name, { type: 'string' as const }]),
  );
  const { values } = parseArgs({ args: joined, options, allowPositionals: false });
  return { ...defaults, ...(values as TypedOptions) };
}

/** An option that is a number, in the unit that its name ends in. @throws WrongUsage */
export function numberOf(options: TypedOptions, name: string): number {
  const text = options[name];
  if (text === undefined) throw new WrongUsage(`--${name} is missing.`);
  const value = Number(text);
  if (text.trim() === '' || !Number.isFinite(value))
    throw new WrongUsage(`--${name} wants a number of ${unitOf(name)}, not ${JSON.stringify(text)}.`);
  return value;
}

function unitOf(name: string): string {
  if (name.endsWith('-deg')) return 'degrees';
  return name.endsWith('-ms') ? 'metres a second' : 'metres';
}
