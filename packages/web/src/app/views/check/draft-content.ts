import { composeTargetLine, judgementOf } from '@lotrecht/judging';
import {
  type CheckDocument,
  type CheckRecord,
  type CheckView,
  type Circumstances,
  type LessonView,
  type Rebase,
  type TargetLineChoice,
} from '@lotrecht/records';
import { DEFAULT_JUDGED, type Judged } from './judged.ts';
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
export function contentOf({ document, circumstances, rebase, record }: CheckView): DraftContent {
  const { afterLook, ownMethod, ...rest } = record ?? {};
  return {
    entries: [
      ...entriesFrom(document.observations, false),
      ...(afterLook ? entriesFrom(afterLook.observations, true) : []),
    ],
    unit: 'mm',
    club: document.club ?? { group: 'mid-iron' },
    target: document.target ?? {},
    targetLine: document.targetLine,
    feet: document.feet ?? null,
    circumstances,
    rebase,
    judged: { judgement: judgementOf(document), ...(ownMethod && { ownMethod }) },
    record: rest,
    run: { ...NOT_BEGUN, phase: 'tape' },
  };
}

/** Where a new check begins. */
export interface Beginning {
  readonly lesson: LessonView | null;
  readonly placeKind: Circumstances['place'] | null;
  readonly unit: LengthUnit;
  readonly targetLine: TargetLineChoice;
}

/** A new check: club and target of the last one of the lesson or as usual, circumstances as its last one; no readings. */
export function usualContent(
  usual: ReturnType<typeof beginningOf>,
  { lesson, placeKind, unit, targetLine }: Beginning,
): DraftContent {
  const last = lesson?.checks.at(-1);
  const judged: Judged =
    last === undefined
      ? (usual.judged ?? DEFAULT_JUDGED)
      : {
          judgement: judgementOf(last.document),
          ...(last.record?.ownMethod && { ownMethod: last.record.ownMethod }),
        };
  return {
    entries: [],
    unit,
    club: last?.document.club ?? usual.club,
    target: last?.document.target ?? usual.target,
    targetLine: composeTargetLine(targetLine).targetLine,
    feet: last?.document.feet ?? null,
    circumstances: last?.circumstances ?? {
      ...FIRST_CIRCUMSTANCES,
      place: placeKind ?? FIRST_CIRCUMSTANCES.place,
    },
    rebase: null,
    judged,
    record: {},
    run: NOT_BEGUN,
  };
}
