import { type RoutineStep } from '@lotrecht/core';

/** A step of a routine as it is named on a key, and told to the student. */
export interface StepWords {
  readonly title: string;
  /** Said to the student. */
  readonly cue: string;
}

/** Every step of the vocabulary as it is said. */
export const STEP_WORDS = {
  visualise: { title: 'See the shot', cue: 'Stand behind the ball and see the ball fly.' },
  ballLine: { title: 'Line on the ball', cue: 'Turn the line on the ball to the target.' },
  sight: { title: 'Sight from behind', cue: 'From two to three metres behind, sight over ball and target.' },
  mark: { title: 'Mark', cue: 'Choose a mark on the line, just ahead of the ball.' },
  rehearse: { title: 'Practice swing', cue: 'Make a practice swing.' },
  walkIn: { title: 'Walk in', cue: 'Walk in from behind, on your own side.' },
  grip: { title: 'Grip', cue: 'Take your grip.' },
  face: { title: 'Face', cue: 'Aim the face over the mark.' },
  trailFoot: { title: 'Trail foot in', cue: 'Trail foot in, square to the line.' },
  instep: { title: 'Trail instep', cue: 'Set the trail instep square to the leading edge.' },
  feetTogether: { title: 'Feet together', cue: 'Feet together, the shaft upright between the toes.' },
  leadStep: { title: 'Lead step', cue: 'Step with the lead foot.' },
  trailStep: { title: 'Trail step', cue: 'Step with the trail foot.' },
  trailBack: { title: 'Trail foot back', cue: 'Draw the trail foot back.' },
  stance: { title: 'Stance', cue: 'Build the stance around the face.' },
  feet: { title: 'Feet', cue: 'Set the feet along the line.' },
  knees: { title: 'Knees', cue: 'Set the knees along the line.' },
  hips: { title: 'Hips', cue: 'Set the hips along the line.' },
  shoulders: { title: 'Shoulders', cue: 'Set the shoulders along the line.' },
  posture: { title: 'Posture', cue: 'Take your posture.' },
  flare: { title: 'Flare', cue: 'Turn the toes out.' },
  tilt: { title: 'Tilt', cue: 'Add the tilt, the lines stay.' },
  checkLines: { title: 'Check the lines', cue: 'Check the lines once.' },
  look: { title: 'Look', cue: 'Look at the target by rolling the head.' },
  waggle: { title: 'Waggle', cue: 'Waggle.' },
  keepMoving: { title: 'Keep moving', cue: 'Keep moving.' },
  trust: { title: 'Trust it', cue: 'Trust it, even if it feels odd.' },
  go: { title: 'Go', cue: 'Go.' },
} as const satisfies Readonly<Record<Exclude<RoutineStep, `own:${string}`>, StepWords>>;

/** A step by its title; a method’s own by what it is called. @example stepTitle('own:Breathe out') // 'Breathe out' */
export function stepTitle(step: string): string {
  if (step.startsWith('own:')) return step.slice(4);
  return (STEP_WORDS as Readonly<Record<string, StepWords | undefined>>)[step]?.title ?? step;
}

/** Where the student came from. */
export const APPROACH_WORDS = {
  'own-behind': 'from behind on the own side',
  'own-ahead': 'from ahead of the ball, on the own side',
  'far-behind': 'from behind on the far side',
  'far-ahead': 'from ahead of the ball, on the far side',
} as const;

const ORDINALS = ['1st', '2nd', '3rd'] as const;

/** A place in an order. @example ordinal(5) // '5th' */
export function ordinal(place: number): string {
  return ORDINALS[place - 1] ?? `${place}th`;
}

/** So many looks of what a method says; it says nothing where none are counted. */
export interface RoutineSaid {
  readonly order: readonly string[];
  readonly outOfOrder: { readonly step: string; readonly before: string } | null;
  readonly missing: readonly string[];
  readonly added: readonly string[];
  readonly looks: number;
  readonly lifted: number;
  readonly looksAgainst: 'within' | 'below' | 'above' | null;
  readonly shuffles: number;
  readonly rehearsals: number;
  readonly rehearsalsAgainst: 'within' | 'below' | 'above' | null;
  readonly overBallS: number | null;
  readonly overBallAgainst: 'within' | 'below' | 'above' | null;
  readonly approach: keyof typeof APPROACH_WORDS | null;
}

/**
 * A step that came before one that belongs before it.
 *
 * @example outOfOrderText({ step: 'stance', before: 'face' }) // 'Stance before face'
 */
export function outOfOrderText({ step, before }: { readonly step: string; readonly before: string }): string {
  return `${stepTitle(step)} before ${lower(before)}`;
}

/** What the method says, for what was outside of it. */
export interface RoutineWanted {
  readonly looks?: readonly [number, number];
  readonly rehearsals?: readonly [number, number];
  readonly overBallS?: readonly [number, number];
}

/**
 * What one walk-in showed, sentence by sentence, the order first.
 *
 * @example routineSentences({ order: ['face'], outOfOrder: null, missing: [], added: [], looks: 0, lifted: 0, looksAgainst: null, shuffles: 0, rehearsals: 0, rehearsalsAgainst: null, overBallS: null, overBallAgainst: null, approach: null }) // ['In the method’s order.']
 */
