import { type AdviceGround, adviseNext, solveDocument, withoutCopies } from '@lotrecht/judging';
import {
  type CheckDocument,
  type PosteriorResult,
  type Rebase,
  type ResultDocument,
} from '@lotrecht/records';
import { type NextReading } from '@lotrecht/core';

/** What is known besides the readings: earlier checks, and who comes to this academy. It rarely changes. */
export type Known = Pick<CheckDocument, 'earlier' | 'prior'>;

/** A check that can be solved. */
interface Asked {
  /** Without what is known besides. */
  readonly document: CheckDocument;
  readonly rebase: Rebase | undefined;
  /** Its readings stand as they were kept. */
  readonly stored?: boolean;
}

/** What follows from a check and from all that is known. */
interface LiveAnswer {
  readonly posterior: PosteriorResult | undefined;
  /** Remarks on the whole result. */
  readonly notes: ResultDocument['notes'];
}

/** What is thought about beside the page. */
export type Question = { readonly known: Known } & (
  | { readonly about: 'answer'; readonly asked: Asked }
  | { readonly about: 'advice'; readonly ground: AdviceGround }
);

/** A question on its way to a worker: what is known goes with it only where it is new. */
export type PostedQuestion = Omit<Question, 'known'> & { readonly known?: Known };

/** What came of it. */
export type Thought = LiveAnswer | NextReading;

/** What comes of a question of this kind. */
export type ThoughtOf<Q extends Question> = Q extends { readonly about: 'advice' } ? NextReading : LiveAnswer;

/** Thinks about a question; some milliseconds. */
export function think(question: Question): Thought {
  const { known } = question;
  if (question.about === 'advice') {
    const { read } = question.ground;
    return adviseNext({
      ...question.ground,
      known,
      read: read && { ...read, document: { ...read.document, ...known } },
    });
  }
  const { document, rebase, stored = false } = question.asked;
  const { earlier = [], ...others } = known;
  const own = withoutCopies(earlier, document.observations);
  const { posterior, notes } = solveDocument(
    { ...document, ...others, ...(own.length > 0 && { earlier: [...own] }) },
    { rebase, answer: 'live', stored },
  );
  return { posterior, notes };
}
