import { type AnyKind } from '../kind.ts';
import { BALL_RUN } from './ball-run.ts';
import { COURSE } from './course.ts';
import { OWN_DRILL } from './own-drill.ts';
import { CLUB } from './club.ts';
import { EYE_ON_SCREEN } from './eye-on-screen.ts';
import { METHOD } from './method.ts';
import { PLACE } from './place.ts';
import { PRACTICE_DONE } from './practice-done.ts';
import { PRACTICE_PLAN } from './practice-plan.ts';
import { ROUTINE } from './routine.ts';
import { STATION_PLAN } from './station-plan.ts';
import { USUAL_MISS } from './usual-miss.ts';

/** Every kind there is: what stands before in a file is pointed at by what comes after. */
export const KINDS: readonly AnyKind[] = [
  PLACE,
  METHOD,
  STATION_PLAN,
  OWN_DRILL,
  COURSE,
  EYE_ON_SCREEN,
  CLUB,
  ROUTINE,
  PRACTICE_PLAN,
  PRACTICE_DONE,
  BALL_RUN,
  USUAL_MISS,
];
