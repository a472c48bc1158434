import {
  composeCheck,
  SHIPPED_METHODS,
  type TypedReading,
  typedReading,
  USUAL_OF_CLUB,
} from '@lotrecht/judging';
import { type CheckDocument, type CheckInput, type CheckRecord, type Circumstances } from '@lotrecht/records';
import {
  type Dice,
  type LaidString,
  type LinePlace,
  layString,
  PLACES,
  readGaps,
  readSquare,
} from '@lotrecht/simulation';
import { type BodyLine, type DemoStudent } from './students.ts';
import { CLUBS, type DemoClub, RAFTS } from './tarnside.ts';

/** One made-up set-up as it would be saved. */
export type DemoCheck = Pick<CheckInput, 'document' | 'record' | 'rebase'> & {
  readonly circumstances: Circumstances;
};

/** A lesson in which set-ups are simulated: its string is laid once. */
export interface DemoLesson {
  readonly student: DemoStudent;
  /** Counted from the student's first. */
  readonly lesson: number;
  readonly string: LaidString;
  readonly dice: Dice;
}

const LAYING = { separationM: 6, stakeMm: 5, sightingDeg: 0.5 };
const TARGET_LINE = { stakeSeparationM: 6, stakeMm: 5, sightingDeg: 0.5 };
const TAPE = { divisionMm: 5, swayMm: 3, baseErrorMm: 5 };
/** How the instructors of Tarnside judge by eye: a little too far right, and roughly. */
const EYE = { biasDeg: 1.4, sdDeg: 3 } as const;
const ROD_MM = 1220;
/** A short rod along the brim of a cap: the eyes themselves are too near each other to say anything. */
const BRIM_ROD_MM = 600;
/** A junior's share of an adult's lengths. */
const JUNIOR = 0.82;
/** What rods in sight leave of a fault. */
const LEFT_BY_RODS = 0.3;
/** The last lessons are checked in full, those before by face and toes. */
const FULL_LESSONS = 2;
/** How differently ball and feet are placed from lesson to lesson. */
const PLACED_OFF_MM = [-8, 5, 11, -4] as const;
/** How a full check is spread over holds, as the application would. */
const HOLDS: readonly { readonly line: BodyLine; readonly rodMm: number | null; readonly hold: number }[] = [
  { line: 'shoulders', rodMm: ROD_MM, hold: 1 },
  { line: 'eyes', rodMm: BRIM_ROD_MM, hold: 1 },
  { line: 'hips', rodMm: ROD_MM, hold: 2 },
  { line: 'knees', rodMm: null, hold: 2 },
  { line: 'toes', rodMm: null, hold: 2 },
];

/** Lays the string of a lesson. */
export function openLesson(student: DemoStudent, lesson: number, dice: Dice): DemoLesson {
  return { student, lesson, string: layString(LAYING, dice), dice };
}

/** Where a lesson is held, and how much of the student's fault shows there. */
export function heldAt({ student, lesson }: DemoLesson): {
  readonly place: Circumstances['place'];
  readonly share: number;
} {
  const places = student.elsewhere ?? [];
  return places[lesson % Math.max(1, places.length)] ?? { place: 'range', share: 1 };
}

/** The ground is shared with the simulator: only the place of a line is the student's own. */
function placeOf(line: BodyLine, student: DemoStudent, club: DemoClub): LinePlace {
  const usual = PLACES[line];
  const scale = student.minor ? JUNIOR : 1;
  const { middle, lengthMm, tiltDeg } = usual;
  const isFeet = line === 'toes' || line === 'heels';
  return {
    middle: { x: middle.x * scale, y: middle.y * scale, z: middle.z * scale },
    lengthMm: (isFeet ? stanceOf(club) + (line === 'toes' ? 50 : 0) : lengthMm) * scale,
    tiltDeg,
  };
}

/** Where every line of the student truly stands in one hold, φ in degrees. */
function standOf(held: DemoLesson, help: Circumstances['help']): (line: BodyLine) => number {
  const { student, lesson, dice } = held;
  const share = (help === 'rods' ? LEFT_BY_RODS : 1) * heldAt(held).share;
  const toes = student.toesDeg(lesson, student.lessons) * share;
  const stepped = student.spreadDeg * dice.normal(1);
  const lines = student.linesDeg?.(toes) ?? {};
  return (line) => (lines[line] ?? toes) + stepped;
}

/** What is read in a lesson, in order: three cold set-ups in a row, the driver where it matters, one with rods in sight. */
export function plannedChecks({ student }: DemoLesson): readonly DemoPlan[] {
  return [
    { club: 'mid-iron', coached: false, rep: 1 },
    { club: 'mid-iron', coached: false, rep: 2 },
    { club: 'mid-iron', coached: false, rep: 3 },
    ...(student.withDriver ? [{ club: 'driver', coached: false, rep: 1 } as const] : []),
    { club: 'mid-iron', coached: true, rep: 1 },
  ];
}

/** One set-up of a lesson. */
export interface DemoPlan {
  readonly club: 'mid-iron' | 'driver';
  readonly coached: boolean;
  readonly rep: 1 | 2 | 3;
}

