import { signWords } from '@lotrecht/core';
import { type CheckDocument, type CheckRecord, type SetupItems } from '@lotrecht/records';

/** An item of the set-up beside the lines, with what fits. */
export interface ItemText {
  readonly title: string;
  readonly fits: string;
}

/** Everything else that is looked at, in the order from the hands down and on to the routine. */
export const ITEMS: Readonly<Record<keyof SetupItems, ItemText>> = {
  'grip-lead-hand': { title: 'Grip, lead hand', fits: 'in the fingers, not the palm' },
  'grip-trail-hand': { title: 'Grip, trail hand', fits: 'sits on the lead thumb' },
  'grip-type': { title: 'Grip type', fits: 'ten fingers, interlocked or overlapped, always the same' },
  'grip-pressure': { title: 'Grip pressure', fits: 'light, shoulders down' },
  posture: {
    title: 'Posture',
    fits: 'little knee, hinged at the hips, back flat, fingertips reach the kneecaps',
  },
  'hands-clear': { title: 'Hands clear of the body', fits: 'a hand fits between' },
  'stance-width': { title: 'Stance', fits: 'under the shoulders' },
  flare: { title: 'Flare', fits: 'as the method has it, the same every time' },
  'ball-position': { title: 'Ball position', fits: 'as the method’s table has it' },
  'ball-distance': { title: 'Ball distance', fits: 'found from feet together and the length of the club' },
  tilt: { title: 'Tilt', fits: 'trail shoulder lower, hips level; only once the lines are parallel' },
  'hands-at-end': { title: 'Hands', fits: 'slightly ahead at the end, the shaft neutral before' },
  balance: { title: 'Balance', fits: 'head height kept, weight not on the toes, finish held' },
  'look-by-rolling': { title: 'Look', fits: 'by rolling the head under, not lifting it' },
  'approach-side': { title: 'Approach', fits: 'from behind, on the own side of the line' },
  'practice-swings': { title: 'Practice swings', fits: 'the same number every time' },
  motion: { title: 'Motion', fits: 'rehearsed, not fidgeting' },
  'narrow-target': { title: 'Target', fits: 'one, and narrow, in mind' },
};

/** What a student may set the face by. */
export const FACE_REFERENCES: Readonly<Record<NonNullable<CheckRecord['faceSetBy']>['reference'], string>> = {
  'leading-edge': 'the leading edge',
  'crown-mark': 'a mark on the crown',
  'top-line': 'the top line',
  'ball-line': 'the line on the ball',
};

/** What the face was set by, where it was not the leading edge. */
export function faceSetBySentence(noted: CheckRecord['faceSetBy']): string | null {
  if (noted === undefined || noted.reference === 'leading-edge') return null;
  const { reference, differsDeg } = noted;
  const by = `The face is set by ${FACE_REFERENCES[reference]}`;
  if (differsDeg === undefined) return `${by}, not by the leading edge.`;
  return Math.abs(differsDeg) < 0.05
    ? `${by}, which points as the leading edge does.`
    : `${by}, which points ${Math.abs(differsDeg).toFixed(1)}° ${signWords('face')[differsDeg < 0 ? 0 : 1]} of the leading edge.`;
}

/** A foot that points less far out than this is called square, degrees. */
const SQUARE_FOOT_DEG = 5;

/** Either foot by itself, where they were looked at. */
export function feetSentence(feet: CheckDocument['feet'] | null): string | null {
  if (feet === null || feet === undefined) return null;
  const said = (deg: number): string =>
    Math.abs(deg) < SQUARE_FOOT_DEG
      ? 'square to the line'
      : `${Math.round(Math.abs(deg))}° ${deg > 0 ? 'outward' : 'inward'}`;
  return `Lead foot ${said(feet.leadFlareDeg)}, trail foot ${said(feet.trailFlareDeg)}.`;
}

/** How an item is. */
export const MARKS = [
  ['fits', 'fits'],
  ['watch', 'watch'],
  ['fix', 'fix'],
] as const;

/** What was marked, in one sentence per mark; only what was looked at. */
export function itemSentences(items: SetupItems | undefined): readonly string[] {
  const marked = (mark: 'watch' | 'fix'): string[] =>
    (Object.keys(ITEMS) as (keyof SetupItems)[])
      .filter((name) => items?.[name] === mark)
      .map((name) => `${ITEMS[name].title.toLowerCase()} (${ITEMS[name].fits})`);
  const [fix, watch] = [marked('fix'), marked('watch')];
  return [
    ...(fix.length > 0 ? [`To fix as well: ${fix.join('; ')}.`] : []),
    ...(watch.length > 0 ? [`To watch: ${watch.join('; ')}.`] : []),
  ];
}
