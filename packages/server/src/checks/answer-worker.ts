import { solveDocument } from '@lotrecht/judging';
import { type CheckDocument, DocumentRefused, type Rebase, type ResultDocument } from '@lotrecht/records';

/** A check to be answered. */
export interface AnswerOrder {
  readonly document: CheckDocument;
  readonly rebase: Rebase | undefined;
}

/** What comes back of it; a refusal is told, because an error loses its kind between threads. */
export type AnswerOrRefusal =
  { readonly result: ResultDocument } | { readonly refusals: DocumentRefused['refusals'] };

/** Solves a check with its answer. Runs in a worker thread: an answer takes as long as many requests. */
export function answer({ document, rebase }: AnswerOrder): AnswerOrRefusal {
  try {
    return { result: solveDocument(document, { rebase }) };
  } catch (error) {
    if (error instanceof DocumentRefused) return { refusals: error.refusals };
    throw error;
  }
}
