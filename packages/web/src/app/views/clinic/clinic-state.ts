import { ALL_PARALLEL, composeCheck, judgementByMethod, solveDocument } from '@lotrecht/judging';
import { proportion, radiansFromDegrees } from '@lotrecht/core';
import { type CheckInput, type PlaceView, type ResultDocument, type StudentView } from '@lotrecht/records';
import { leanOf, type LineKey } from '@lotrecht/words';
import { dropFromDevice, keepOnDevice, readOnDevice } from '../../device/on-device.ts';

/** As many as one station takes in turn. */
export const MOST_STUDENTS = 8;

/** Somebody’s turn. */
export interface Turn {
  readonly studentId: string;
  readonly lessonId: string;
  readonly checkId: string;
  readonly handOutId: string;
  /** Where the rod pointed, degrees from the target, right positive; null: not read yet. */
  readonly fromTargetDeg: number | null;
  /** The server has lesson and check. */
  readonly saved: boolean;
  /** The drill on the card; null: what fits first. */
  readonly drillId: string | null;
  /** The card is kept. */
  readonly carded: boolean;
}

/** A group on one station: no name stands in it. */
export interface Clinic {
  readonly heldOn: string;
  readonly placeId: string | null;
  readonly placeKind: PlaceView['kind'];
  readonly target: { readonly name: string; readonly distanceM: number; readonly bearingDeg: number };
  readonly line: LineKey;
  readonly turns: readonly Turn[];
}

const KEY = 'lotrecht-clinic';

/** The clinic of a day that this device has in hand; null: none. */
export function readClinic(today: string): Clinic | null {
  const kept = readOnDevice(KEY) as Clinic | null;
  return kept?.heldOn === today ? kept : null;
}

export function keepClinic(clinic: Clinic | null): void {
  if (clinic === null) dropFromDevice(KEY);
  else keepOnDevice(KEY, JSON.stringify(clinic));
}

/** Everyone’s turn, in the order in which they were named. */
export function turnsOf(students: readonly Pick<StudentView, 'id'>[]): readonly Turn[] {
  return students.map(({ id }) => ({
    studentId: id,
    lessonId: crypto.randomUUID(),
    checkId: crypto.randomUUID(),
    handOutId: crypto.randomUUID(),
    fromTargetDeg: null,
    saved: false,
    drillId: null,
    carded: false,
  }));
}

/** Whose turn it is: the first who was not read; -1: everybody was. */
export function atTurn({ turns }: Pick<Clinic, 'turns'>): number {
  return turns.findIndex(({ fromTargetDeg }) => fromTargetDeg === null);
}

/** One change of one turn. */
export function withTurn(clinic: Clinic, checkId: string, change: Partial<Turn>): Clinic {
  return {
    ...clinic,
    turns: clinic.turns.map((turn) => (turn.checkId === checkId ? { ...turn, ...change } : turn)),
  };
}

/** The kind of reading that is the quickest for every line: a rod along it, and a look along the rod. */
export function checkOfTurn(
  { target, line, placeKind }: Pick<Clinic, 'target' | 'line' | 'placeKind'>,
  { lessonId, fromTargetDeg }: Pick<Turn, 'lessonId' | 'fromTargetDeg'>,
  { handedness }: Pick<StudentView, 'handedness'>,
): { readonly input: CheckInput; readonly result: ResultDocument } | null {
  if (fromTargetDeg === null) return null;
  const { name, distanceM } = target;
  const lateralM = distanceM * Math.tan(radiansFromDegrees(fromTargetDeg));
  const document = composeCheck({
    handedness,
    club: { group: CLUB },
    target: { name, distanceM },
    readings: [{ line, by: 'pointsAt', values: { lateralM, distanceM } }],
    judgement: judgementByMethod(ALL_PARALLEL, CLUB),
  });
  if (document === undefined) return null;
  return {
    input: {
      revision: 0,
      lessonId,
      document,
      // They stood first; the rod came afterwards.
      circumstances: { phase: 'baseline', help: 'blind', place: placeKind, reader: 'instructor' },
      record: { revealed: true },
    },
    result: solveDocument(document, {}),
  };
}

const CLUB = 'mid-iron';

/** How many of a group lean to which side of what is wanted. */
export interface GroupShare {
  readonly of: number;
  readonly out: number;
  readonly words: string;
  /** Among many such students, 0 to 1. */
  readonly low: number;
  readonly high: number;
}

/**
 * The shares of a group, the largest first: of those who lean out, by side.
 *
 * @param results of those who were read
 */
export function sharesOf(results: readonly ResultDocument[], line: LineKey): readonly GroupShare[] {
  const leans = results.flatMap((result) => leanOf(result, line) ?? []);
  if (leans.length === 0) return [];
  const outWords = leans.flatMap(({ lean, words }) =>
    lean === 'out' || lean === 'probably-out' ? [words.toLowerCase().replace('probably ', '')] : [],
  );
  return [...new Set(outWords)]
    .map((words) => {
      const out = outWords.filter((one) => one === words).length;
      const { low, high } = proportion(out, leans.length);
      return { of: leans.length, out, words, low, high };
    })
    .toSorted((a, b) => b.out - a.out);
}
