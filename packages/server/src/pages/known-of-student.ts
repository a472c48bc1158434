import {
  ballsOf,
  dayOfStudent,
  earlierOf,
  lastTimesOf,
  MOST_EARLIER,
  readdressOfStudent,
} from '@lotrecht/judging';
import { type StudentKnownView } from '@lotrecht/records';
import { type Scope } from '../access/scope.ts';
import { listColdChecks } from '../checks/check-repository.ts';
import { listMeasuredLines } from '../checks/measured-line-repository.ts';
import { type Queries } from '../database/database.ts';
import { findPrior } from '../roster/academy-prior.ts';

/** Enough for the last lessons of a few club groups, of three set-ups each. */
const MOST_COLD = 12 * MOST_EARLIER;

/** What is known of a student before a day, YYYY-MM-DD, as a check of that day begins from it. */
export async function knownOfStudent(
  db: Queries,
  scope: Scope,
  studentId: string,
  before: string,
): Promise<StudentKnownView> {
  const cold = await listColdChecks(db, scope, studentId, { before, limit: MOST_COLD });
  const lines = await listMeasuredLines(db, scope, { studentId });
  return {
    readdress: readdressOfStudent(lines),
    day: dayOfStudent(lines),
    earlier: cold.toReversed().flatMap((check) => earlierOf(check, before) ?? []),
    prior: await findPrior(db, scope.academyId),
    lastTimes: lastTimesOf(cold),
    balls: ballsOf(cold),
  };
}
