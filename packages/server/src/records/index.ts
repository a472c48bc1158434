import { BALL_RUN } from './kinds/ball-run.ts';
import { CLUB } from './kinds/club.ts';
import { ROUTINE } from './kinds/routine.ts';
import { PRACTICE_DONE } from './kinds/practice-done.ts';
import { PRACTICE_PLAN } from './kinds/practice-plan.ts';
import { OWN_DRILL } from './kinds/own-drill.ts';
import { METHOD } from './kinds/method.ts';
import { PLACE } from './kinds/place.ts';
import { USUAL_MISS } from './kinds/usual-miss.ts';
import { recordsOf } from './record-store.ts';

/** Where balls are hit. */
export const places = recordsOf(PLACE);
/** Recorded walk-ins. */
export const routines = recordsOf(ROUTINE);
/** What students have practised. */
export const practiceDone = recordsOf(PRACTICE_DONE);
/** What students practise until the next lesson. */
export const practicePlans = recordsOf(PRACTICE_PLAN);
/** An academy’s own drills. */
export const ownDrills = recordsOf(OWN_DRILL);
/** Balls in a row. */
export const ballRuns = recordsOf(BALL_RUN);
/** Where students' balls usually go. */
export const usualMisses = recordsOf(USUAL_MISS);
/** Students' own clubs. */
export const clubs = recordsOf(CLUB);
/** An academy's own methods. */
export const methods = recordsOf(METHOD);
