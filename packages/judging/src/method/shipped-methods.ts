import { type MethodDocument } from '@lotrecht/records';
import { ALL_PARALLEL } from './profiles/all-parallel.ts';
import { SHOULDERS_AND_EYES_RULE } from './profiles/shoulders-and-eyes-rule.ts';
import { TRAIL_FOOT_FIRST_1 } from './profiles/earlier-trail-foot-first.ts';
import { TRAIL_FOOT_FIRST } from './profiles/trail-foot-first.ts';
import { FEET_TOGETHER } from './profiles/feet-together.ts';
import { INSTEP_SQUARE } from './profiles/instep-square.ts';
import { BUILT_ON_THE_START_LINE } from './profiles/built-on-the-start-line.ts';
import { BODY_SETS_THE_PATH } from './profiles/body-sets-the-path.ts';
import { FIRST_LESSON } from './profiles/first-lesson.ts';

/** The shipped method profiles, the default first. Tolerances are starting values: the trade gives none. */
export const SHIPPED_METHODS: readonly MethodDocument[] = [
  ALL_PARALLEL,
  SHOULDERS_AND_EYES_RULE,
  TRAIL_FOOT_FIRST,
  FEET_TOGETHER,
  INSTEP_SQUARE,
  BUILT_ON_THE_START_LINE,
  BODY_SETS_THE_PATH,
  FIRST_LESSON,
];

/** Those and their earlier versions: a stored check goes on being judged by what it was judged by. */
export const KNOWN_METHODS: readonly MethodDocument[] = [...SHIPPED_METHODS, TRAIL_FOOT_FIRST_1];
