import { type Circumstances } from '@lotrecht/records';
import { sql, type SqlFragment } from '../database/sql.ts';

/** Circumstances as columns: all of them, or all NULL where they were not recorded. */
export interface CircumstancesRow {
  readonly phase: Circumstances['phase'] | null;
  readonly help: Circumstances['help'] | null;
  readonly place: Circumstances['place'] | null;
  readonly reader: Circumstances['reader'] | null;
}

export function toCircumstances({ phase, help, place, reader }: CircumstancesRow): Circumstances | null {
  return phase === null || help === null || place === null || reader === null
    ? null
    : { phase, help, place, reader };
}

/** The four values in the order phase, help, place, reader. */
export function bindCircumstances(circumstances: Circumstances | null): SqlFragment {
  const { phase = null, help = null, place = null, reader = null } = circumstances ?? {};
  return sql`${phase}, ${help}, ${place}, ${reader}`;
}