export function routineSentences(said: RoutineSaid, wanted: RoutineWanted = {}): readonly string[] {
  const { outOfOrder, missing, added, looks, lifted, shuffles, approach, overBallS } = said;
  const sentences = [outOfOrder === null ? 'In the method’s order.' : `${outOfOrderText(outOfOrder)}.`];
  // That nobody looked is said with the looks.
  const left = missing.filter((step) => step !== 'look' || said.looksAgainst !== 'below');
  if (left.length > 0) sentences.push(`Left out: ${named(left)}.`);
  if (added.length > 0) sentences.push(`Added: ${named(added)}.`);
  if (approach !== null) sentences.push(`Came ${APPROACH_WORDS[approach]}.`);
  if (looks > 0 || said.looksAgainst === 'below') {
    const how = lifted === 0 ? '' : lifted === looks ? ', lifted' : `, ${lifted} lifted`;
    sentences.push(`${counted(looks, 'look')}${how}${outside(said.looksAgainst, wanted.looks)}.`);
  }
  if (shuffles > 0) sentences.push(`${counted(shuffles, 'shuffle')} of the feet.`);
  if (said.rehearsals > 0 || said.rehearsalsAgainst === 'below') {
    sentences.push(
      `${counted(said.rehearsals, 'practice swing')}${outside(said.rehearsalsAgainst, wanted.rehearsals)}.`,
    );
  }
  if (overBallS !== null) {
    const seconds = Math.round(overBallS);
    sentences.push(`${seconds} s over the ball${outside(said.overBallAgainst, wanted.overBallS)}.`);
  }
  return sentences;
}

/** What is outside of what the method says, with what that is. */
function outside(against: RoutineSaid['looksAgainst'], range: readonly [number, number] | undefined): string {
  if (range === undefined || against === null || against === 'within') return '';
  return `; the method says ${fromTo(range)}`;
}

/** From–to in words, one number where both are the same. */
function fromTo([from, to]: readonly number[]): string {
  return from === to ? String(from) : `${from} to ${to}`;
}

function counted(n: number, what: string): string {
  if (n === 0) return `No ${what}`;
  return `${n} ${what}${n === 1 ? '' : 's'}`;
}

function named(steps: readonly string[]): string {
  return steps.map(lower).join(', ');
}

function lower(step: string): string {
  const title = stepTitle(step);
  return title.charAt(0).toLowerCase() + title.slice(1);
}

/** Several walk-ins together. */
export interface AgreementSaid {
  readonly of: number;
  readonly same: number;
  readonly moved: readonly {
    readonly step: string;
    readonly from: number;
    readonly to: number;
    readonly times: number;
  }[];
  readonly looks: readonly [number, number] | null;
  readonly overBallS: readonly [number, number] | null;
}

/**
 * What several walk-ins have in common, sentence by sentence; the two steps that move most are named.
 *
 * @example agreementSentences({ of: 5, same: 4, moved: [], looks: [2, 2], overBallS: null }) // ['Same order 4 of 5.', '2 looks each time.']
 */
export function agreementSentences({ of, same, moved, looks, overBallS }: AgreementSaid): readonly string[] {
  if (of < 2) return [];
  return [
    `Same order ${same} of ${of}.`,
    ...moved
      .slice(0, 2)
      .map(
        ({ step, from, to, times }) =>
          `${stepTitle(step)} moved from ${ordinal(from)} to ${ordinal(to)}${times === 1 ? ' once' : ` ${times} times`}.`,
      ),
    ...(looks === null
      ? []
      : [
          looks[0] === looks[1]
            ? `${counted(looks[0], 'look')} each time.`
            : `${looks[0]} to ${looks[1]} looks.`,
        ]),
    ...(overBallS === null ? [] : [`${fromTo(overBallS.map(Math.round))} s over the ball.`]),
  ];
}

/**
 * What a method wants of a routine besides its order; nothing where it wants nothing.
 *
 * @example expectedText({ looks: [1, 3], moving: false }) // '1 to 3 looks; standing still over the ball.'
 */
export function expectedText(wanted: RoutineWanted & { readonly moving?: boolean }): string {
  const { looks, rehearsals, overBallS, moving } = wanted;
  const parts = [
    ...(looks ? [`${fromTo(looks)} looks`] : []),
    ...(rehearsals ? [`${fromTo(rehearsals)} practice swings`] : []),
    ...(overBallS ? [`${fromTo(overBallS)} s over the ball`] : []),
    ...(moving === undefined ? [] : [moving ? 'kept moving over the ball' : 'standing still over the ball']),
  ];
  return parts.length === 0 ? '' : `${parts.join('; ')}.`;
}

/**
 * What is said where the order is the one thing.
 *
 * @example orderFirstSentences({ step: 'Stance', before: 'Face' })[0] // 'The order first: face before stance.'
 */
export function orderFirstSentences({
  step,
  before,
}: {
  readonly step: string;
  readonly before: string;
}): readonly string[] {
  return [
    `The order first: ${lower(before)} before ${lower(step)}.`,
    'Say each step as you do it. If one comes too early, step away and begin again.',
  ];
}
