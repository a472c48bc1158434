import { FLARE_UNCERTAINTY_RAD } from '../defaults/shoe.ts';
import { BASE_UNCERTAINTY_M } from '../defaults/tape.ts';
import { withoutNegativeZero } from '../geometry/azimuth.ts';
import { type GapsObservation } from '../observation/ways/gaps.ts';
import { RANGES, requirePositive, requireWithin } from '../refusal/ranges.ts';
import { RefusedInput } from '../refusal/refused-input.ts';
import { endUncertainty } from '../uncertainty/end-uncertainty.ts';
import { inQuadrature } from '../uncertainty/quadrature.ts';
import { type Feet, type HeelsFromFlare } from './setup.ts';

const SHOE_RANGE = { least: 0.1, most: 0.5 };
/**
 * The heel line that a toe line and the flares of both feet leave behind: heel gap = toe gap + F·cos f on each side,
 * heel base = toe base − F(sin fL + sin fT). Its u has the tape, the toe tips, the base, and 5° of each flare.
 *
 * @param toes the toe line, read once with a tape
 * @throws RefusedInput for impossible feet, and when the heels would meet or cross
 */
export function heelsFromFlare(toes: GapsObservation, feet: Feet): HeelsFromFlare {
  const shoe = requirePositive('shoeLengthM', feet.shoeLengthM, SHOE_RANGE);
  const lead = requireWithin('leadFlareRad', feet.leadFlareRad, RANGES.flareRad);
  const trail = requireWithin('trailFlareRad', feet.trailFlareRad, RANGES.flareRad);
  const difference = toes.trailGapM - toes.leadGapM;
  const alongRod = toes.baseAlong === 'rod';
  const toeBase = alongRod ? Math.sqrt(toes.baseM ** 2 - difference ** 2) : toes.baseM;
  const heelBase = toeBase - shoe * (Math.sin(lead) + Math.sin(trail));
  if (heelBase <= 0) {
    throw new RefusedInput('out-of-range', 'leadFlareRad', {
      read: lead,
      advice: 'With these flares the heels would cross. Read flares and base again.',
    });
  }
  const leadGapM = toes.leadGapM + shoe * Math.cos(lead);
  const trailGapM = toes.trailGapM + shoe * Math.cos(trail);
  const heelDifference = trailGapM - leadGapM;
  const squared = heelDifference ** 2 + heelBase ** 2;
  // dφ = (w·dD − D·dw)/(w² + D²), D and w of the heels.
  const slope = (ofDifference: number, ofBase: number): number =>
    (heelBase * ofDifference - heelDifference * ofBase) / squared;
  const ofFlare = (flare: number, side: 1 | -1): number =>
    slope(-side * shoe * Math.sin(flare), -shoe * Math.cos(flare));
  const uEnd = endUncertainty(toes.line, toes);
  // Along the body the toe base shrinks with the difference of the gaps.
  const baseOfDifference = alongRod ? -difference / toeBase : 0;
  const baseOfBase = alongRod ? toes.baseM / toeBase : 1;
  return {
    leadGapM,
    trailGapM,
    handedAzimuthRad: withoutNegativeZero(Math.atan2(heelDifference, heelBase)),
    measurementUncertaintyRad: inQuadrature(
      inQuadrature(
        slope(1, baseOfDifference) * Math.SQRT2 * uEnd,
        slope(0, baseOfBase) * (toes.baseUncertaintyM ?? BASE_UNCERTAINTY_M),
      ),
      ofFlare(lead, -1) * FLARE_UNCERTAINTY_RAD,
      ofFlare(trail, 1) * FLARE_UNCERTAINTY_RAD,
    ),
  };
}
