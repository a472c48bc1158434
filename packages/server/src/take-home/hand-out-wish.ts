import { type CheckView, type HandOutView, SHIPPED_METHODS, USUAL_STATURE_M } from '@lotrecht/contract';
import { composeHandOut, drillOf, type HandOutWish, sightOfCheck } from '@lotrecht/paper';
import { type Queries } from '../database/database.ts';
import { type Actor } from '../http/context.ts';
import { findLesson, type LessonRow } from '../lessons/lesson-repository.ts';
import { findPlace } from '../places/place-repository.ts';

const ROD_M = 1.22;
/** A mark nearer than this is seen with the ball; what the eyes make of it is shown for one further ahead. */
const NEAREST_MARK_M = 1;
const FAR_MARK_M = 4;

const DAY = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'long',
  year: 'numeric',
  timeZone: 'UTC',
});

/** Everything a hand-out's words and pictures come from. */
export interface HandOutSource {
  readonly handOut: HandOutView;
  readonly check: CheckView;
  readonly lesson: LessonRow;
  readonly studentName: string;
  /** Null: a usual adult stands in. */
  readonly statureMm: number | null;
  readonly academyName: string;
}

/** Only a first name goes home. @example firstNameOf('Runa Feldt') // 'Runa' */
export function firstNameOf(name: string): string {
  return name.trim().split(/\s+/)[0] ?? name;
}

/** A hand-out with its words and pictures. */
export async function handOutWish(db: Queries, actor: Actor, source: HandOutSource): Promise<HandOutWish> {
  const { handOut, check, lesson, studentName, statureMm, academyName } = source;
  const place = lesson.placeId === null ? undefined : await findPlace(db, actor, lesson.placeId);
  const { document, result, record } = check;
  const method = SHIPPED_METHODS.find((m) => m.id === document.method?.id) ?? SHIPPED_METHODS[0];
  const markM = method?.markM ?? FAR_MARK_M;
  const target = place?.marks.find((m) => m.name === document.target?.name);
  return composeHandOut({
    firstName: firstNameOf(studentName),
    date: DAY.format(new Date(`${lesson.heldOn}T00:00:00Z`)),
    document,
    result,
    record,
    drill: drillOf(handOut.drillId),
    dose: handOut.dose,
    own: handOut.own,
    junior: handOut.junior,
    sight: sightOfCheck(document, result, {
      record,
      ground: {
        statureM: statureMm === null ? USUAL_STATURE_M : statureMm / 1000,
        markM: markM < NEAREST_MARK_M ? FAR_MARK_M : markM,
        rodM: ROD_M,
        headLifted: false,
        // Bearings are from the place's own zero; the picture has them from the target.
        landmarks: (target === undefined ? [] : (place?.marks ?? []))
          .filter((m) => m.id !== target?.id)
          .map((m) => ({
            name: m.name,
            distanceM: m.distanceM,
            bearingDeg: m.bearingDeg - (target?.bearingDeg ?? 0),
          })),
      },
    }),
    foot: academyName,
  });
}

/** The lesson of a check. */
export function lessonOf(db: Queries, actor: Actor, check: CheckView): Promise<LessonRow | undefined> {
  return findLesson(db, actor, check.lessonId);
}
