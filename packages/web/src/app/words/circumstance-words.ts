import { type Circumstances } from '@lotrecht/records';

/** Circumstances as they are said, in the order in which a lesson goes. */
export const PHASES: Readonly<Record<Circumstances['phase'], string>> = {
  baseline: 'baseline',
  coached: 'coached',
  'after-balls': 'after balls',
  test: 'test',
};

export const HELPS: Readonly<Record<Circumstances['help'], string>> = {
  blind: 'blind',
  cued: 'with a cue',
  rods: 'with rods',
};

export const PLACES: Readonly<Record<Circumstances['place'], string>> = {
  hall: 'hall',
  range: 'range',
  course: 'course',
  home: 'home',
};

export const READERS: Readonly<Record<Circumstances['reader'], string>> = {
  instructor: 'read by you',
  student: 'by the student',
  partner: 'by a partner',
};

/** In one phrase. @example "baseline, blind, range" */
export function circumstancesText({ phase, help, place }: Circumstances): string {
  return `${PHASES[phase]}, ${HELPS[help]}, ${PLACES[place]}`;
}
