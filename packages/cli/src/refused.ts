import { DocumentRefused, type Refusal } from '@lotrecht/records';
import { RefusedInput } from '@lotrecht/core';

/** A refusal as it is printed: problem details, the first reason in front. */
export interface PrintedRefusal extends Refusal {
  /** The file, where one was named. */
  readonly file?: string;
  /** The line of the input, counted from 1, with `--lines`. */
  readonly line?: number;
  /** Further reasons. */
  readonly others?: readonly Refusal[];
}

/**
 * What an error says about an input.
 *
 * @param where the file or line it stood in
 * @throws the error itself when it is none of ours: a defect must not look like a refusal
 */
export function printedRefusal(
  error: unknown,
  where: Pick<PrintedRefusal, 'file' | 'line'> = {},
): PrintedRefusal {
  const [first, ...others] = reasonsOf(error);
  if (first === undefined) throw error;
  return { ...where, ...first, ...(others.length > 0 && { others }) };
}

function reasonsOf(error: unknown): readonly Refusal[] {
  if (error instanceof DocumentRefused) return error.refusals;
  if (error instanceof RefusedInput) {
    const { code, field, detail } = error;
    const read = detail.read === undefined ? '' : `Read ${detail.read}. `;
    return [{ code, path: `/${field.replaceAll('.', '/')}`, message: `${read}${detail.advice}` }];
  }
  return [];
}
