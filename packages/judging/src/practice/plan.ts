import { dayAfter, type Fading, fadingOf, type FadingStage, type SelfRead } from '@lotrecht/core';
import { type PracticeDoneInput, type PracticePlanInput } from '@lotrecht/records';

type Plan = PracticePlanInput['plan'];
type Done = Pick<PracticeDoneInput, 'doneOn' | 'practice'>;

/** Days of the week, Monday first. */
export const WEEKDAYS = [1, 2, 3, 4, 5, 6, 7] as const;
export type Weekday = (typeof WEEKDAYS)[number];

/**
 * Days on which somebody practises, so many weeks from a day on.
 *
 * @param startsOn YYYY-MM-DD
 * @returns YYYY-MM-DD, in their order
 * @example daysOfPlan('2026-11-30', 1, [2, 5]) // ['2026-12-01', '2026-12-04']
 */
export function daysOfPlan(startsOn: string, weeks: number, on: readonly Weekday[]): readonly string[] {
  return Array.from({ length: weeks * WEEKDAYS.length }, (_, n) => dayAfter(startsOn, n)).filter((day) =>
    on.includes((((new Date(day).getUTCDay() + 6) % 7) + 1) as Weekday),
  );
}

/** One part of a session. */
export type Block =
  | { readonly block: 'looks'; readonly reps: number }
  | { readonly block: 'drill'; readonly drillId: string; readonly reps: number; readonly minutes: number }
  | { readonly block: 'performance'; readonly reps: number }
  | { readonly block: 'eye' }
  | { readonly block: 'check' };

/** Less help takes fewer, better ones: this share of the reps. */
const SHARE: Readonly<Record<FadingStage, number>> = {
  rods: 1,
  checks: 1,
  mark: 0.8,
  nothing: 0.6,
  pressure: 0.5,
};
const LEAST_REPS = 3;
/** Walk-ins to look before the first ball of a range. */
const USUAL_LOOKS = 6;
/** Balls at random targets with the whole routine, and no rod. */
const PERFORMANCE_BALLS = 6;

/**
 * What a session is made of at a stage: walk-ins to look, the drills, on a range balls at random targets without a rod,
 * pictures for the eye where they were wanted, and a check of oneself.
 *
 * @example blocksOf({ oneThing: 'toes', line: 'toes', place: 'home', drills: [{ id: 'toe-rod', minutes: 5, reps: 10 }], sessions: [] }, 'rods').map((b) => b.block) // ['drill', 'check']
 */
export function blocksOf({ place, drills, looks, eye }: Plan, stage: FadingStage): readonly Block[] {
  const walkIns = looks ?? (place === 'range' ? USUAL_LOOKS : 0);
  const reps = (n: number): number => Math.max(Math.min(n, LEAST_REPS), Math.round(n * SHARE[stage]));
  return [
    ...(walkIns === 0 ? [] : [{ block: 'looks', reps: walkIns } as const]),
    ...drills.map((drill): Block => ({
      block: 'drill',
      drillId: drill.id,
      minutes: drill.minutes,
      reps: reps(drill.reps),
    })),
    ...(place === 'range' ? [{ block: 'performance', reps: PERFORMANCE_BALLS } as const] : []),
    ...(eye === true ? [{ block: 'eye' } as const] : []),
    { block: 'check' },
  ];
}

/** What a student read of a line by themselves, as it is stored. */
export interface SelfReadRow {
  /** YYYY-MM-DD. */
  readonly takenOn: string;
  readonly line: string;
  readonly handedAzimuthDeg: number;
  readonly measurementUncertaintyDeg: number;
  readonly targetLineUncertaintyDeg: number;
  readonly toleranceLowDeg: number | null;
  readonly toleranceHighDeg: number | null;
}

/** Where a plan stands. */
export interface PlanFading extends Fading {
  /** Day of each reading that counts. */
  readonly days: readonly string[];
}

/** Where the method has no limit for a line, degrees to either side. */
const USUAL_LIMIT_DEG = 2.5;

/**
 * Where the help of a plan stands, from what the student has read of its line since it began.
 *
 * @param rows in their order
 * @example fadingOfPlan({ startsOn: '2026-11-30', line: 'toes' }, []).stage // 'rods'
 */
export function fadingOfPlan(
  { startsOn, line }: { readonly startsOn: string; readonly line: Plan['line'] },
  rows: readonly SelfReadRow[],
): PlanFading {
  const own = rows.filter((row) => row.line === line && row.takenOn >= startsOn);
  const reads = own.map((row): SelfRead => ({
    handedAzimuthDeg: row.handedAzimuthDeg,
    uncertaintyDeg: Math.hypot(row.measurementUncertaintyDeg, row.targetLineUncertaintyDeg),
    lowDeg: row.toleranceLowDeg ?? -USUAL_LIMIT_DEG,
    highDeg: row.toleranceHighDeg ?? USUAL_LIMIT_DEG,
  }));
  return { ...fadingOf(reads), days: own.map(({ takenOn }) => takenOn) };
}

/** A session of a plan, and what became of it. */
export interface SessionState {
  readonly id: string;
  readonly on: string;
  readonly state: 'done' | 'missed' | 'to-come';
  /** When it was done; null: not. */
  readonly doneOn: string | null;
  /** How long it took, s. */
  readonly seconds: number | null;
}

/** What was done of what was planned. */
export interface Adherence {
  readonly sessions: readonly SessionState[];
  /** Of those whose day has come. */
  readonly due: number;
  readonly done: number;
}

/**
 * What was done of a plan until a day. A session counts whenever it was done.
 *
 * @param today YYYY-MM-DD
 * @example adherenceOf([{ id: 'a', on: '2026-12-01' }], [], '2026-12-02').sessions[0].state // 'missed'
 */
export function adherenceOf(sessions: Plan['sessions'], done: readonly Done[], today: string): Adherence {
  const states = sessions
    .map(({ id, on }): SessionState => {
      const as = done.find(({ practice }) => practice.session?.sessionId === id);
      if (as !== undefined) return { id, on, state: 'done', doneOn: as.doneOn, seconds: as.practice.seconds };
      return { id, on, state: on < today ? 'missed' : 'to-come', doneOn: null, seconds: null };
    })
    .toSorted((a, b) => a.on.localeCompare(b.on));
  const isDue = ({ state, on }: SessionState): boolean => state === 'done' || on < today;
  return {
    sessions: states,
    due: states.filter(isDue).length,
    done: states.filter(({ state }) => state === 'done').length,
  };
}

/**
 * What a student asked in their sessions since a day, newest last.
 *
 * @example questionsOf([], null) // []
 */
export function questionsOf(
  done: readonly Done[],
  since: string | null,
): readonly { readonly askedOn: string; readonly question: string }[] {
  return done.flatMap(({ doneOn, practice }) => {
    const question = practice.session?.question;
    return question === undefined || (since !== null && doneOn < since)
      ? []
      : [{ askedOn: doneOn, question }];
  });
}
