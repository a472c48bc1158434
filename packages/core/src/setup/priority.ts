import { type LineName } from '../geometry/line.ts';
import { TOLD_FROM } from '../uncertainty/told-from.ts';
import { type LineFinding } from './setup.ts';

/** The line to work on, or null. */
export interface Priority {
  readonly fixFirst: LineName | null;
  /** Only where nothing is out. */
  readonly likelyFirst: LineName | null;
}

/**
 * The first line in the method's order that is out; with none out, the first that is probably out.
 * A line without tolerance or outside the order never comes first.
 */
export function priorityOf(lines: readonly LineFinding[], order: readonly LineName[]): Priority {
  const judged = order.flatMap((name) => {
    const finding = lines.find((l) => l.line === name);
    return finding?.judgement === undefined ? [] : [{ name, judgement: finding.judgement }];
  });
  const fixFirst = judged.find((l) => l.judgement.verdict === 'out')?.name ?? null;
  if (fixFirst !== null) return { fixFirst, likelyFirst: null };
  const likely = judged.find(
    ({ judgement: j }) => Math.max(j.tooOpenProbability, j.tooClosedProbability) >= TOLD_FROM,
  );
  return { fixFirst: null, likelyFirst: likely?.name ?? null };
}
