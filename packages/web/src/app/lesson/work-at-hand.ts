import { type CurrentWork } from '../session/current-work.store.ts';
import { lessonSteps } from '../words/lesson-steps.ts';
import { type LessonAtHand } from './around-lesson.ts';

/** What the shell shows of a lesson that is open: whose it is, its day and its steps. */
export function workAtHand({ student, lesson }: Pick<LessonAtHand, 'student' | 'lesson'>): CurrentWork {
  return {
    studentId: student.id,
    studentName: student.name,
    handedness: student.handedness,
    lessonId: lesson.id,
    heldOn: lesson.heldOn,
    steps: lessonSteps(lesson),
  };
}
