import {
  type AdviceGround,
  adviseNext,
  type CheckDocument,
  type PosteriorResult,
  type Rebase,
  type ResultDocument,
  solveDocument,
} from '@lotrecht/contract';
import { type NextReading } from '@lotrecht/core';

/** A check that can be solved. */
export interface Asked {
  readonly document: CheckDocument;
  readonly rebase: Rebase | undefined;
}

/** What follows from a check and from all that is known. */
export interface LiveAnswer {
  readonly posterior: PosteriorResult | undefined;
  /** Remarks on the whole result. */
  readonly notes: ResultDocument['notes'];
}

/** What is thought about beside the page. */
export type Question =
  | { readonly about: 'answer'; readonly asked: Asked }
  | { readonly about: 'advice'; readonly ground: AdviceGround };

/** What came of it. */
export type Thought = LiveAnswer | NextReading;

/** What comes of a question of this kind. */
export type ThoughtOf<Q extends Question> = Q extends { readonly about: 'advice' } ? NextReading : LiveAnswer;

/** Thinks about a question; some milliseconds. */
export function think(question: Question): Thought {
  if (question.about === 'advice') return adviseNext(question.ground);
  const { document, rebase } = question.asked;
  const { posterior, notes } = solveDocument(document, { rebase, answer: 'live' });
  return { posterior, notes };
}
