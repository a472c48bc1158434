import { type InstructorSettings } from '@lotrecht/records';

/** What an instructor works with until they say otherwise: a tape, a rule, two rods and six metres of string. */
export const DEFAULT_SETTINGS: InstructorSettings = {
  revision: 0,
  distanceUnit: 'm',
  lengthUnit: 'mm',
  dominantEye: null,
  equipment: { rodsMm: [1220, 1220], tapeDivisionMm: 5, ruleDivisionMm: 1, stringM: 6, bobs: 2 },
  targetLine: { made: 'string', separationM: 6, stakeMm: 5, offsetMm: 0, aid: 'none', behindM: 2.5 },
  targetLineAt: {},
};
