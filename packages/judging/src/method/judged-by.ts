import { type LineName } from '@lotrecht/core';
import { type CheckDocument, type ClubGroup, type MethodDocument, DocumentRefused } from '@lotrecht/records';
import { KNOWN_METHODS } from './shipped-methods.ts';

/** What a method fixes about a check: tolerances and goals in φ, degrees, the order of lines, and the foot line. */
export interface JudgedBy {
  readonly tolerancesDeg: NonNullable<CheckDocument['tolerancesDeg']>;
  readonly goalsDeg?: NonNullable<CheckDocument['goalsDeg']>;
  readonly order: readonly LineName[];
  readonly footLine?: NonNullable<CheckDocument['footLine']>;
}

/** A tolerance this wide judges nothing: the line may stand as it likes. */
const FREE_WIDTH_DEG = 25;

/**
 * The lines that a set-up is ruled in or out by: those of the order whose tolerance says anything. Feet that are free
 * need not be read.
 *
 * @example decidingLines({ order: ['face', 'toes'], tolerancesDeg: { face: [-2, 2], toes: [-15, 15] } }) // ['face']
 */
export function decidingLines({
  order,
  tolerancesDeg,
}: Pick<JudgedBy, 'order' | 'tolerancesDeg'>): readonly LineName[] {
  return order.filter((line) => {
    const tolerance = tolerancesDeg[line];
    return tolerance === undefined || tolerance[1] - tolerance[0] < FREE_WIDTH_DEG;
  });
}

const BODY_LINES = ['toes', 'heels', 'knees', 'hips', 'shoulders', 'eyes'] as const;

/**
 * What a profile fixes about a check.
 *
 * @param pathDeg only for a method whose body follows a chosen path: φ of the path, degrees; tolerances and goals of
 *   the body lines are moved by it
 * @param clubGroup where the method has limits of its own for a group of clubs; null: those of all
 * @example judgedByMethod(SHIPPED_METHODS.find((m) => m.bodyFollowsPath), -3).tolerancesDeg.toes // [-5, -1]
 */
export function judgedByMethod(
  method: MethodDocument,
  pathDeg = 0,
  clubGroup: ClubGroup | null = null,
): JudgedBy {
  const { order, footLine, goalsDeg, clubLimits } = method;
  const own = clubGroup === null ? undefined : clubLimits?.[clubGroup];
  const tolerancesDeg = { ...method.tolerancesDeg, ...own?.tolerancesDeg };
  const goals = { ...goalsDeg, ...own?.goalsDeg };
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
 * A method with the tolerances that a check asks about. A school says how heels may stand although it judges by the toes:
 * of a line that is neither in its order nor was read that says nothing, and that all are in must not wait for it.
 *
 * @example onlyAsked({ order: ['toes'], tolerancesDeg: { toes: [-2, 2], heels: [-2, 2] } }, []).tolerancesDeg // { toes: [-2, 2] }
 */
export function onlyAsked<J extends Pick<JudgedBy, 'order' | 'tolerancesDeg'>>(
  judged: J,
  observations: readonly { readonly line: LineName }[],
): J {
  const asked = Object.entries(judged.tolerancesDeg).filter(
    ([line]) => judged.order.some((name) => name === line) || observations.some((o) => o.line === line),
  );
  return { ...judged, tolerancesDeg: Object.fromEntries(asked) };
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
  methods: readonly MethodDocument[] = KNOWN_METHODS,
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
