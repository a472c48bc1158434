/** A failure that a person can mend; the message says what happened and the way out. */
export class StartError extends Error {
  name = 'StartError';
}

/** One line for the person who started us. */
export function say(line = '') {
  process.stdout.write(`${line}\n`);
}
