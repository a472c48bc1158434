import { type LineName } from '@lotrecht/core';
import {
  type MethodDocument,
  type MethodInput,
  DocumentRefused,
  type Refusal,
  validateMethodDocument,
  validateMethodInput,
} from '@lotrecht/records';

/**
 * A method profile that can judge: valid by its schema, lo < hi and the goal inside for every line.
 *
 * @throws DocumentRefused with a path for everything that is wrong
 * @example requireMethodDocument(ALL_PARALLEL).id // 'all-parallel'
 */
export function requireMethodDocument(value: unknown): MethodDocument {
  const method = validateMethodDocument(value);
  const { tolerancesDeg, goalsDeg, clubLimits = {} } = method;
  const refusals = [
    ...refusalsOf('/tolerancesDeg', tolerancesDeg, goalsDeg),
    // Of a group of clubs only what differs: what it leaves to all clubs has been looked at.
    ...Object.entries(clubLimits).flatMap(([group, own]) => {
      const differ = { ...own.tolerancesDeg };
      for (const line of Object.keys(own.goalsDeg ?? {}) as LineName[]) {
        const tolerance = differ[line] ?? tolerancesDeg[line];
        if (tolerance !== undefined) differ[line] = tolerance;
      }
      return refusalsOf(`/clubLimits/${group}/tolerancesDeg`, differ, { ...goalsDeg, ...own.goalsDeg });
    }),
  ];
  if (refusals.length > 0) throw new DocumentRefused(refusals);
  return method;
}

function refusalsOf(
  at: string,
  tolerancesDeg: MethodDocument['tolerancesDeg'],
  goalsDeg: MethodDocument['goalsDeg'],
): readonly Refusal[] {
  return Object.entries(tolerancesDeg).flatMap(([line, [lo, hi]]): Refusal[] => {
    const path = `${at}/${line}`;
    const goal = goalsDeg?.[line as keyof typeof tolerancesDeg] ?? 0;
    if (Math.abs(lo) > 45 || Math.abs(hi) > 45) {
      return [
        { code: 'out-of-range', path, message: `Read ${lo}° to ${hi}°. Type limits from -45° to 45°.` },
      ];
    }
    if (lo >= hi) {
      return [
        { code: 'tolerance-order', path, message: `Read ${lo}° to ${hi}°. The lower limit comes first.` },
      ];
    }
    return goal < lo || goal > hi
      ? [
          {
            code: 'goal-outside-tolerance',
            path,
            message: `The goal ${goal}° lies outside ${lo}° to ${hi}°.`,
          },
        ]
      : [];
  });
}

/**
 * A method as it is saved, able to judge.
 *
 * @throws DocumentRefused with a path below `/method` for everything that is wrong
 * @example requireMethodInput({ revision: 0, method: ALL_PARALLEL }).revision // 0
 */
export function requireMethodInput(value: unknown): MethodInput {
  const input = validateMethodInput(value);
  try {
    return { ...input, method: requireMethodDocument(input.method) };
  } catch (error) {
    throw error instanceof DocumentRefused ? error.under('/method') : error;
  }
}
