import { LINE_TITLES, type LineKey } from '@lotrecht/words';

/** Every line that can be asked for by its name. */
export const LINES = Object.keys(LINE_TITLES) as readonly LineKey[];
