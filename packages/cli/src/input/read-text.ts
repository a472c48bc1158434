import { open } from 'node:fs/promises';
import { DocumentRefused, LONGEST_TEXT, tooLong } from '@lotrecht/records';

/** No document needs more bytes: four for every character. */
const MOST_BYTES = 4 * LONGEST_TEXT;

/**
 * The text of a file, or of standard input for `-`, read no further than a document may be long.
 *
 * @throws DocumentRefused for a file that cannot be read, is too long or is not UTF-8
 */
export async function readText(file: string, stdin: AsyncIterable<Uint8Array>): Promise<string> {
  if (file === '-') return decode(await collect(stdin));
  try {
    const handle = await open(file);
    try {
      return decode(await collect(handle.createReadStream({ autoClose: false })));
    } finally {
      await handle.close();
    }
  } catch (error) {
    throw error instanceof DocumentRefused ? error : notReadable(error);
  }
}

/** Bytes → text. @throws DocumentRefused for bytes that are not UTF-8 */
export function decode(bytes: Uint8Array): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    throw new DocumentRefused([
      { code: 'not-utf8', path: '', message: 'This is not UTF-8 text. Save it as UTF-8.' },
    ]);
  }
}

async function collect(chunks: AsyncIterable<Uint8Array>): Promise<Uint8Array> {
  const parts: Uint8Array[] = [];
  let length = 0;
  for await (const chunk of chunks) {
    length += chunk.length;
    if (length > MOST_BYTES) throw tooLong();
    parts.push(chunk);
  }
  return Buffer.concat(parts);
}

const WHY_NOT: Readonly<Record<string, string>> = {
  ENOENT: 'There is no such file.',
  EISDIR: 'This is a folder. Name a file.',
  EACCES: 'You may not read this file.',
};

function notReadable(error: unknown): Error {
  const code = error instanceof Error && 'code' in error ? String(error.code) : undefined;
  if (code === undefined) return error instanceof Error ? error : new Error(String(error));
  const message = WHY_NOT[code] ?? `This file cannot be read (${code}).`;
  return new DocumentRefused([{ code: 'not-readable', path: '', message }]);
}
