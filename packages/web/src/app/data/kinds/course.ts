import { type CourseInput, type Kept } from '@lotrecht/records';
import { KIND } from '@lotrecht/records/kinds';
import { recordKind } from '../record-kind.ts';

/** A plan to be given to several students. */
export type Course = Kept<CourseInput>;

export const COURSE = recordKind<CourseInput, Course>(KIND.course, ({ name, course }) => [
  { label: 'Name', text: name },
  { label: 'Weeks', text: String(course.weeks) },
]);
