import { radiansFromDegrees } from '../units/angle.ts';

/** Standard uncertainty of a stake across the line, m. */
export const STAKE_UNCERTAINTY_M = 0.005;
/** Standard uncertainty of sighting, rad: by eye from 2–3 m behind the ball, and with a hanging plumb line and stakes. */
export const SIGHTING_RAD = { byEye: radiansFromDegrees(0.5), byPlumbLine: radiansFromDegrees(0.2) } as const;
