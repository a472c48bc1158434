import { METHOD } from './kinds/method.ts';
import { PLACE } from './kinds/place.ts';
import { recordsOf } from './record-store.ts';

/** Where balls are hit. */
export const places = recordsOf(PLACE);
/** An academy's own methods. */
export const methods = recordsOf(METHOD);
