import { type CourseInput, type Kept, validateCourseInput } from '@lotrecht/records';
import { type Kind } from '../kind.ts';

/** Courses belong to the academy: a plan that is given to several students at once. */
export const COURSE: Kind<CourseInput, Kept<CourseInput>> = {
  name: 'course',
  table: 'course',
  path: 'courses',
  owner: 'academy',
  plural: 'courses',
  fields: { name: 'plain', course: 'json' },
  orderedBy: 'name',
  require: validateCourseInput,
};
