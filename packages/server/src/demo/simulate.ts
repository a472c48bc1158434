import { composeCheck, type CheckDocument } from '@lotrecht/contract';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { type RandomGenerator } from 'pure-rand/types/RandomGenerator';
import { CLUBS, type DemoClub, type DemoStudent, RAFTS } from './students.ts';

/** A random number generator with the draws that a stand needs. */
export interface Dice {
  /** Uniform in [0, 1). */
  readonly uniform: () => number;
  /** Standard normal. */
  readonly normal: () => number;
}

/** Dice over a seeded generator; the same seed throws the same. */
export function diceOf(generator: RandomGenerator): Dice {
  const uniform = (): number => uniformFloat64(generator);
  const normal = (): number => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());
  return { uniform, normal };
}

function onTape(mm: number, division: number): number {
  return Math.round(mm / division) * division;
}

function radians(degrees: number): number {
  return (degrees * Math.PI) / 180;
}

/**
 * One simulated check: the student stands with a true angle around their own mean, the ends are marked with an
 * error, and the tape is read to its division. Nothing here knows how the application computes angles.
 */
export function simulateCheck(
  student: DemoStudent,
  lesson: number,
  clubIndex: number,
  dice: Dice,
): CheckDocument {
  const club = CLUBS[clubIndex % CLUBS.length] ?? CLUBS[0];
  if (club === undefined) throw new Error('the demo has no clubs');
  const trueToes = student.toesDeg(lesson, student.lessons) + student.spreadDeg * dice.normal();
  const trueFace = student.faceDeg(club) + 0.5 * student.spreadDeg * dice.normal();
  const base = stanceOf(club, student.minor) + 12 * dice.normal();
  const lead = (student.minor ? 470 : 560) + 20 * dice.normal();
  const trail = lead + base * Math.tan(radians(trueToes));
  const heel = 5 + dice.uniform() * 3;
  const toe = heel - 75 * Math.tan(radians(trueFace));
  const raft = RAFTS[club.raft] ?? RAFTS[0];
  const document = composeCheck({
    handedness: student.handedness,
    club: { group: club.group, name: club.name },
    target: { name: raft.name, distanceM: raft.distanceM },
    toes: {
      leadGapMm: onTape(lead + 3 * dice.normal(), 5),
      trailGapMm: onTape(trail + 3 * dice.normal(), 5),
      baseMm: onTape(base + 5 * dice.normal(), 5),
    },
    face: {
      heelGapMm: onTape(heel + dice.normal(), 1),
      toeGapMm: onTape(toe + dice.normal(), 1),
      baseMm: 75,
    },
  });
  if (document === undefined) throw new Error('a simulated check is always complete');
  return document;
}

function stanceOf(club: DemoClub, minor: boolean): number {
  const widths = {
    wedge: 300,
    'short-iron': 350,
    'mid-iron': 400,
    'long-iron': 430,
    'fairway-wood': 460,
    driver: 500,
  };
  return widths[club.group] * (minor ? 0.85 : 1);
}
