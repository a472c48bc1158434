import { withoutNegativeZero } from '../geometry/azimuth.ts';
import { type GapsObservation } from '../observation/observation.ts';
import { RANGES, requirePositive, requireWithin } from '../refusal/ranges.ts';
import { RefusedInput } from '../refusal/refused-input.ts';
import { type Feet, type HeelsFromFlare } from './setup.ts';

const SHOE_M = { least: 0.1, most: 0.5 };

/**
 * The heel line that a toe line and the flares of both feet leave behind: heel gap = toe gap + F·cos f on each side,
 * heel base = toe base − F(sin fL + sin fT).
 *
 * @param toes the toe line, read once with a tape
 * @throws RefusedInput for impossible feet, and when the heels would meet or cross
 */
export function heelsFromFlare(toes: GapsObservation, feet: Feet): HeelsFromFlare {
  const shoe = requirePositive('shoeLengthM', feet.shoeLengthM, SHOE_M);
  const lead = requireWithin('leadFlareRad', feet.leadFlareRad, RANGES.flareRad);
  const trail = requireWithin('trailFlareRad', feet.trailFlareRad, RANGES.flareRad);
  const difference = toes.trailGapM - toes.leadGapM;
  const toeBase = toes.baseAlong === 'rod' ? Math.sqrt(toes.baseM ** 2 - difference ** 2) : toes.baseM;
  const heelBase = toeBase - shoe * (Math.sin(lead) + Math.sin(trail));
  if (heelBase <= 0) {
    throw new RefusedInput('out-of-range', 'leadFlareRad', {
      read: lead,
      advice: 'With these flares the heels would cross. Read flares and base again.',
    });
  }
  const leadGapM = toes.leadGapM + shoe * Math.cos(lead);
  const trailGapM = toes.trailGapM + shoe * Math.cos(trail);
  return {
    leadGapM,
    trailGapM,
    handedAzimuthRad: withoutNegativeZero(Math.atan2(trailGapM - leadGapM, heelBase)),
  };
}
