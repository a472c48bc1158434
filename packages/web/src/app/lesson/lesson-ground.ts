import { judgementOf } from '@lotrecht/judging';
import { type CheckDocument, type CheckView, type LessonView, type LastTimeView } from '@lotrecht/records';
import { keepOnDevice, readOnDevice } from '../device/on-device.ts';
import { DEFAULT_JUDGED, type Judged } from '../methods/judged.ts';
import { plannedStation } from '../settings/planned-station.ts';
import { beginningOf, readUsual } from './usual-readings.ts';

/** Club, target and method that a lesson goes on with: what its next set-up begins with. No student. */
export interface LessonGround {
  readonly club: NonNullable<CheckDocument['club']>;
  readonly target: NonNullable<CheckDocument['target']>;
  readonly judged: Judged;
  /** Where a shape or wind wants the ball to start, degrees from the target, right positive. Default 0. */
  readonly startLineDeg?: number;
}

/** The last time’s, for a lesson to go on with. */
export function lessonGroundOf({ club, target, judgement, ownMethod }: LastTimeView): LessonGround {
  return { club, target, judged: { judgement, ...(ownMethod && { ownMethod }) } };
}

/** What a lesson goes on with after a check. */
export function groundOfCheck({ document, record }: Pick<CheckView, 'document' | 'record'>): LessonGround {
  return {
    club: document.club ?? { group: 'mid-iron' },
    target: document.target ?? {},
    judged: { judgement: judgementOf(document), ...(record?.ownMethod && { ownMethod: record.ownMethod }) },
    ...(document.startLineDeg !== undefined && { startLineDeg: document.startLineDeg }),
  };
}

const KEY = 'lotrecht-lesson-ground';
/** Lessons of a few days: older ones are over. */
const KEPT_LESSONS = 40;

type Kept = readonly (readonly [lessonId: string, ground: LessonGround])[];

function readAll(): Kept {
  return (readOnDevice(KEY) ?? []) as Kept;
}

/** What was chosen for a lesson on this device and not yet begun with; null without. */
function readLessonGround(lessonId: string): LessonGround | null {
  return readAll().find(([id]) => id === lessonId)?.[1] ?? null;
}

/** Chosen: the next set-up of the lesson begins with it. */
export function keepLessonGround(lessonId: string, ground: LessonGround): void {
  const others = readAll().filter(([id]) => id !== lessonId);
  keepOnDevice(KEY, JSON.stringify([[lessonId, ground], ...others].slice(0, KEPT_LESSONS)));
}

/**
 * What the next set-up of a lesson begins with: what was chosen for it, what its last check had, what the student had the
 * last time, what was used last on this device. A station that was laid for it says more than the last time.
 *
 * @param lastTimes newest first
 */
export function groundOfNext(
  lesson: Pick<LessonView, 'id' | 'checks'> | null,
  lastTimes: readonly LastTimeView[],
): LessonGround {
  const planned = plannedStation();
  const last = lesson?.checks.at(-1);
  const [before] = planned === null ? lastTimes : [];
  const { club, target, judged } = beginningOf(readUsual(), planned);
  return (
    readLessonGround(lesson?.id ?? '') ??
    (last && groundOfCheck(last)) ??
    (before && lessonGroundOf(before)) ?? { club, target, judged: judged ?? DEFAULT_JUDGED }
  );
}

/** A check was kept: from now on the lesson goes on with what that one says. */
export function dropLessonGround(lessonId: string): void {
  keepOnDevice(KEY, JSON.stringify(readAll().filter(([id]) => id !== lessonId)));
}
