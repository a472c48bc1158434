import { tableHead } from '@lotrecht/judging';
import { createReadStream } from 'node:fs';
import { open } from 'node:fs/promises';
import { CsvError, parse } from 'csv-parse';

/** One row of a table with heads. */
export interface TableRow {
  /** As a spreadsheet counts: the heads are row 1. */
  readonly row: number;
  readonly cells: Readonly<Record<string, string>>;
  /** Cells beyond the heads, or heads without a cell. */
  readonly uneven: boolean;
}

/** A file that is no table; `message` says why and what to do. */
export class NoTable extends Error {
  override readonly name = 'NoTable';
}

const DELIMITERS = [',', ';', '\t'] as const;
const HEAD_BYTES = 65_536;
/** A quote that never ends would otherwise take the whole file for one cell. */
const LONGEST_ROW = 65_536;

/** What parts the cells: whatever the first line has most of. */
async function delimiterOf(file: string): Promise<string> {
  const handle = await open(file);
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(HEAD_BYTES), 0, HEAD_BYTES, 0);
    const [first = ''] = buffer.subarray(0, bytesRead).toString('utf8').split(/\r?\n/);
    const counted = DELIMITERS.map((d) => ({ d, n: first.split(d).length }));
    return counted.toSorted((a, b) => b.n - a.n)[0]?.d ?? ',';
  } finally {
    await handle.close();
  }
}

/**
 * Rows of a comma-separated file (RFC 4180; semicolons and tabs too), one at a time.
 *
 * @throws NoTable for a file whose heads or quotes cannot be read
 */
export async function* readTable(file: string): AsyncGenerator<TableRow> {
  const source = createReadStream(file);
  const rows = parse({
    delimiter: await delimiterOf(file),
    bom: true,
    relax_column_count: true,
    skip_empty_lines: true,
    max_record_size: LONGEST_ROW,
  });
  source.on('error', (error) => rows.destroy(error));
  source.pipe(rows);
  let heads: readonly string[] | null = null;
  let row = 0;
  try {
    for await (const record of rows as AsyncIterable<readonly string[]>) {
      row += 1;
      if (heads === null) {
        heads = requireHeads(record);
        continue;
      }
      const names = heads;
      yield {
        row,
        cells: Object.fromEntries(names.map((head, i) => [head, record[i] ?? ''])),
        uneven: record.length !== names.length,
      };
    }
  } catch (error) {
    if (!(error instanceof CsvError)) throw error;
    throw new NoTable(
      `Row ${row + 1} cannot be read: a quote is not closed, or stands in the middle of a cell. Save the table as CSV again.`,
    );
  } finally {
    source.destroy();
  }
  if (heads === null) throw new NoTable('The file is empty.');
}

function requireHeads(record: readonly string[]): readonly string[] {
  const heads = record.map(tableHead);
  const twice = heads.find((head, i) => heads.indexOf(head) !== i);
  if (twice !== undefined) throw new NoTable(`The head “${twice}” stands twice. Give every column its own.`);
  if (heads.some((head) => head.includes('�')))
    throw new NoTable('The file is not in UTF-8. Save it as CSV UTF-8 and choose it again.');
  return heads;
}
