import { compareOrders, firstOutOfOrder, type OutOfOrder } from './compare-orders.ts';
import {
  type Approach,
  deedsOf,
  isCounted,
  orderOf,
  type RoutineDeed,
  type RoutineEvent,
  type RoutineExpected,
  type RoutineStep,
} from './steps.ts';

/** What a routine is held against. */
export interface WantedRoutine {
  /** Each step once, in order. */
  readonly steps: readonly RoutineStep[];
  readonly expected?: RoutineExpected;
}

/** Whether a number is what the method says; null where it says nothing or nobody counted. */
export type Against = 'within' | 'below' | 'above' | null;

/** What one walk-in showed. */
export interface RoutineFinding {
  readonly order: readonly RoutineStep[];
  readonly outOfOrder: OutOfOrder | null;
  readonly missing: readonly RoutineStep[];
  readonly added: readonly RoutineStep[];
  /** Least edits from the method’s order. */
  readonly edits: number;
  readonly looks: number;
  readonly lifted: number;
  readonly looksAgainst: Against;
  readonly shuffles: number;
  readonly rehearsals: number;
  readonly rehearsalsAgainst: Against;
  /** Seconds from both feet down to the end; null where feet or end were not tapped. */
  readonly overBallS: number | null;
  readonly overBallAgainst: Against;
  readonly approach: Approach | null;
  readonly ended: 'go' | 'stepOut' | 'hold' | null;
}

/**
 * What one recording says, held against a method’s routine.
 *
 * @param events in any order; struck ones count for nothing
 * @example findingOfRoutine([{ id: 'a', deed: 'stance', atS: 0 }, { id: 'b', deed: 'face', atS: 2 }], { steps: ['face', 'stance'] }).outOfOrder // { step: 'stance', before: 'face' }
 */
export function findingOfRoutine(
  events: readonly RoutineEvent[],
  { steps, expected = {} }: WantedRoutine,
): RoutineFinding {
  const deeds = deedsOf(events);
  const order = orderOf(events);
  const ended = endOf(deeds);
  // Who freezes or steps out has not come to the swing, nor to what only the swing follows.
  const wanted = ended === 'go' ? steps : steps.filter((step) => step !== 'go' && step !== 'trust');
  const { edits, missing, added } = compareOrders(wanted, order);
  const count = (deed: RoutineDeed): number => deeds.filter((d) => d.deed === deed).length;
  const looks = count('look');
  const rehearsals = count('rehearse');
  const overBallS = overBallOf(deeds);
  return {
    order,
    outOfOrder: firstOutOfOrder(wanted, order),
    missing,
    added: added.filter((step) => !isCounted(step)),
    edits,
    looks,
    lifted: deeds.filter(({ deed, lifted }) => deed === 'look' && lifted === true).length,
    looksAgainst: against(looks, expected.looks),
    shuffles: count('shuffle'),
    rehearsals,
    rehearsalsAgainst: against(rehearsals, expected.rehearsals),
    overBallS,
    overBallAgainst: against(overBallS, expected.overBallS),
    approach: deeds.findLast(({ approach }) => approach !== undefined)?.approach ?? null,
    ended,
  };
}

function endOf(deeds: readonly RoutineEvent[]): RoutineFinding['ended'] {
  const last = deeds.findLast(({ deed }) => deed === 'go' || deed === 'stepOut' || deed === 'hold')?.deed;
  return last === 'go' || last === 'stepOut' || last === 'hold' ? last : null;
}

function against(value: number | null, range: readonly [number, number] | undefined): Against {
  if (value === null || range === undefined) return null;
  if (value < range[0]) return 'below';
  return value > range[1] ? 'above' : 'within';
}

const TRAIL: readonly RoutineDeed[] = ['trailFoot', 'instep', 'trailStep'];

/** From both feet down, in one step or in two, to the swing, the freeze or stepping out. */
function overBallOf(deeds: readonly RoutineEvent[]): number | null {
  let [lead, trail] = [false, false];
  let downS: number | null = null;
  for (const { deed, atS } of deeds) {
    const whole = deed === 'stance' || deed === 'feet';
    lead ||= whole || deed === 'leadStep';
    trail ||= whole || TRAIL.includes(deed);
    if (downS === null && lead && trail) downS = atS;
    if (downS !== null && (deed === 'go' || deed === 'stepOut' || deed === 'hold')) return atS - downS;
  }
  return null;
}
