import { type LineName } from '../geometry/line.ts';
import { radiansFromDegrees } from '../units/angle.ts';
import { type Range } from './ranges.ts';
import { RefusedInput } from './refused-input.ts';

/**
 * What the ways of reading can measure on a person, line by line; SI. Narrower than `RANGES`, which hold for everything
 * that was ever kept: what is new has to lie in here, whatever it comes from.
 */

const millimetres = (least: number, most: number): Range => ({ least: least / 1000, most: most / 1000 });
const degrees = (least: number, most: number): Range => ({
  least: radiansFromDegrees(least),
  most: radiansFromDegrees(most),
});
const onEach = <T extends LineName>(lines: readonly T[], range: Range): Readonly<Record<T, Range>> =>
  Object.fromEntries(lines.map((line) => [line, range])) as Record<T, Range>;

/** Between two marks, by tape (`gaps`, `square`) or along bare marks (`pointsAt`), m. */
export const BARE_BASE_M: Readonly<Record<LineName, Range>> = {
  toes: millimetres(80, 900),
  heels: millimetres(50, 800),
  knees: millimetres(80, 700),
  hips: millimetres(120, 500),
  shoulders: millimetres(150, 600),
  eyes: millimetres(40, 90),
  face: millimetres(35, 140),
};

/** Between the ends of a rod held across the line, or along the rod off the face, m. */
export const ROD_BASE_M: Readonly<Record<LineName, Range>> = {
  ...onEach(['toes', 'heels', 'knees', 'hips', 'shoulders'], millimetres(250, 2000)),
  eyes: millimetres(120, 1500),
  face: millimetres(150, 1300),
};

/** Between the two places where a rod touches the body, m; it touches the face in one. */
export const CONTACT_M: Readonly<Record<Exclude<LineName, 'face'>, Range>> = {
  toes: millimetres(80, 900),
  heels: millimetres(50, 800),
  knees: millimetres(80, 700),
  hips: millimetres(100, 500),
  shoulders: millimetres(120, 600),
  eyes: millimetres(40, 300),
};

/** What does not depend on the line. */
export const LIMITS = {
  /** A gap from the string, m. */
  gapM: millimetres(-3000, 3000),
  /** A gap at the club, m. */
  clubGapM: millimetres(-400, 400),
  /** Of a tape, m. */
  resolutionM: millimetres(0.1, 20),
  /** Sway of a bob, m. */
  plumbM: millimetres(0, 30),
  /** The whole uncertainty of an end, m. */
  endUncertaintyM: millimetres(0.1, 60),
  /** From the ball to where a rod points, m. */
  distanceM: { least: 5, most: 400 },
  /** Standard uncertainty of a gauge, rad. */
  gaugeUncertaintyRad: degrees(0.05, 10),
  /** How a rod seats, rad. */
  seatingUncertaintyRad: degrees(0, 5),
  /** Of the target line, where it is stated, rad. */
  sightingRad: degrees(0.05, 5),
  /** Between the stakes of a string, m. */
  stakeSeparationM: { least: 0.3, most: 100 },
  /** The spread of stepping back in, rad. */
  readdressSdRad: degrees(0.1, 8),
  /** The spread from day to day, rad. */
  daySdRad: degrees(0, 5),
  /** Height, m: from a child of four to the tallest. */
  statureM: { least: 0.8, most: 2.4 },
  daysBefore: { least: 0, most: 20_000 },
  /** Days after the last lesson. */
  forecastDays: { least: 0, most: 180 },
  /** Face minus path, degrees. */
  faceToPathDeg: { least: -35, most: 35 },
} as const satisfies Readonly<Record<string, Range>>;

/** Days since 1970-01-01 on which somebody may have stood in front of a string: the years 1900 to 2200. */
export const DAYS: Range = { least: -25_567, most: 84_370 };

/** The same reading so often in one stand is a copy. */
export const MOST_ALIKE = 3;

const SLIPPED = 'Look for a digit too many or too few, or a unit that slipped.';

/**
 * Refuses what lies outside; conversions from millimetres and degrees leave a rounding behind, which does not.
 *
 * @throws RefusedInput `out-of-range`
 * @example requireInside('plumbM', 0.03, LIMITS.plumbM) // undefined
 */
export function requireInside(field: string, read: number, { least, most }: Range, advice = SLIPPED): void {
  const slack = 1e-9 * Math.max(Math.abs(least), Math.abs(most));
  if (read >= least - slack && read <= most + slack) return;
  throw new RefusedInput('out-of-range', field, { read, least, most, advice });
}
