import { type PlaceInput } from '@lotrecht/records';

/** Kinds of places as they are said. */
export const PLACE_KINDS: Readonly<Record<PlaceInput['kind'], string>> = {
  range: 'Range',
  hall: 'Hall',
  course: 'Course hole',
  home: 'Home',
};
