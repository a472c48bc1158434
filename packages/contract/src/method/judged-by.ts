import { type LineName } from '@lotrecht/core';
import { type CheckDocument, type MethodDocument } from '../generated/types.ts';
import { DocumentRefused } from '../refusal/document-refused.ts';
import { SHIPPED_METHODS } from './shipped-methods.ts';

/** What a method fixes about a check: tolerances and goals in φ, degrees, the order of lines, and the foot line. */
export interface JudgedBy {
  readonly tolerancesDeg: NonNullable<CheckDocument['tolerancesDeg']>;
  readonly goalsDeg?: NonNullable<CheckDocument['goalsDeg']>;
  readonly order: readonly LineName[];
  readonly footLine?: NonNullable<CheckDocument['footLine']>;
}

const BODY_LINES = ['toes', 'heels', 'knees', 'hips', 'shoulders', 'eyes'] as const;

/**
 * What a profile fixes about a check.
 *
 * @param pathDeg only for a method whose body follows a chosen path: φ of the path, degrees; tolerances and goals of
 *   the body lines are moved by it
 * @example judgedByMethod(SHIPPED_METHODS.find((m) => m.bodyFollowsPath), -3).tolerancesDeg.toes // [-5, -1]
 */
export function judgedByMethod(method: MethodDocument, pathDeg = 0): JudgedBy {
  const { order, footLine, goalsDeg } = method;
  const tolerancesDeg = { ...method.tolerancesDeg };
  const goals = { ...goalsDeg };
  if (method.bodyFollowsPath && pathDeg !== 0) {
    for (const line of BODY_LINES) {
      const tolerance = tolerancesDeg[line];
      if (tolerance === undefined) continue;
      tolerancesDeg[line] = [tolerance[0] + pathDeg, tolerance[1] + pathDeg];
      goals[line] = (goals[line] ?? 0) + pathDeg;
    }
  }
  return {
    tolerancesDeg,
    ...(Object.keys(goals).length > 0 && { goalsDeg: goals }),
    order,
    footLine,
  };
}

/**
 * What a check is judged by: its own tolerances and order, or those of the profile that it names.
 *
 * @param methods where a named profile is looked for
 * @throws DocumentRefused for a profile or a version that is not there
 * @example judgedBy({ format: 'lotrecht-check', version: 1, handedness: 'right', targetLine: {}, method: { id: 'first-lesson', version: 1 }, observations: [{ line: 'toes', by: 'gaps', leadGapMm: 571, trailGapMm: 602, baseMm: 450 }] }).order // ['toes', 'face']
 */
export function judgedBy(
  document: CheckDocument,
  methods: readonly MethodDocument[] = SHIPPED_METHODS,
): JudgedBy {
  const { method, tolerancesDeg, goalsDeg, order, footLine } = document;
  if (method === undefined) {
    return {
      tolerancesDeg: tolerancesDeg ?? {},
      ...(goalsDeg && { goalsDeg }),
      order: order ?? [],
      ...(footLine && { footLine }),
    };
  }
  const versions = methods.filter((m) => m.id === method.id);
  const found = versions.find((m) => m.profileVersion === method.version);
  if (found !== undefined) return judgedByMethod(found);
  throw new DocumentRefused([
    versions.length === 0
      ? {
          code: 'unknown-method',
          path: '/method/id',
          message: `Read ${JSON.stringify(method.id)}. Use one of: ${[...new Set(methods.map((m) => m.id))].join(', ')}.`,
        }
      : {
          code: 'unknown-method',
          path: '/method/version',
          message: `Read ${method.version}. Known of this method: ${versions.map((m) => m.profileVersion).join(', ')}.`,
        },
  ]);
}
