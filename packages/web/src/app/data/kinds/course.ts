import { type CourseInput, type Kept } from '@lotrecht/records';
import { type RecordKind } from '../record-kind.ts';

/** A plan to be given to several students. */
export type Course = Kept<CourseInput>;

export const COURSE: RecordKind<CourseInput, Course> = {
  name: 'course',
  path: 'courses',
  toInput: ({ revision, name, course }) => ({ revision, name, course }),
  rows: ({ name, course }) => [
    { label: 'Name', text: name },
    { label: 'Weeks', text: String(course.weeks) },
  ],
};
