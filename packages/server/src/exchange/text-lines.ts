import { createReadStream } from 'node:fs';
import { pipeline, type Duplex } from 'node:stream';
import split2 from 'split2';

/** A line that is longer than any of ours, or nothing but empty ones: what was sent is no file of lines. */
export class UnreadableLines extends Error {
  override readonly name = 'UnreadableLines';
}

const tooLong = (): string =>
  `A line of this file is longer than ${LONGEST_LINE / MEGABYTE} MB. Use a file that was exported, unchanged.`;
const tooManyBlank = (): string =>
  `This file has more than ${MOST_BLANK.toLocaleString('en')} empty lines. Use a file that was exported, unchanged.`;

const MEGABYTE = 1024 * 1024;
/** A full check with its result is a hundredth of it. */
const LONGEST_LINE = 8 * MEGABYTE;
/** Each takes as long to be read as one that says something. */
const MOST_BLANK = 10_000;

/**
 * Lines of a file, however long the file; no line longer than memory bears.
 *
 * @param through what the bytes pass before they are text, e.g. unpacking
 * @throws UnreadableLines; the file's or the unpacking's own error
 */
export async function* textLines(file: string, through?: Duplex): AsyncGenerator<string> {
  const lines = split2({ maxLength: LONGEST_LINE });
  // An error of any of them ends all, and reaches whoever reads.
  const done = (): void => undefined;
  if (through === undefined) pipeline(createReadStream(file), lines, done);
  else pipeline(createReadStream(file), through, lines, done);
  try {
    let blank = 0;
    for await (const line of lines) {
      if ((line as string).trim() === '' && ++blank > MOST_BLANK) throw new UnreadableLines(tooManyBlank());
      yield line as string;
    }
  } catch (error) {
    throw error instanceof Error && error.message === 'maximum buffer reached'
      ? new UnreadableLines(tooLong())
      : error;
  }
}
