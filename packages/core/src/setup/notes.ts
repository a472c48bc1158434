import { type LineName } from '../geometry/line.ts';
import { linesReadAlike } from '../observation/require-measurable.ts';
import { type HeelsFromFlare, type LineFinding, type Note, type Setup } from './setup.ts';

/** What the remarks are made from. */
export interface NoteInput {
  readonly setup: Setup;
  readonly lines: readonly LineFinding[];
  readonly targetPicture: boolean;
  /** The habit has probably changed since the last lesson. */
  readonly changedSince: boolean;
  readonly heels: HeelsFromFlare | undefined;
}

const HOLDS =
  'The student stood more than once: readings of different stands are compared with the spread of stepping back in.';
const NO_TARGET = 'No uncertainty is stated for the target line: every ± leaves it out.';
const PICTURE =
  'Face and body point together beside the target: the picture of the target comes first, not the body.';
const CHANGED = 'This student has probably changed since the last lesson: older lessons count for less.';
const LIE =
  'A rod off a lofted face points aside when the club is soled toe up or toe down. Look at the lie first.';

/** The remarks that stand beside a finding, the ones about everything first. */
export function notesOf({ setup, lines, targetPicture, changedSince, heels }: NoteInput): readonly Note[] {
  const { stakeSeparationM, sightingRad, found } = setup.targetLine;
  const alike = linesReadAlike(setup.observations);
  const holds = new Set(setup.observations.map((o) => o.hold ?? 1)).size;
  return [
    ...(targetPicture ? [{ code: 'target-picture', text: PICTURE } as const] : []),
    ...(changedSince ? [{ code: 'changed-since', text: CHANGED } as const] : []),
    ...(stakeSeparationM === undefined && sightingRad === undefined && found === undefined
      ? [{ code: 'no-target-uncertainty', text: NO_TARGET } as const]
      : []),
    ...(holds > 1 ? [{ code: 'several-holds', text: HOLDS } as const] : []),
    ...(setup.observations.some((o) => o.by === 'faceRod')
      ? [{ code: 'lie', line: 'face', text: LIE } as const]
      : []),
    ...lines.flatMap((line) => notesOfLine(line, heels, alike)),
  ];
}

function notesOfLine(
  line: LineFinding,
  heels: HeelsFromFlare | undefined,
  alike: ReadonlySet<LineName>,
): readonly Note[] {
  const name: LineName = line.line;
  return [
    ...(alike.has(name)
      ? [
          {
            code: 'duplicate',
            line: name,
            text: 'The same reading stands there more than once; each counts.',
          } as const,
        ]
      : []),
    ...(line.birgeRatio > 1
      ? [
          {
            code: 'scatter',
            line: name,
            text: 'The readings scatter more than they say; ± is widened by it.',
          } as const,
        ]
      : []),
    ...(line.judgement === undefined
      ? [{ code: 'no-tolerance', line: name, text: 'This method gives no tolerance for this line.' } as const]
      : []),
    ...(name === 'toes' && flareExplains(line, heels)
      ? [
          {
            code: 'flare-explains',
            line: name,
            text: 'The heels are inside the tolerance: the flare alone turns the toe line.',
          } as const,
        ]
      : []),
  ];
}

/** The toe line is not in, and the heel line behind it is. */
function flareExplains({ judgement }: LineFinding, heels: HeelsFromFlare | undefined): boolean {
  if (judgement === undefined || heels === undefined || judgement.verdict === 'in') return false;
  const [lo, hi] = judgement.toleranceRad;
  return heels.handedAzimuthRad >= lo && heels.handedAzimuthRad <= hi;
}
