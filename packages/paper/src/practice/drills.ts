import { type OneThing } from '@lotrecht/judging';
import { type LineKey } from '@lotrecht/words';
import { type Drill } from './drill.ts';
import { AT_THE_BALL } from './drills/at-the-ball.ts';
import { BODY_AND_PICTURE } from './drills/body-and-picture.ts';
import { WALKING_IN } from './drills/walking-in.ts';

/** How often, unless the instructor says otherwise. */
export const USUAL_DOSE =
  'At home 5 to 6 minutes, two or three times a week, for four weeks. Walk in 5 to 7 times before the first ball.';

/** What is practised where the order of the routine is the one thing. */
export const ORDER_DRILL = 'order-aloud';

/** Every drill that is shipped. */
export const DRILLS: readonly Drill[] = [...WALKING_IN, ...AT_THE_BALL, ...BODY_AND_PICTURE];

/** What a drill is found by. @example drillOf('toe-rod').name // 'Rod along the toes' */
export function drillOf(id: string, own: readonly Drill[] = []): Drill {
  const drill = [...own, ...DRILLS].find((d) => d.id === id) ?? DRILLS[0];
  if (drill === undefined) throw new Error('there are drills');
  return drill;
}

/** What an academy has written of its own. */
export interface WrittenDrill {
  /** Of the record. */
  readonly id: string;
  readonly name: string;
  readonly drill: {
    readonly basedOn: string;
    readonly steps: readonly string[];
    readonly feel: string;
    readonly junior: readonly string[];
    readonly minutes: number;
    readonly reps: number;
  };
}

/** Ids of own drills begin with this: none can be taken for a shipped one. */
const OWN = 'own-';

/**
 * A drill of the academy’s own: its words, and the aids, the check and the cautions of the one it was copied from.
 *
 * @example ownDrill({ id: 'x', name: 'Ours', drill: { basedOn: 'toe-rod', steps: ['Breathe.'], feel: '', junior: [], minutes: 5, reps: 8 } }).id // 'own-x'
 */
export function ownDrill({ id, name, drill }: WrittenDrill): Drill {
  const base = drillOf(drill.basedOn);
  const { steps, feel, junior, minutes, reps } = drill;
  return {
    ...base,
    id: `${OWN}${id}`,
    name,
    steps,
    feel,
    junior: junior.length === 0 ? base.junior : junior,
    dose: { minutes, reps },
  };
}

/** The steps in one go. @example howOf(drillOf('footprints')).startsWith('Lay the footprint map') // true */
export function howOf({ steps, junior }: Pick<Drill, 'steps' | 'junior'>, short = false): string {
  return (short ? junior : steps).join(' ');
}

/**
 * Whether somebody has there what it needs: at home there is no ball to hit.
 *
 * @example isPlayedAt('home', drillOf('toe-rod')) // false
 */
export function isPlayedAt(place: 'home' | 'range', { needs }: Pick<Drill, 'needs'>): boolean {
  return place === 'range' || !needs.includes('ball');
}

/**
 * What is practised for the one thing, the best first: what it helps most with stands in front in each drill.
 *
 * @example drillsFor('grip').map((d) => d.id) // ['from-the-fingers', 'light-hands']
 */
export function drillsFor(thing: OneThing | LineKey, own: readonly Drill[] = []): readonly Drill[] {
  return [...own, ...DRILLS]
    .filter(({ helps }) => helps.includes(thing))
    .toSorted((a, b) => a.helps.indexOf(thing) - b.helps.indexOf(thing));
}
