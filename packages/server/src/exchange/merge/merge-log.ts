import { createHash } from 'node:crypto';
import {
  type AcademyLine,
  type LeftOut,
  type MergeConflict,
  type MergeCount,
  type MergeDifference,
} from '@lotrecht/records';
import diff from 'microdiff';
import { EXCHANGED_TABLES } from '../tables.ts';

type TableName = AcademyLine['table'];
type Line = Readonly<Record<string, unknown>>;

/** A row that says something else here than in the file. */
export interface Differing {
  readonly table: TableName;
  readonly id: string;
  readonly here: AcademyLine;
  readonly there: AcademyLine;
}

/** A conflict before it has been told what it is about. */
export interface CountedConflict extends Omit<MergeConflict, 'about'> {
  readonly here: AcademyLine;
}

const TOLD_CONFLICTS = 100;
const TOLD_DIFFERENCES = 6;
const LONGEST_TEXT = 120;
/** Of a row's own bookkeeping, or computed from what it says. */
const UNSAID = [
  'table',
  'revision',
  'result',
  'coreVersion',
  'saveKey',
  'createdAt',
  'confirmedAt',
  'importedBy',
];

/** Where a row says something else, field by field and inside documents. */
export function differencesOf(
  here: AcademyLine,
  there: AcademyLine,
  nameOf: (id: string) => string = (id) => id,
): readonly MergeDifference[] {
  const [a, b] = [said(here), said(there)];
  return diff(a, b, { cyclesFix: false }).map((one) => {
    const isPerson = ['instructorId', 'recordedBy'].includes(String(one.path[0]));
    const text = (value: unknown): string | null =>
      isPerson && typeof value === 'string' ? nameOf(value) : textOf(value);
    return {
      field: one.path.join('/'),
      here: one.type === 'CREATE' ? null : text(one.oldValue),
      there: one.type === 'REMOVE' ? null : text(one.value),
    };
  });
}

function said(line: AcademyLine): Line {
  return Object.fromEntries(Object.entries(line).filter(([field]) => !UNSAID.includes(field)));
}

function textOf(value: unknown): string | null {
  if (value === null || value === undefined || value === '') return null;
  const text = typeof value === 'object' ? JSON.stringify(value) : String(value);
  return text.length > LONGEST_TEXT ? `${text.slice(0, LONGEST_TEXT - 1)}…` : text;
}

/** What came of each line of a file. */
export class MergeLog {
  private readonly byTable = new Map<TableName, MergeCount>();
  private readonly outside = new Map<LeftOut['why'], number>();
  private readonly told: CountedConflict[] = [];
  private readonly digest = createHash('sha256');
  private counted = 0;

  count(table: TableName, what: 'fresh' | 'same' | 'differ' | 'leftOut', n = 1): void {
    if (n === 0) return;
    const before = this.byTable.get(table) ?? { table, fresh: 0, same: 0, differ: 0, leftOut: 0 };
    this.byTable.set(table, { ...before, [what]: before[what] + n });
  }

  leaveOut(table: TableName, why: LeftOut['why']): void {
    this.count(table, 'leftOut');
    this.outside.set(why, (this.outside.get(why) ?? 0) + 1);
  }

  conflict({ table, id, here, there }: Differing, differences: readonly MergeDifference[]): void {
    this.counted += 1;
    this.digest.update(JSON.stringify([table, id, here, there]));
    if (this.told.length === TOLD_CONFLICTS) return;
    const more = Math.max(0, differences.length - TOLD_DIFFERENCES);
    this.told.push({ table, id, differences: differences.slice(0, TOLD_DIFFERENCES), more, here });
  }

  get conflictCount(): number {
    return this.counted;
  }

  get conflicts(): readonly CountedConflict[] {
    return this.told;
  }

  get leftOut(): readonly LeftOut[] {
    return [...this.outside].map(([why, rows]) => ({ why, rows }));
  }

  /** In the order of a file. */
  get tables(): readonly MergeCount[] {
    return EXCHANGED_TABLES.flatMap(({ name }) => this.byTable.get(name as TableName) ?? []);
  }

  /** The same for the same conflicts. */
  seen(): string {
    return this.digest.copy().digest('hex').slice(0, 16);
  }
}
