import { type MethodDocument } from '@lotrecht/records';
import { TRAIL_FOOT_FIRST } from './trail-foot-first.ts';

/** As it was before it named the heels in its order: checks that were judged by it keep it. */
export const TRAIL_FOOT_FIRST_1: MethodDocument = {
  ...TRAIL_FOOT_FIRST,
  profileVersion: 1,
  order: ['face', 'toes', 'hips', 'shoulders', 'eyes'],
};
