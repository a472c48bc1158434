import { type ErrorSource, type HalvedBy, type LineBudget } from '@lotrecht/core';
import { percentText } from '../../../words/words.ts';

const SOURCES: Readonly<Record<ErrorSource, string>> = {
  points: 'finding the points',
  seating: 'how the rod seats',
  tape: 'the tape’s division',
  sway: 'the bob’s sway',
  base: 'the base',
  mark: 'the mark it points at',
  gap: 'how far from the line it starts',
  look: 'the look along the rod',
  gauge: 'the gauge',
  judge: 'the eye',
  'square-rod': 'how square the rod lies',
  'target-line': 'the target line',
  'stepping-in': 'stepping in anew',
};

/** A second source is named where it has more than so much of the variance. */
const NAMED_FROM = 0.15;

/** What a line's ± mostly comes from, and what would halve it: two sentences. */
export function budgetText({ shares, halvedBy }: LineBudget): string {
  const [first, second] = shares;
  if (first === undefined) return '';
  const mostly = `The ± is mostly ${SOURCES[first.source]}, ${percentText(first.share).replace(' ', '\u00a0')}`;
  const then = second !== undefined && second.share >= NAMED_FROM ? `, then ${SOURCES[second.source]}` : '';
  return `${mostly}${then}. ${halvingText(halvedBy)}`;
}

function halvingText({ readings, rod, targetLine, rodAndTargetLine }: HalvedBy): string {
  const ways = [
    ...(rod ? ['a club or rod across'] : []),
    ...(targetLine ? ['a target line laid with stakes and a bob'] : []),
    ...(readings === null ? [] : [`${readings} readings, each made anew`]),
  ];
  if (ways.length > 0) return `To halve it: ${ways.join(', or ')}.`;
  return rodAndTargetLine
    ? 'To halve it: a rod across and a line laid with stakes.'
    : 'Nothing at hand halves it.';
}
