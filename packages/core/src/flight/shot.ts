import { LIMITS, requireInside } from '../refusal/limits.ts';
import { RefusedInput } from '../refusal/refused-input.ts';
import { degreesFromRadians, radiansFromDegrees } from '../units/angle.ts';
import { type Flown, fly, type Landing, type Vector, type Wind } from './fly.ts';
import { LAUNCHES, type LaunchClub } from './launch.ts';

/** Face and path where club and ball meet, from the target line, right positive, degrees. */
export interface Impact {
  readonly faceDeg: number;
  readonly pathDeg: number;
}

/** A club, and how far its straight shot in still air carries. */
export interface Swing {
  readonly club: LaunchClub;
  readonly carryM: number;
  readonly wind: Wind;
}

/** What a ball does; angles from the target line, right positive, degrees. */
export interface Shot {
  readonly ballSpeedMs: number;
  readonly startDeg: number;
  /** Where it comes down, seen from where it was hit. */
  readonly finishDeg: number;
  readonly lateralM: number;
  /** Along the target line. */
  readonly carryM: number;
  /** From start to finish. */
  readonly curveDeg: number;
  readonly timeS: number;
  readonly descentDeg: number;
}

/** Beyond this nothing is a full swing at a target. */
const WIDEST_DEG = 60;
const STRONGEST_WIND_MS = 20;

/** @throws RefusedInput for a wind that nobody plays in */
export function requireWind({ rightMs, aheadMs }: Wind): void {
  for (const [field, value] of [
    ['windRightMs', rightMs],
    ['windAheadMs', aheadMs],
  ] as const)
    if (!Number.isFinite(value))
      throw new RefusedInput('not-finite', field, { read: value, advice: 'Type metres a second.' });
  const speed = Math.hypot(rightMs, aheadMs);
  if (speed <= STRONGEST_WIND_MS) return;
  throw new RefusedInput(
    'out-of-range',
    Math.abs(rightMs) > Math.abs(aheadMs) ? 'windRightMs' : 'windAheadMs',
    {
      read: speed,
      most: STRONGEST_WIND_MS,
      advice: 'Nobody plays in such a wind. Type metres a second.',
    },
  );
}

/** @throws RefusedInput */
export function requireAngle(field: string, deg: number): void {
  if (!Number.isFinite(deg))
    throw new RefusedInput('not-finite', field, { read: deg, advice: 'Type degrees, right positive.' });
  if (Math.abs(deg) <= WIDEST_DEG) return;
  throw new RefusedInput('out-of-range', field, {
    read: deg,
    least: -WIDEST_DEG,
    most: WIDEST_DEG,
    advice: 'Nobody hits that far beside the target on purpose. Type degrees from the target line.',
  });
}

/** @throws RefusedInput for a face and a path that no club meets a ball with */
export function requireFaceToPath(field: string, deg: number): void {
  requireInside(field, deg, LIMITS.faceToPathDeg, 'Nobody hits a ball with face and path so far apart.');
}

function unit(azimuthDeg: number, elevationDeg: number): Vector {
  const [azimuth, elevation] = [radiansFromDegrees(azimuthDeg), radiansFromDegrees(elevationDeg)];
  return [
    Math.sin(azimuth) * Math.cos(elevation),
    Math.cos(azimuth) * Math.cos(elevation),
    Math.sin(elevation),
  ];
}

function scaled([x, y, z]: Vector, by: number): Vector {
  return [x * by, y * by, z * by];
}

function normed(vector: Vector): Vector {
  return scaled(vector, 1 / Math.hypot(...vector));
}

/** How a ball leaves the club: where to, and about which axis it spins. */
function launched(club: LaunchClub, { faceDeg, pathDeg }: Impact, share = LAUNCHES[club].share) {
  const { attackDeg, dynamicLoftDeg } = LAUNCHES[club];
  const [face, path] = [unit(faceDeg, dynamicLoftDeg), unit(pathDeg, attackDeg)];
  const [[fx, fy, fz], [px, py, pz]] = [face, path];
  return {
    direction: normed([
      share * fx + (1 - share) * px,
      share * fy + (1 - share) * py,
      share * fz + (1 - share) * pz,
    ]),
    axis: normed([py * fz - pz * fy, pz * fx - px * fz, px * fy - py * fx]),
  };
}

/**
 * Where a ball starts, from the target line, right positive, degrees.
 *
 * @example startDirection('driver', { faceDeg: 2, pathDeg: 2 }) // 2
 */
export function startDirection(club: LaunchClub, impact: Impact): number {
  const [x, y] = launched(club, impact).direction;
  return degreesFromRadians(Math.atan2(x, y));
}

const STILL: Wind = { rightMs: 0, aheadMs: 0 };
/** A carry is met to so much, m. */
const CARRY_TO_M = 1e-7;
const MOST_TRIES = 40;

