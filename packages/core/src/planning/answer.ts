import { type LineName } from '../geometry/line.ts';

/** How probable it is that a line is in tolerance, in the method's order. */
export interface LineChance {
  readonly line: LineName;
  readonly probabilityIn: number;
}

/** What the check could say: which line comes first, or that the set-up is in order; null = all in. */
export interface AnswerChance {
  readonly fixFirst: LineName | null;
  readonly probability: number;
}

/**
 * The chance of every answer: line k comes first when all before it are in and it is not; the last answer is that
 * all are in. Lines are taken as independent.
 * @example answerChances([{ line: 'face', probabilityIn: 0.75 }]) // [{ fixFirst: 'face', probability: 0.25 }, { fixFirst: null, probability: 0.75 }]
 */
export function answerChances(lines: readonly LineChance[]): readonly AnswerChance[] {
  let allBeforeIn = 1;
  const answers = lines.map(({ line, probabilityIn }) => {
    const probability = allBeforeIn * (1 - probabilityIn);
    allBeforeIn *= probabilityIn;
    return { fixFirst: line, probability };
  });
  return [...answers, { fixFirst: null, probability: allBeforeIn }];
}

/** The answer one would give now. @param answers at least one */
export function likeliestAnswer(answers: readonly AnswerChance[]): AnswerChance {
  return answers.reduce((best, a) => (a.probability > best.probability ? a : best));
}

/** How open the answer still is, bits: −Σ p·log₂ p. */
export function openness(answers: readonly AnswerChance[]): number {
  return answers.reduce((sum, { probability: p }) => (p > 0 ? sum - p * Math.log2(p) : sum), 0);
}
