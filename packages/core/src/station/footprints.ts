import { type Handedness, sideSign } from '../geometry/handedness.ts';
import { RANGES, type Range, requirePositive, requireWithin } from '../refusal/ranges.ts';
import { type GroundPoint } from '../scene/ground-points.ts';

/** A stance to be laid by numbers. Lengths in metres, angles in rad. */
export interface FootprintWish {
  readonly handedness: Handedness;
  /** Gap of each toe tip from the target line. */
  readonly leadGapM: number;
  readonly trailGapM: number;
  /** Between the toe tips along the target line. */
  readonly toeBaseM: number;
  /** Lead toe tip downrange of the ball. */
  readonly leadAheadM: number;
  readonly shoeLengthM: number;
  /** From square to the target line, outward positive. */
  readonly leadFlareRad: number;
  readonly trailFlareRad: number;
}

/** One foot: toe tip and heel back on the ground. */
export interface Footprint {
  readonly foot: 'lead' | 'trail';
  readonly toe: GroundPoint;
  readonly heel: GroundPoint;
}

const SHOE: Range = { least: 0.1, most: 0.5 };

/**
 * Footprints to scale, to be laid by numbers and stood in.
 *
 * @throws RefusedInput for feet that nobody has
 * @example footprints({ handedness: 'right', leadGapM: 0.6, trailGapM: 0.6, toeBaseM: 0.45, leadAheadM: 0.2, shoeLengthM: 0.29, leadFlareRad: 0, trailFlareRad: 0 })[1].heel.yM // -0.25
 */
export function footprints(wish: FootprintWish): readonly Footprint[] {
  const s = sideSign(wish.handedness);
  const shoe = requirePositive('shoeLengthM', wish.shoeLengthM, SHOE);
  const base = requirePositive('toeBaseM', wish.toeBaseM, RANGES.baseM);
  const ahead = requireWithin('leadAheadM', wish.leadAheadM, RANGES.gapM);
  const foot = (name: 'lead' | 'trail', gapM: number, yM: number, flareRad: number): Footprint => {
    const gap = requireWithin(`${name}GapM`, gapM, RANGES.gapM);
    const flare = requireWithin(`${name}FlareRad`, flareRad, RANGES.flareRad);
    // Flared outward, the toe tip is away from the middle and the heel nearer to it.
    const outward = name === 'lead' ? 1 : -1;
    return {
      foot: name,
      toe: { xM: -s * gap, yM },
      heel: {
        xM: -s * (gap + shoe * Math.cos(flare)),
        yM: yM - outward * shoe * Math.sin(flare),
      },
    };
  };
  return [
    foot('lead', wish.leadGapM, ahead, wish.leadFlareRad),
    foot('trail', wish.trailGapM, ahead - base, wish.trailFlareRad),
  ];
}