function flownAt(
  club: LaunchClub,
  impact: Impact,
  { speedMs, wind }: { speedMs: number; wind: Wind },
): Landing {
  const { direction, axis } = launched(club, impact);
  const ball: Flown = {
    velocity: scaled(direction, speedMs),
    spinRpm: LAUNCHES[club].spinRpm,
    spinAxis: axis,
    wind,
  };
  const landing = fly(ball);
  if (landing === null)
    throw new RefusedInput('out-of-range', 'faceDeg', { advice: 'Such a ball does not leave the ground.' });
  return landing;
}

function straightCarry(club: LaunchClub, speedMs: number): number {
  return flownAt(club, { faceDeg: 0, pathDeg: 0 }, { speedMs, wind: STILL }).aheadM;
}

const carries = new Map<LaunchClub, { readonly shortest: number; readonly longest: number }>();

/** What the slowest and the fastest swing with a club carry, m; flown once. */
function carriesOf(club: LaunchClub): { readonly shortest: number; readonly longest: number } {
  const known = carries.get(club);
  if (known !== undefined) return known;
  const [least, most] = LAUNCHES[club].speedsMs;
  const flown = { shortest: straightCarry(club, least), longest: straightCarry(club, most) };
  carries.set(club, flown);
  return flown;
}

/**
 * Ball speed whose straight shot in still air carries so far, m/s.
 *
 * @param carryM m
 * @throws RefusedInput for a carry that nobody has with this club
 * @example Math.round(ballSpeedFor('mid-iron', 142)) // 46
 */
export function ballSpeedFor(club: LaunchClub, carryM: number): number {
  const [least, most] = LAUNCHES[club].speedsMs;
  const { shortest, longest } = carriesOf(club);
  if (!Number.isFinite(carryM) || carryM < shortest || carryM > longest)
    throw new RefusedInput(Number.isFinite(carryM) ? 'out-of-range' : 'not-finite', 'carryM', {
      read: carryM,
      least: shortest,
      most: longest,
      advice: 'No ball carries so far with this club. Type the carry in metres, or choose another club.',
    });
  // False position with the stuck end halved: it never leaves the range, and is there in a few flights.
  let [low, high, atLow, atHigh] = [least, most, shortest - carryM, longest - carryM];
  for (let tries = 0; tries < MOST_TRIES; tries++) {
    const speed = (low * atHigh - high * atLow) / (atHigh - atLow);
    const off = straightCarry(club, speed) - carryM;
    if (Math.abs(off) < CARRY_TO_M) return speed;
    if (off > 0) [high, atHigh, atLow] = [speed, off, atLow / 2];
    else [low, atLow, atHigh] = [speed, off, atHigh / 2];
  }
  return (low + high) / 2;
}

/**
 * Flies one shot: the point-mass model of the usual club of its group, no student’s own.
 *
 * @throws RefusedInput for a carry beyond the club’s, a wind over 20 m/s, angles beyond 60°
 * @example shotOf({ club: 'driver', carryM: 200, wind: { rightMs: 0, aheadMs: 0 } }, { faceDeg: 0, pathDeg: 0 }).curveDeg // 0
 */
export function shotOf({ club, carryM, wind }: Swing, impact: Impact): Shot {
  requireWind(wind);
  requireAngle('faceDeg', impact.faceDeg);
  requireAngle('pathDeg', impact.pathDeg);
  requireFaceToPath('faceDeg', impact.faceDeg - impact.pathDeg);
  return flownShot(club, impact, { speedMs: ballSpeedFor(club, carryM), wind });
}

/**
 * How high a straight shot is so far ahead of where it was hit, m: over a gate, or through it.
 *
 * @example heightAhead({ club: 'wedge', carryM: 80, wind: { rightMs: 0, aheadMs: 0 } }, 2) > 1 // true
 */
export function heightAhead({ club, carryM, wind }: Swing, aheadM: number): number {
  requireWind(wind);
  const { direction, axis } = launched(club, { faceDeg: 0, pathDeg: 0 });
  const velocity = scaled(direction, ballSpeedFor(club, carryM));
  let [before, heightM] = [{ aheadM: 0, heightM: 0 }, 0];
  fly({ velocity, spinRpm: LAUNCHES[club].spinRpm, spinAxis: axis, wind }, undefined, (moment) => {
    if (before.aheadM <= aheadM && moment.aheadM > aheadM) {
      const part = (aheadM - before.aheadM) / (moment.aheadM - before.aheadM);
      heightM = before.heightM + part * (moment.heightM - before.heightM);
    }
    before = moment;
  });
  return heightM;
}

/** The same with a ball speed that was found before. */
export function flownShot(
  club: LaunchClub,
  impact: Impact,
  { speedMs, wind }: { readonly speedMs: number; readonly wind: Wind },
): Shot {
  const { rightM, aheadM, timeS, descentRad } = flownAt(club, impact, { speedMs, wind });
  const startDeg = startDirection(club, impact);
  const finishDeg = degreesFromRadians(Math.atan2(rightM, aheadM));
  return {
    ballSpeedMs: speedMs,
    startDeg,
    finishDeg,
    lateralM: rightM,
    carryM: aheadM,
    curveDeg: finishDeg - startDeg,
    timeS,
    descentDeg: degreesFromRadians(descentRad),
  };
}
