import { composeTargetLine, type SeriesPlace } from '@lotrecht/judging';
import {
  type CheckDocument,
  type CheckRecord,
  type CheckView,
  type Circumstances,
  type LessonView,
  type Rebase,
  type TargetLineChoice,
} from '@lotrecht/records';
import { type BegunStep } from '../../words/lesson-steps.ts';
import { groundOfCheck, type LessonGround } from '../../lesson/lesson-ground.ts';
import { type Judged } from '../../methods/judged.ts';
import { NOT_BEGUN, type Run } from './holds/run.ts';
import { entriesFrom, type Entry, isUnread, type LengthUnit } from './readings/entry.ts';

/** A first check is a blind baseline, read by the instructor, until it is said otherwise; without a place on the range. */
export const FIRST_CIRCUMSTANCES: Circumstances = {
  phase: 'baseline',
  help: 'blind',
  place: 'range',
  reader: 'instructor',
};

/** Everything that a draft keeps of a check. */
export interface DraftContent {
  readonly entries: readonly Entry[];
  readonly unit: LengthUnit;
  readonly club: NonNullable<CheckDocument['club']>;
  readonly target: NonNullable<CheckDocument['target']>;
  readonly targetLine: CheckDocument['targetLine'];
  /** Where the ball is to start, degrees from the target, right positive. Default 0. */
  readonly startLineDeg?: number;
  readonly feet: NonNullable<CheckDocument['feet']> | null;
  readonly circumstances: Circumstances | null;
  readonly rebase: Rebase | null;
  readonly judged: Judged;
  readonly record: CheckRecord;
  readonly run: Run;
}

/** What a stored check says, as it is typed. */
export function contentOf(check: CheckView): DraftContent {
  const { document, circumstances, rebase, record } = check;
  const { afterLook, ownMethod: _method, ...rest } = record ?? {};
  return {
    entries: [
      ...entriesFrom(document.observations, false),
      ...(afterLook ? entriesFrom(afterLook.observations, true) : []),
    ],
    unit: 'mm',
    ...groundOfCheck(check),
    targetLine: document.targetLine,
    feet: document.feet ?? null,
    circumstances,
    rebase,
    record: rest,
    run: { ...NOT_BEGUN, phase: 'tape' },
  };
}

/** Where a new check begins. */
export interface Beginning {
  /** The step of the lesson it is begun in; absent: as the last one of the lesson. */
  readonly step?: BegunStep | undefined;
  readonly lesson: LessonView | null;
  readonly placeKind: Circumstances['place'] | null;
  readonly unit: LengthUnit;
  readonly targetLine: TargetLineChoice;
  /** Club, target and method that the lesson goes on with. */
  readonly ground: LessonGround;
  /** Blind set-ups in a row. */
  readonly series: number;
}

/** A new check: what the lesson goes on with, circumstances as its last one; no readings. */
export function usualContent({
  step,
  lesson,
  placeKind,
  unit,
  targetLine,
  ground,
  series,
}: Beginning): DraftContent {
  const last = lesson?.checks.at(-1);
  return {
    entries: [],
    unit,
    ...ground,
    targetLine: composeTargetLine(targetLine).targetLine,
    feet: last?.document.feet ?? null,
    circumstances: {
      ...(last?.circumstances ?? {
        ...FIRST_CIRCUMSTANCES,
        place: placeKind ?? FIRST_CIRCUMSTANCES.place,
      }),
      ...(step && BEGUN_WITH[step]),
    },
    rebase: null,
    record: step === 'blind' && series > 1 ? { series: firstOfSeries(series) } : {},
    // What is worked on is read at once: no plan, no clock.
    run: step === 'work' ? { ...NOT_BEGUN, phase: 'tape' } : NOT_BEGUN,
  };
}

/** Held in a series, and nothing of its marks read yet. */
export function isMarkedOnly({ entries, record, run, unit }: DraftContent): boolean {
  return record.series !== undefined && run.hold > 0 && entries.every((entry) => isUnread(entry, unit));
}

/** A series that begins with this set-up. */
export function firstOfSeries(of: number): SeriesPlace {
  return { id: crypto.randomUUID(), place: 1, of };
}

/** How a set-up of each step is made, until it is said otherwise. */
const BEGUN_WITH: Readonly<Record<BegunStep, Pick<Circumstances, 'phase' | 'help'>>> = {
  blind: { phase: 'baseline', help: 'blind' },
  work: { phase: 'coached', help: 'cued' },
  balls: { phase: 'after-balls', help: 'blind' },
};
