import { CLUB } from './kinds/club.ts';
import { METHOD } from './kinds/method.ts';
import { PLACE } from './kinds/place.ts';
import { recordsOf } from './record-store.ts';

/** Where balls are hit. */
export const places = recordsOf(PLACE);
/** Students' own clubs. */
export const clubs = recordsOf(CLUB);
/** An academy's own methods. */
export const methods = recordsOf(METHOD);
