import { randomUUID } from 'node:crypto';
import { type AcademyLine, type MergeDifference } from '@lotrecht/records';
import { listOf, sql } from '../../database/sql.ts';
import { insertRows } from '../insert-rows.ts';
import { tableNamed } from '../tables.ts';
import { type MergeContext, rowsHere } from './merge-context.ts';
import { differencesOf } from './merge-log.ts';

type VersionLine = Extract<AcademyLine, { table: 'check_version' }>;

/**
 * Brings versions of checks in. A check's history is added to and never overwritten: where the file knows more, its
 * versions follow; where the two have gone apart, the file's are added behind those that are here, or not at all.
 */
export class VersionMerge {
  /** Checks whose history has gone apart: the rest of the file's belongs to it. */
  private readonly apart = new Set<string>();
  /** The highest revision of checks of the last batch. */
  private highest = new Map<string, number>();

  constructor(private readonly context: MergeContext) {}

  async take(lines: readonly VersionLine[]): Promise<void> {
    const { tx, actor, log, checks, bringIn, references } = this.context;
    const table = tableNamed('check_version');
    const ids = [...new Set(lines.map((line) => line.checkId))];
    const found = (await rowsHere(this.context, table, ids)).filter((l) => l.table === 'check_version');
    const here = new Map(ids.map((id) => [id, found.filter((v) => v.checkId === id)]));
    // Those of the batch before have perhaps not been written.
    const before = this.highest;
    this.highest = new Map(
      [...here].map(([id, known]) => [id, Math.max(before.get(id) ?? 0, ...known.map((v) => v.revision))]),
    );
    const out = await this.waitingAmong(ids);
    const fresh: VersionLine[] = [];
    for (const line of lines) {
      const versions = here.get(line.checkId) ?? [];
      const known = versions.find((v) => v.saveKey === line.saveKey);
      if (known === undefined && out.has(line.checkId)) log.leaveOut(line.table, 'consent');
      else if (known === undefined) fresh.push(...this.follow(line, versions));
      else if (differencesBetween(known, line).length === 0) log.count('check_version', 'same');
      else fresh.push(...this.comeApart({ ...line, saveKey: randomUUID() }, known));
    }
    for (const misfit of await references.misfits(fresh)) this.context.refuse(misfit);
    for (const line of fresh) {
      references.add(line);
      checks.add(line.checkId);
    }
    if (bringIn && !this.context.refused()) await insertRows(tx, actor.academyId, { table, lines: fresh });
  }

  /** Checks that are here and whose student waits for a guardian. */
  private async waitingAmong(ids: readonly string[]): Promise<ReadonlySet<string>> {
    const { tx, actor, waiting } = this.context;
    if (waiting.size === 0) return new Set();
    const theirs = await tx.many<{ id: string; studentId: string }>(sql`
      SELECT id, student_id AS studentId FROM setup_check
      WHERE academy_id = ${actor.academyId} AND id IN (${listOf(ids)})`);
    return new Set(theirs.filter((c) => waiting.has(c.studentId)).map((c) => c.id));
  }

  /** @returns the version as it is to be added, or nothing */
  private follow(line: VersionLine, here: readonly VersionLine[]): readonly VersionLine[] {
    const { log } = this.context;
    const highest = this.highest.get(line.checkId) ?? 0;
    if (line.revision > highest && !this.apart.has(line.checkId)) {
      this.highest.set(line.checkId, line.revision);
      log.count('check_version', 'fresh');
      return [line];
    }
    return this.comeApart(line, here.at(-1));
  }

  /** @param here what stands here now; undefined: the file itself says two things */
  private comeApart(there: VersionLine, here: VersionLine | undefined): readonly VersionLine[] {
    const { log, differing } = this.context;
    const id = there.checkId;
    if (here !== undefined && !this.apart.has(id)) {
      const differences = differencesBetween(here, there);
      // Both have been corrected, and alike.
      if (differences.length === 0) {
        log.count('check_version', 'same');
        return [];
      }
      log.conflict({ table: 'check_version', id, here, there }, differences);
    }
    log.count('check_version', 'differ');
    this.apart.add(id);
    if (differing === 'keep') return [];
    const revision = (this.highest.get(id) ?? 0) + 1;
    this.highest.set(id, revision);
    return [{ ...there, revision }];
  }
}

/** Who saved it, and why, makes no reading another. */
function differencesBetween(here: VersionLine, there: VersionLine): readonly MergeDifference[] {
  const { instructorId, reason } = here;
  return differencesOf(here, { ...there, instructorId, reason });
}
