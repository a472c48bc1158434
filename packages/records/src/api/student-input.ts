import { type StudentInput } from '../generated/types.ts';
import { type StudentView } from './lesson-views.ts';

/**
 * What is sent to change something about a student: all that is known of them, so that a page which knows a part erases
 * nothing, and a field that comes later goes along by itself.
 *
 * @example studentInputOf({ id: 'x', revision: 2, name: 'Runa', lessonCount: 1, lastLessonOn: null, instructor: { id: 'y', name: 'Marit' }, shoeMm: 270 }, { name: 'Runa Feldt' }) // { revision: 2, name: 'Runa Feldt', shoeMm: 270 }
 */
export function studentInputOf(
  { id: _id, lessonCount: _count, lastLessonOn: _last, instructor: _instructor, ...input }: StudentView,
  change: Partial<StudentInput>,
): StudentInput {
  return { ...input, ...change };
}
