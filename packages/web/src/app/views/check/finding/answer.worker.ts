import {
  type CheckDocument,
  type PosteriorResult,
  type Rebase,
  type ResultDocument,
  solveDocument,
} from '@lotrecht/contract';

/** What is asked of the worker: the answer of a check that can be solved. */
export interface AnswerQuestion {
  readonly asked: number;
  readonly document: CheckDocument;
  readonly rebase: Rebase | undefined;
}

/** The answer to a question, or that there is none. */
export interface Answered {
  readonly asked: number;
  readonly posterior: PosteriorResult | undefined;
  /** Remarks on the whole result. */
  readonly notes: ResultDocument['notes'];
}

const worker = globalThis as unknown as {
  onmessage: (event: MessageEvent<AnswerQuestion>) => void;
  postMessage: (answer: Answered) => void;
};

worker.onmessage = ({ data: { asked, document, rebase } }) => {
  const { posterior, notes } = solveDocument(document, { rebase, answer: 'live' });
  worker.postMessage({ asked, posterior, notes });
};
