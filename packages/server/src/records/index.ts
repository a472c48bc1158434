import {
  type BallRunInput,
  type ClubInput,
  type Kept,
  type MethodInput,
  type MethodView,
  type OwnDrillInput,
  type PlaceInput,
  type PlaceView,
  type PracticeDoneInput,
  type PracticePlanInput,
  type RoutineInput,
  type UsualMissInput,
} from '@lotrecht/records';
import { kindOf } from './kinds/index.ts';
import { recordsOf } from './record-store.ts';

/** Where balls are hit. */
export const places = recordsOf(kindOf<PlaceInput, PlaceView>('place'));
/** Recorded walk-ins. */
export const routines = recordsOf(kindOf<RoutineInput, Kept<RoutineInput>>('routine'));
/** What students have practised. */
export const practiceDone = recordsOf(kindOf<PracticeDoneInput, Kept<PracticeDoneInput>>('practice-done'));
/** What students practise until the next lesson. */
export const practicePlans = recordsOf(kindOf<PracticePlanInput, Kept<PracticePlanInput>>('practice-plan'));
/** An academy’s own drills. */
export const ownDrills = recordsOf(kindOf<OwnDrillInput, Kept<OwnDrillInput>>('own-drill'));
/** Balls in a row. */
export const ballRuns = recordsOf(kindOf<BallRunInput, Kept<BallRunInput>>('ball-run'));
/** Where students' balls usually go. */
export const usualMisses = recordsOf(kindOf<UsualMissInput, Kept<UsualMissInput>>('usual-miss'));
/** Students' own clubs. */
export const clubs = recordsOf(kindOf<ClubInput, Kept<ClubInput>>('club'));
/** An academy's own methods. */
export const methods = recordsOf(kindOf<MethodInput, MethodView>('method'));
