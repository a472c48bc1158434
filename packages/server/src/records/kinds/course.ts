import { KIND, type CourseInput, type Kept, validateCourseInput } from '@lotrecht/records';
import { type Kind } from '../kind.ts';

/** Courses belong to the academy: a plan that is given to several students at once. */
export const COURSE: Kind<CourseInput, Kept<CourseInput>> = {
  ...KIND.course,
  orderedBy: 'name',
  require: validateCourseInput,
};
