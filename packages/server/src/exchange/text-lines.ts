import { createReadStream } from 'node:fs';
import { pipeline, type Duplex } from 'node:stream';
import split2 from 'split2';

/** A line that is longer than any of ours: what was sent is no file of lines. */
export class LineTooLong extends Error {
  override readonly name = 'LineTooLong';

  constructor() {
    super(
      `A line of this file is longer than ${LONGEST_LINE / MEGABYTE} MB. Use a file that was exported, unchanged.`,
    );
  }
}

const MEGABYTE = 1024 * 1024;
/** A full check with its result is a hundredth of it. */
const LONGEST_LINE = 8 * MEGABYTE;

/**
 * Lines of a file, however long the file; no line longer than memory bears.
 *
 * @param through what the bytes pass before they are text, e.g. unpacking
 * @throws LineTooLong; the file's or the unpacking's own error
 */
export async function* textLines(file: string, through?: Duplex): AsyncGenerator<string> {
  const lines = split2({ maxLength: LONGEST_LINE });
  // An error of any of them ends all, and reaches whoever reads.
  const done = (): void => undefined;
  if (through === undefined) pipeline(createReadStream(file), lines, done);
  else pipeline(createReadStream(file), through, lines, done);
  try {
    for await (const line of lines) yield line as string;
  } catch (error) {
    throw error instanceof Error && error.message === 'maximum buffer reached' ? new LineTooLong() : error;
  }
}