/**
 * One simulated set-up: the student stands with a true angle around their own mean, the ends are marked with an error,
 * and the tape is read to its division. Nothing here knows how the application computes angles.
 */
export function simulateCheck(lesson: DemoLesson, { club: group, coached, rep }: DemoPlan): DemoCheck {
  const { student, dice, string } = lesson;
  const club = CLUBS.find((c) => c.group === group);
  if (club === undefined) throw new Error('the demo has no clubs');
  const raft = RAFTS[club.raft] ?? RAFTS[0];
  const help = coached ? 'rods' : 'blind';
  const full = rep === 1 && lesson.lesson >= student.lessons - FULL_LESSONS;
  const stands = [1, 2, 3].map(() => standOf(lesson, help));
  const observations = [
    readFace(lesson, club, coached),
    ...(full ? HOLDS : [{ line: 'toes', rodMm: null, hold: 1 } as const]).map(({ line, rodMm, hold }) => ({
      ...readGaps(
        line,
        stands[hold - 1]?.(line) ?? 0,
        {
          string,
          dice,
          tools: { ...TAPE, ...(rodMm !== null && { rodMm }) },
          place: placeOf(line, student, club),
        },
        rodMm === null ? 'targetLine' : 'rod',
      ),
      hold,
      // A rod's length is known, and a tape shows whole millimetres at the best.
      ...(rodMm !== null && { baseMm: rodMm }),
    })),
  ];
  const readings = observations.map((o): TypedReading => {
    const read = typedReading(o as CheckDocument['observations'][number]);
    const { madeWith: _byToday, ...typed } = read;
    const values = Object.fromEntries(
      Object.entries(typed.values).map(([name, mm]) => [name, Math.round(mm)]),
    );
    return { ...typed, values };
  });
  const document = composeCheck({
    handedness: student.handedness,
    club: { group: club.group, name: club.name },
    target: { name: raft.name, distanceM: raft.distanceM },
    targetLine: TARGET_LINE,
    readings,
    ...(student.method && {
      judgement: { method: { id: student.method, version: versionOf(student.method) } },
    }),
    ...(student.flareDeg && {
      feet: {
        shoeLengthMm: 290,
        leadFlareDeg: student.flareDeg.lead,
        trailFlareDeg: student.flareDeg.trail,
      },
    }),
  });
  if (document === undefined) throw new Error('a simulated check is always complete');
  const side = student.handedness === 'right' ? 1 : -1;
  const felt = student.feltDeg ?? 0;
  return {
    document,
    circumstances: {
      phase: coached ? 'coached' : 'baseline',
      help,
      place: heldAt(lesson).place,
      reader: 'instructor',
    },
    ...(!coached && {
      record: {
        revealed: true,
        ...(student.ballBackMm !== undefined &&
          rep === 1 && { ball: ballOf(student.ballBackMm, lesson.lesson, club) }),
        feltDeg: tenths(side * (felt + 1.5 * dice.normal(1))),
        guess: {
          line: 'toes' as const,
          readingDeg: tenths(side * (stands[0]?.('toes') ?? 0) + EYE.biasDeg + EYE.sdDeg * dice.normal(1)),
        },
      },
    }),
    ...(student.laidOffDeg !== undefined &&
      lesson.lesson === student.lessons - 1 && {
        rebase: { turnedDeg: student.laidOffDeg, uncertaintyDeg: 0.2 },
      }),
  };
}

function tenths(deg: number): number {
  return Math.max(-44, Math.min(44, Math.round(10 * deg) / 10));
}

/** The newest of a shipped method. */
function versionOf(id: string): number {
  const method = SHIPPED_METHODS.find((m) => m.id === id);
  if (method === undefined) throw new Error(`the demo has no method ${id}`);
  return method.profileVersion;
}

function readFace({ student, dice, string }: DemoLesson, club: DemoClub, coached: boolean): object {
  const mean = student.faceDeg(club) * (coached ? LEFT_BY_RODS : 1);
  const face = readSquare(mean + 0.5 * student.spreadDeg * dice.normal(1), {
    string,
    dice,
    divisionMm: 1,
    squareDeg: 0.2,
  });
  return { ...face, baseMm: 75 };
}

/** Where ball and feet came to be this time. Told by the number of the lesson: other draws stay as they are. */
function ballOf(backMm: number, lesson: number, club: DemoClub): NonNullable<CheckRecord['ball']> {
  const off = PLACED_OFF_MM[lesson % PLACED_OFF_MM.length] ?? 0;
  const stanceMm = stanceOf(club) + 2 * off;
  const { ballPercent, toesToBallM } = USUAL_OF_CLUB[club.group];
  return {
    behindLeadHeelMm: Math.round((ballPercent.graded / 100) * stanceMm + backMm + off),
    stanceMm,
    toBallMm: Math.round(toesToBallM * 1000) - off,
    goal: { sharePercent: ballPercent.graded },
  };
}

function stanceOf({ group }: DemoClub): number {
  const widths = {
    wedge: 300,
    'short-iron': 350,
    'mid-iron': 400,
    'long-iron': 430,
    'fairway-wood': 460,
    driver: 500,
  };
  return widths[group];
}
