import { RefusedInput } from '../refusal/refused-input.ts';
import {
  ballSpeedFor,
  flownShot,
  type Impact,
  requireAngle,
  requireFaceToPath,
  requireWind,
  type Shot,
  type Swing,
  startDirection,
} from './shot.ts';

/** A face turned so much from the path, and the turn that brings its ball down on the target line. */
export interface Aim extends Impact {
  readonly startDeg: number;
  /** Along the target line, m. */
  readonly carryM: number;
  readonly timeS: number;
}

const MET_DEG = 1e-9;
const MOST_TRIES = 25;
const SMALL_DEG = 0.05;
/** Beyond this face and path are no shot any more. */
const WIDEST_DEG = 60;

/**
 * The shot of this face-to-path that comes down on the target line.
 *
 * @param faceToPathDeg face minus path, degrees; right positive
 * @throws RefusedInput as `shotOf`, and where no turn brings it there
 * @example Math.abs(aimFor({ club: 'mid-iron', carryM: 140, wind: { rightMs: 0, aheadMs: 0 } }, 0).faceDeg) < 1e-6 // true
 */
export function aimFor({ club, carryM, wind }: Swing, faceToPathDeg: number): Aim {
  requireWind(wind);
  requireAngle('faceToPathDeg', faceToPathDeg);
  requireFaceToPath('faceToPathDeg', faceToPathDeg);
  const flown = { speedMs: ballSpeedFor(club, carryM), wind };
  const shot = (pathDeg: number): Shot =>
    flownShot(club, { pathDeg, faceDeg: pathDeg + faceToPathDeg }, flown);
  let [before, offBefore] = [0, shot(0).finishDeg];
  let pathDeg = -offBefore;
  for (let tries = 0; tries < MOST_TRIES && Math.abs(pathDeg) < WIDEST_DEG; tries++) {
    const found = shot(pathDeg);
    if (Math.abs(found.finishDeg) < MET_DEG || pathDeg === before) {
      const { startDeg, carryM: downrangeM, timeS } = found;
      return { pathDeg, faceDeg: pathDeg + faceToPathDeg, startDeg, carryM: downrangeM, timeS };
    }
    const slope = (found.finishDeg - offBefore) / (pathDeg - before);
    [before, offBefore] = [pathDeg, found.finishDeg];
    pathDeg -= found.finishDeg / slope;
  }
  throw new RefusedInput('out-of-range', 'faceToPathDeg', {
    read: faceToPathDeg,
    advice: 'In this wind no such shot comes down on the target line.',
  });
}

/** What is seen of a ball, from the target line, right positive, degrees. */
export interface SeenBall {
  readonly startDeg: number;
  readonly finishDeg: number;
}

/**
 * Face and path whose ball starts and comes down as it was seen.
 *
 * @throws RefusedInput as `shotOf`, and for a ball that no face and path could have hit
 * @example Math.abs(impactFor({ club: 'mid-iron', carryM: 140, wind: { rightMs: 0, aheadMs: 0 } }, { startDeg: 0, finishDeg: 0 }).faceDeg) < 1e-6 // true
 */
export function impactFor({ club, carryM, wind }: Swing, seen: SeenBall): Impact {
  requireWind(wind);
  for (const field of ['startDeg', 'finishDeg'] as const) requireAngle(field, seen[field]);
  const flown = { speedMs: ballSpeedFor(club, carryM), wind };
  /** How far a face and path miss what was seen: at the start, and where it came down. */
  const off = (impact: Impact): readonly [number, number] => [
    startDirection(club, impact) - seen.startDeg,
    flownShot(club, impact, flown).finishDeg - seen.finishDeg,
  ];
  let impact: Impact = { faceDeg: seen.startDeg, pathDeg: seen.startDeg };
  for (let tries = 0; tries < MOST_TRIES; tries++) {
    const [start, finish] = off(impact);
    if (Math.hypot(start, finish) < MET_DEG) return impact;
    const [startByFace, finishByFace] = off({ ...impact, faceDeg: impact.faceDeg + SMALL_DEG });
    const [startByPath, finishByPath] = off({ ...impact, pathDeg: impact.pathDeg + SMALL_DEG });
    const [a, b] = [(startByFace - start) / SMALL_DEG, (startByPath - start) / SMALL_DEG];
    const [c, d] = [(finishByFace - finish) / SMALL_DEG, (finishByPath - finish) / SMALL_DEG];
    const det = a * d - b * c;
    impact = {
      faceDeg: impact.faceDeg - (d * start - b * finish) / det,
      pathDeg: impact.pathDeg - (a * finish - c * start) / det,
    };
    if (!(Math.abs(impact.faceDeg) < WIDEST_DEG && Math.abs(impact.pathDeg) < WIDEST_DEG)) break;
  }
  throw new RefusedInput('out-of-range', 'finishDeg', {
    read: seen.finishDeg,
    advice: 'No face and path bend a ball that far. Look at where it started and came down again.',
  });
}
