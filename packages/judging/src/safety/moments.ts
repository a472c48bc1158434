import { type CheckDocument } from '@lotrecht/records';

/** What is begun now, and can hurt somebody. */
export type Moment =
  | 'touch'
  | 'tape'
  | 'look'
  | 'balls'
  | 'gate'
  | 'rods'
  | 'walk-in'
  | 'drills'
  | 'plan'
  | 'own-drill'
  | 'clinic';

/** The line that matters then: said before the key that begins it, once a lesson each. */
const CAUTIONS: Readonly<Record<Moment, string>> = {
  touch: 'Ask before you touch with a rod or a bob. There is always a way without.',
  tape: 'Club down first. Then step in with the tape, and nobody hits while anyone kneels at the string.',
  look: 'Roll the head only as far as it goes easily. Stop with pain or dizziness.',
  balls: 'Nobody stands ahead, or within two club lengths, while a ball is hit.',
  gate: 'The gate rod can throw a ball back: it leans away, capped, where a rebound meets nobody.',
  rods: 'Rods and strings lie where people step. Cap the ends, mark them, and take them up after.',
  'walk-in': 'Look behind and overhead first. Nobody stands within the club and a rod’s length.',
  drills:
    'Look around and overhead before a swing. Stop with pain or dizziness; a licensed clinician decides.',
  plan: 'Plan only what the place has room for. Nobody swings indoors with somebody near.',
  'own-drill': 'Say in the steps what keeps people safe: room, rods, and when to stop.',
  clinic: 'Keep two club lengths between all. With a minor among adults a second adult is in sight.',
};

/** Of a line of the body, a rod held across it or a bob hung from it touches the student. */
const ON_THE_GROUND: readonly string[] = ['toes', 'heels', 'face'];

/** A reading that is to be taken. */
export interface PlannedReading {
  readonly line: CheckDocument['observations'][number]['line'];
  readonly by: CheckDocument['observations'][number]['by'];
  /** A rod is held across the line. */
  readonly rod: boolean;
  /** After a look at the target. */
  readonly look: boolean;
}

/**
 * What a hold can hurt by, in the order in which it comes.
 *
 * @example momentsOfHold([{ line: 'hips', by: 'gaps', rod: false, look: false }]) // ['touch']
 */
export function momentsOfHold(readings: readonly PlannedReading[]): readonly Moment[] {
  const touches = readings.some(
    ({ line, by, rod }) => !ON_THE_GROUND.includes(line) && by !== 'eye' && (rod || by !== 'angle'),
  );
  const rodAtFeet = readings.some(({ line, rod }) => line !== 'face' && rod);
  return [
    ...(touches || rodAtFeet ? (['touch'] as const) : []),
    ...(readings.some(({ look }) => look) ? (['look'] as const) : []),
  ];
}

/**
 * What is said before it begins.
 *
 * @param told what was said in this lesson already
 * @example cautionsOf(['tape'], new Set(['tape'])) // []
 */
export function cautionsOf(moments: readonly Moment[], told: ReadonlySet<Moment>): readonly string[] {
  return moments.filter((moment) => !told.has(moment)).map((moment) => CAUTIONS[moment]);
}
