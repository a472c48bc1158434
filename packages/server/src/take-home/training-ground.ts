import { ALL_PARALLEL, routineOfMethod, SHIPPED_METHODS } from '@lotrecht/judging';
import { type CheckView, type EyeGround, type TrainingGround } from '@lotrecht/records';
import { type Actor } from '../access/actor.ts';
import { type Queries } from '../database/database.ts';
import { findLesson } from '../lessons/lesson-repository.ts';
import { methods as ownMethods, places } from '../records/index.ts';

/** What a student trains with: a routine, and pictures for the eye. */
export interface TrainedWith {
  readonly training: TrainingGround;
  readonly eye: EyeGround;
}

/** What a student trains: the routine of the method of their newest check, at what the place of it shows. */
export async function trainingGround(
  db: Queries,
  actor: Actor,
  last: CheckView | undefined,
  statureMm: number | null,
): Promise<TrainedWith> {
  const methods = [...SHIPPED_METHODS, ...(await ownMethods.list(db, actor)).map(({ method }) => method)];
  const asked = last?.document.method?.id ?? last?.record?.ownMethod?.id;
  const method = methods.find(({ id }) => id === asked) ?? ALL_PARALLEL;
  const lesson = last && (await findLesson(db, actor, last.lessonId));
  const place = lesson?.placeId ? await places.find(db, actor, lesson.placeId) : undefined;
  const marks = place?.marks ?? [];
  const seen = marks.map(({ name }) => name);
  const typed = last?.document.target?.name;
  return {
    training: {
      method: method.name,
      steps: routineOfMethod(method).told.map(({ step, title, cue }) => ({ step, title, cue })),
      targets: seen.length > 0 || typed === undefined ? seen : [typed],
    },
    eye: { clubGroup: last?.document.club?.group ?? USUAL_CLUB, statureMm, marks },
  };
}

const USUAL_CLUB = 'mid-iron';
