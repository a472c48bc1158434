import { type AcademyLine } from '@lotrecht/records';
import { type Queries } from '../../database/database.ts';
import { sql } from '../../database/sql.ts';
import { type Actor } from '../../access/actor.ts';
import { foldedName } from '../../students/folded-name.ts';

const TOLD = 20;

/** New students who are called as someone who is here: perhaps the same person under another id. */
export class Namesakes {
  readonly found: string[] = [];

  private constructor(
    private readonly ids: ReadonlySet<string>,
    private readonly names: ReadonlySet<string>,
  ) {}

  static async load(tx: Queries, { academyId }: Actor): Promise<Namesakes> {
    const rows = await tx.many<{ id: string; name: string; deleted: number }>(sql`
      SELECT id, name, deleted_at IS NOT NULL AS deleted FROM student WHERE academy_id = ${academyId}`);
    const seen = rows.filter((row) => row.deleted === 0).map((row) => foldedName(row.name));
    return new Namesakes(new Set(rows.map((row) => row.id)), new Set(seen));
  }

  look(lines: readonly AcademyLine[]): void {
    for (const line of lines) {
      if (line.table !== 'student' || line.deletedAt !== null || this.ids.has(line.id)) continue;
      if (this.names.has(foldedName(line.name)) && this.found.length < TOLD) this.found.push(line.name);
    }
  }
}
