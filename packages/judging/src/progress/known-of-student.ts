import { daysBetween, sameReadings } from '@lotrecht/core';
import {
  type CheckDocument,
  type CheckRecord,
  type CheckView,
  type EarlierCheck,
  type BallView,
  type EarlierView,
  type LastTimeView,
} from '@lotrecht/records';
import { judgementOf } from '../check/compose-check.ts';
import { isMeasured } from '../reading/measured.ts';
import { isCold } from './cold.ts';

/** As many lessons as say something: older ones have drifted away. */
export const MOST_EARLIER = 8;
/** More set-ups than this of one club group are not read in so many lessons; a document holds no more. */
const MOST_EARLIER_CHECKS = 60;

/** A stored cold check, as it becomes an earlier one. */
export interface ColdCheck {
  /** YYYY-MM-DD. */
  readonly heldOn: string;
  readonly document: CheckDocument;
  readonly record: CheckRecord | null;
  /** The set-up was worked on in that lesson. Default false. */
  readonly workedOn?: boolean;
}

/**
 * A cold check as a later one carries it: the readings alone, without those that were asked about and kept as typed.
 *
 * @param on the day of the later one, YYYY-MM-DD
 * @param sameLine both were read from the same string or rod, as set-ups of one series are
 * @returns null where no reading is left
 * @example earlierOf({ heldOn: '2026-04-01', document: { format: 'lotrecht-check', version: 1, handedness: 'right', targetLine: {}, observations: [{ line: 'toes', by: 'eye', readingDeg: 1 }] }, record: null }, '2026-04-15').check.daysBefore // 14
 */
export function earlierOf(
  { heldOn, document, record, workedOn = false }: ColdCheck,
  on: string,
  { sameLine = false }: { readonly sameLine?: boolean } = {},
): EarlierView | null {
  const { club, targetLine, startLineDeg, readdressSdDeg, observations } = document;
  const doubted: readonly string[] = record?.keptDoubtful ?? [];
  const { offsetMm: _offset, ...laid } = targetLine;
  const [first, ...others] = observations.filter(
    (o) => !doubted.includes(o.line) && isMeasured({ targetLine: {}, observations: [o] }),
  );
  if (first === undefined) return null;
  const spread = readdressSdDeg === undefined ? {} : { readdressSdDeg };
  if (!isMeasured({ targetLine: laid, ...spread, observations: [first, ...others] })) return null;
  return {
    clubGroup: club?.group ?? null,
    check: {
      daysBefore: daysBetween(heldOn, on),
      targetLine: laid,
      ...(startLineDeg !== undefined && { startLineDeg }),
      ...spread,
      ...(sameLine && { sameLine }),
      ...(workedOn && { workedOn }),
      observations: [first, ...others],
    },
  };
}

/**
 * The cold checks among some of one day: read by the instructor, from a line that stood as it was laid.
 *
 * @example coldChecksOf([], '2026-04-15') // []
 */
export function coldChecksOf(
  checks: readonly Pick<CheckView, 'document' | 'record' | 'rebase' | 'circumstances'>[],
  heldOn: string,
): readonly ColdCheck[] {
  return checks
    .filter((c) => isCold(c.circumstances) && c.circumstances?.reader === 'instructor' && c.rebase === null)
    .map(({ document, record }) => ({ heldOn, document, record }));
}

/**
 * What was set up for each club group the last time.
 *
 * @param cold cold checks, newest first
 * @example lastTimesOf([]) // []
 */
export function lastTimesOf(cold: readonly ColdCheck[]): readonly LastTimeView[] {
  const newest = new Map<string, LastTimeView>();
  for (const { heldOn, document, record } of cold) {
    const { club, target = {} } = document;
    if (club === undefined || newest.has(club.group)) continue;
    const ownMethod = record?.ownMethod;
    newest.set(club.group, {
      heldOn,
      club,
      target,
      judgement: judgementOf(document),
      ...(ownMethod && { ownMethod }),
    });
  }
  return [...newest.values()];
}

/**
 * Ball and stance of cold checks, where anything of them was read.
 *
 * @example ballsOf([]) // []
 */
export function ballsOf(cold: readonly ColdCheck[]): readonly BallView[] {
  return cold.flatMap(({ heldOn, document, record }) =>
    record?.ball === undefined
      ? []
      : [{ heldOn, clubGroup: document.club?.group ?? null, ball: record.ball }],
  );
}

/**
 * The earlier checks of one club group, those of the last few lessons; undefined without any.
 *
 * @example earlierOfGroup([], 'driver') // undefined
 */
export function earlierOfGroup(
  earlier: readonly EarlierView[],
  clubGroup: NonNullable<CheckDocument['club']>['group'],
): EarlierCheck[] | undefined {
  const own = earlier.filter((view) => view.clubGroup === clubGroup).map(({ check }) => check);
  const days = [...new Set(own.map(({ daysBefore }) => daysBefore))].filter((days) => days > 0);
  const oldest = days.at(-MOST_EARLIER) ?? Number.POSITIVE_INFINITY;
  const newer = own.filter(({ daysBefore }) => daysBefore <= oldest).slice(-MOST_EARLIER_CHECKS);
  return newer.length === 0 ? undefined : newer;
}

type Readings = CheckDocument['observations'];

/**
 * Earlier checks without those that say the same as the check itself, or as another of the same day: a check that was
 * typed twice is no history. Set-ups of one series may come out the same.
 *
 * @example withoutCopies([], [{ line: 'toes', by: 'eye', readingDeg: 1 }]) // []
 */
export function withoutCopies(
  earlier: readonly EarlierCheck[],
  observations: Readings,
): readonly EarlierCheck[] {
  const itself = sameReadings(observations);
  const seen = new Set<string>();
  return earlier.filter((check) => {
    if (check.sameLine === true) return true;
    const said = sameReadings(check.observations);
    const ofDay = `${check.daysBefore} ${said}`;
    const isCopy = said === itself || seen.has(ofDay);
    seen.add(ofDay);
    return !isCopy;
  });
}
