import { type HandOutPage, type StudentLinkPage } from '@lotrecht/records';
import { firstNameOf } from '@lotrecht/words';
import { PAPER_COLOURS, type Sheet, type SightPicture, sightPicture, toSvg } from '@lotrecht/paper';
import { listChecksById, listLastLessonChecks } from '../checks/check-repository.ts';
import { type Queries } from '../database/database.ts';
import { isoFromUtc } from '../database/utc.ts';
import { listLessonsById } from '../lessons/lesson-repository.ts';
import { findSettings } from '../settings/settings-repository.ts';
import { listHandOuts } from './hand-out-repository.ts';
import { findHandOutGround, handOutWish } from './hand-out-wish.ts';
import { planPage } from './plan-page.ts';
import { listDrillDays } from './save-self-check.ts';
import { actorOfLink, type OpenStudentLink } from './student-link-repository.ts';
import { trainingGround } from './training-ground.ts';

const USUAL_BASE_MM = 400;
/** Among so many the last target and the last stance are looked for. */
const LAST_CHECKS = 12;
/** Each comes with two pictures: who wants an older one asks. */
const NEWEST_HAND_OUTS = 12;
/** Letters that are read at arm's length on a phone, and no landmarks between them. */
const PHONE_CAPTION_MM = 7;

function forPhone({ wish }: SightPicture): Sheet {
  return sightPicture({ ...wish, captionMm: PHONE_CAPTION_MM, landmarks: [] }).sheet;
}

function svgOf(sheet: Sheet): string {
  return toSvg(sheet, {
    colour: (ink) => PAPER_COLOURS[ink],
    fontFamily: 'Barlow, sans-serif',
    label: sheet.title,
  });
}

/**
 * What a student's link shows. However many hand-outs there are, it is asked for as often.
 *
 * @param calendarPath where the days of the plan are kept; null: the link has no calendar
 */
export async function studentPage(
  db: Queries,
  link: OpenStudentLink,
  calendarPath: string | null,
): Promise<StudentLinkPage> {
  const actor = actorOfLink(link);
  const checks = await listLastLessonChecks(db, actor, link.studentId, LAST_CHECKS);
  const toes = checks
    .flatMap((c) => c.document.observations)
    .find((o) => o.line === 'toes' && o.by === 'gaps');
  const target = checks.find((c) => c.document.target?.distanceM !== undefined)?.document.target;
  const { lengthUnit, distanceUnit } = await findSettings(db, actor);
  return {
    firstName: firstNameOf(link.name),
    handedness: link.handedness,
    minor: link.minor === 1,
    academyName: link.academyName,
    expiresAt: isoFromUtc(link.expiresAt),
    target:
      target?.distanceM === undefined
        ? null
        : { name: target.name ?? 'the target', distanceM: target.distanceM },
    baseMm: toes?.by === 'gaps' ? toes.baseMm : USUAL_BASE_MM,
    units: { length: lengthUnit, distance: distanceUnit },
    handOuts: await handOutPages(db, link),
    ...(await trainingGround(db, actor, checks[0], link.statureMm)),
    plan: await planPage(db, actor, { link, last: checks[0], calendarPath }),
    drillDays: await listDrillDays(db, link),
  };
}

/** The newest hand-outs with their pictures; one whose check or lesson is gone is left out. */
async function handOutPages(db: Queries, link: OpenStudentLink): Promise<readonly HandOutPage[]> {
  const actor = actorOfLink(link);
  const handOuts = await listHandOuts(db, actor, link.studentId, NEWEST_HAND_OUTS);
  if (handOuts.length === 0) return [];
  const checks = await listChecksById(db, actor, [...new Set(handOuts.map(({ checkId }) => checkId))]);
  const lessons = await listLessonsById(db, actor, [...new Set(checks.map(({ lessonId }) => lessonId))]);
  const ground = await findHandOutGround(db, actor);
  const { name: studentName, statureMm, academyName } = link;
  return handOuts.flatMap((handOut) => {
    const check = checks.find(({ id }) => id === handOut.checkId);
    const lesson = lessons.find(({ id }) => id === check?.lessonId);
    if (check === undefined || lesson === undefined) return [];
    const wish = handOutWish({ handOut, check, lesson, studentName, statureMm, academyName }, ground);
    const { priority, found, own, drill, checkYourself, cautions, board, sight } = wish;
    return [
      {
        id: handOut.id,
        heldOn: lesson.heldOn,
        priority,
        found,
        own,
        drill,
        checkYourself,
        cautions,
        board: svgOf({ title: 'The set-up from above', ...board }),
        sight: sight && { now: svgOf(forPhone(sight.now)), goal: svgOf(forPhone(sight.goal)) },
      },
    ];
  });
}
