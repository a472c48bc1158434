import { type CheckDocument } from '@lotrecht/contract';
import { type TypedFields } from './fields.ts';

/** What stays the same from check to check on this device: bases, club and target. No names, no students. */
export interface UsualReadings {
  readonly bases: TypedFields;
  readonly club: NonNullable<CheckDocument['club']>;
  readonly target: NonNullable<CheckDocument['target']>;
  /** Absent where an earlier version wrote it. */
  readonly method?: NonNullable<CheckDocument['method']>;
}

const KEY = 'lotrecht-usual';

const FIRST: UsualReadings = { bases: {}, club: { group: 'mid-iron' }, target: {} };

/** What was used last on this device. */
export function readUsual(): UsualReadings {
  try {
    return { ...FIRST, ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<UsualReadings>) };
  } catch {
    // Written by another version: start over rather than fail on the tee.
    return FIRST;
  }
}

/** Remembers what was used. */
export function keepUsual(fields: TypedFields, { club, target, method }: Omit<UsualReadings, 'bases'>): void {
  const bases: TypedFields = {
    ...(fields['toes.baseMm'] ? { 'toes.baseMm': fields['toes.baseMm'] } : {}),
    ...(fields['face.baseMm'] ? { 'face.baseMm': fields['face.baseMm'] } : {}),
  };
  localStorage.setItem(
    KEY,
    JSON.stringify({ bases, club, target, ...(method && { method }) } satisfies UsualReadings),
  );
}
