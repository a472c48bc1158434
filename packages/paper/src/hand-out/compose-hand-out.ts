import { type Advised, advisedMoveOf, feelOfTurn } from '@lotrecht/judging';
import {
  type CheckDocument,
  type CheckRecord,
  type LineResult,
  type ResultDocument,
} from '@lotrecht/records';
import {
  angleText,
  besideText,
  formatDistance,
  firstReadOf,
  leanOf,
  type LeanText,
  LINE_TITLES,
  type LineKey,
  moveText,
  orderFirstSentences,
} from '@lotrecht/words';
import { LINE_NAMES } from '@lotrecht/core';
import { sightPicture } from '../sight/sight-picture.ts';
import { type SightOfCheck } from '../sight/sight-of-check.ts';
import { boardDrawing } from './board.ts';
import { type Drill } from '../practice/drill.ts';
import { howOf, USUAL_DOSE } from '../practice/drills.ts';
import { type HandOutWish } from './hand-out.ts';

/** What a hand-out is made from. */
export interface HandOutGround {
  readonly firstName: string;
  readonly date: string;
  readonly document: CheckDocument;
  readonly result: ResultDocument;
  readonly record: CheckRecord | null;
  readonly drill: Drill;
  /** Empty: the usual dose. */
  readonly dose: string;
  readonly own: string;
  /** Shorter words, and no degrees. */
  readonly junior: boolean;
  /** Null where no target was noted. */
  readonly sight: SightOfCheck | null;
  readonly foot: string;
  /** What lengths and distances are said in. Default: millimetres and metres. */
  readonly units?: HandOutUnits;
}

/** Units of a hand-out. */
interface HandOutUnits {
  readonly length: 'mm' | 'cm' | 'in';
  readonly distance: 'm' | 'yd';
}

const METRIC: HandOutUnits = { length: 'mm', distance: 'm' };

const CAUTIONS = {
  adult: [
    'Rods and marks are for practice; on the course the local rules and the committee decide.',
    'Room overhead and all around before a swing at home. Nobody within the club and a rod’s length.',
    'Stop with pain or dizziness, or if the neck will not roll; a licensed clinician decides.',
  ],
  junior: [
    'Ask a grown-up before you swing at home. Nobody stands near: a club and a rod away.',
    'Stop if anything hurts and tell someone. The range’s rules come first.',
  ],
} as const;

/** The words and pictures of a hand-out. */
export function composeHandOut(ground: HandOutGround): HandOutWish {
  const { document, result, record, junior, drill, sight } = ground;
  const line = record?.priority ?? firstReadOf(result);
  const read = line === null ? undefined : result.lines[line];
  const advised = line === null ? null : advisedMoveOf(document, result, line);
  const distanceM = document.target?.distanceM;
  return {
    firstName: ground.firstName,
    date: ground.date,
    found: LINE_NAMES.flatMap((key) => {
      const found = result.lines[key];
      return found === undefined ? [] : [foundText(key, found, leanOf(result, key), junior)];
    }),
    priority:
      record?.routineFirst !== undefined
        ? orderFirstSentences(record.routineFirst)
        : line === null || read === undefined || advised === null
          ? ['Keep it as it is. Nothing stood out.']
          : priorityOf(line, read, advised, {
              distanceM,
              junior,
              handedness: document.handedness,
              units: ground.units ?? METRIC,
            }),
    drill: {
      name: drill.name,
      how: howOf(drill, junior),
      dose: ground.dose === '' ? USUAL_DOSE : ground.dose,
    },
    checkYourself: junior
      ? ['Lay a club along your toes, step back behind it and see where it points. Tell your instructor.']
      : [
          'Lay a club along the toes, step away, and read the tape from the line to both toes. The difference counts.',
          'Or step behind the club and see where it points at the target’s distance.',
        ],
    cautions: CAUTIONS[junior ? 'junior' : 'adult'],
    own: ground.own,
    board: boardDrawing(document, result),
    sight:
      sight === null
        ? null
        : {
            now: sightPicture(sight.now),
            goal: sightPicture(sight.goal),
          },
    foot: ground.foot,
  };
}

/** For the student nothing is left open: what is not decided is so, as far as this shows. The ± is the instructor's. */
function foundText(key: LineKey, found: LineResult, lean: LeanText | null, junior: boolean): string {
  const decided = lean?.lean === 'cannot-tell' ? null : (lean?.words ?? null);
  const turned = junior ? (found.word === 'square' ? 'straight' : `turned ${found.side}`) : angleText(found);
  if (decided === null) return `${LINE_TITLES[key]}: ${turned}, as far as this shows.`;
  return `${LINE_TITLES[key]}: ${turned}. ${decided}.`;
}

/** Who is told what comes first, and how. */
interface PriorityGround {
  readonly distanceM: number | undefined;
  readonly junior: boolean;
  readonly handedness: 'right' | 'left';
  readonly units: HandOutUnits;
}

/** What comes first, by where it aims; the angle after it, and by itself where no target was noted. */
function firstText(
  line: LineKey,
  read: LineResult,
  { distanceM, junior, handedness, units }: PriorityGround,
): string {
  const title = LINE_TITLES[line];
  const angle = angleText(read);
  if (distanceM === undefined) return junior ? `${title} first.` : `${title} first: ${angle}.`;
  const { metres } = feelOfTurn(read.handedAzimuthDeg, { distanceM, handedness });
  const aims = `${title} first: aiming ${besideText({ deg: read.azimuthDeg, metres }, units.distance)}`;
  // The side is said already.
  return junior ? `${aims}.` : `${aims} (${angle.replace(/ \((left|right)\)$/, '')}).`;
}

function priorityOf(
  line: LineKey,
  read: LineResult,
  advised: Advised,
  how: PriorityGround,
): readonly string[] {
  const { distanceM, handedness, units } = how;
  const move = moveText(line, advised, units.length);
  // A turn to the right is a turn of φ to the closed side of a right-hander's body, and to the open side of the face.
  const side = advised.turnDeg > 0 === (handedness === 'right') ? 'right' : 'left';
  const turn = line === 'hips' || line === 'shoulders' ? `Turn the ${line} to the ${side}: ${move}` : move;
  const feel = distanceM === undefined ? null : feelOfTurn(advised.turnDeg, { distanceM, handedness });
  const away = feel === null ? 0 : Math.round(feel.metres);
  return [
    firstText(line, read, how),
    turn,
    ...(feel === null || away === 0
      ? []
      : [
          `You will feel aimed ${formatDistance(away, units.distance)} ${feel.side} of where you feel it now. That is right.`,
        ]),
  ];
}
