import { type LineName } from '../geometry/line.ts';
import { radiansFromDegrees } from '../units/angle.ts';

const degrees = radiansFromDegrees;

/** How far a line moves against the stand between stepping in and its reading, standard deviation, rad. */
export const MOVED_SD_RAD: Readonly<Record<LineName, number>> = {
  face: degrees(0.2),
  toes: degrees(0.2),
  heels: degrees(0.2),
  knees: degrees(0.4),
  hips: degrees(0.7),
  shoulders: degrees(0.9),
  eyes: degrees(1),
};
