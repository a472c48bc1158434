import { composeCheck, type CheckDocument } from '@lotrecht/contract';
import { type Dice, readTape } from '@lotrecht/simulation';
import { CLUBS, type DemoClub, type DemoStudent, RAFTS } from './students.ts';

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
  const trueToes = student.toesDeg(lesson, student.lessons) + student.spreadDeg * dice.normal(1);
  const trueFace = student.faceDeg(club) + 0.5 * student.spreadDeg * dice.normal(1);
  const base = stanceOf(club, student.minor) + 12 * dice.normal(1);
  const lead = (student.minor ? 470 : 560) + 20 * dice.normal(1);
  const trail = lead + base * Math.tan(radians(trueToes));
  const heel = 5 + dice.uniform() * 3;
  const toe = heel - 75 * Math.tan(radians(trueFace));
  const raft = RAFTS[club.raft] ?? RAFTS[0];
  const document = composeCheck({
    handedness: student.handedness,
    club: { group: club.group, name: club.name },
    target: { name: raft.name, distanceM: raft.distanceM },
    toes: {
      leadGapMm: readTape(lead + 3 * dice.normal(1), 5),
      trailGapMm: readTape(trail + 3 * dice.normal(1), 5),
      baseMm: readTape(base + 5 * dice.normal(1), 5),
    },
    face: {
      heelGapMm: readTape(heel + dice.normal(1), 1),
      toeGapMm: readTape(toe + dice.normal(1), 1),
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
