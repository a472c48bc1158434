import { composeTargetLine } from '@lotrecht/judging';
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
import { type SeriesPlace } from '../../words/series.ts';
import { groundOfCheck, type LessonGround } from '../../lesson/lesson-ground.ts';
import { DEFAULT_JUDGED, type Judged } from '../../methods/judged.ts';
import { NOT_BEGUN, type Run } from './holds/run.ts';
import { entriesFrom, type Entry, type LengthUnit } from './readings/entry.ts';
import { type beginningOf } from './readings/usual-readings.ts';

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
  /** What was chosen for the lesson after its last check; null where that one goes on. */
  readonly chosen?: LessonGround | null | undefined;
  /** What was set up for this student the last time; absent for one who was never read. */
  readonly lastTime?: LessonGround | undefined;
}

/** A new check: club and target of the last one of the lesson or as usual, circumstances as its last one; no readings. */
export function usualContent(
  usual: ReturnType<typeof beginningOf>,
  { step, lesson, placeKind, unit, targetLine, chosen, lastTime }: Beginning,
): DraftContent {
  const last = lesson?.checks.at(-1);
  const { club, target, judged } = chosen ?? (last && groundOfCheck(last)) ?? lastTime ?? usualGround(usual);
  return {
    entries: [],
    unit,
    club,
    target,
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
    judged,
    record: step === 'blind' && usual.series > 1 ? { series: firstOfSeries(usual.series) } : {},
    // What is worked on is read at once: no plan, no clock.
    run: step === 'work' ? { ...NOT_BEGUN, phase: 'tape' } : NOT_BEGUN,
  };
}

function usualGround({ club, target, judged }: ReturnType<typeof beginningOf>): LessonGround {
  return { club, target, judged: judged ?? DEFAULT_JUDGED };
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
