import { type AcademyLine } from '@lotrecht/records';
import { type Queries } from '../../database/database.ts';
import { listOf, sql } from '../../database/sql.ts';
import { type Actor } from '../../access/actor.ts';
import { type MergeContext } from './merge-context.ts';

/** Who was erased here stays erased; who was erased there and is here is told, and erased by nobody but the head. */
export class MergeErasures {
  private readonly there: string[] = [];

  private constructor(
    private readonly tx: Queries,
    private readonly actor: Actor,
    readonly here: ReadonlySet<string>,
  ) {}

  static async load(tx: Queries, actor: Actor): Promise<MergeErasures> {
    const rows = await tx.many<{ id: string }>(
      sql`SELECT student_id AS id FROM erased_student WHERE academy_id = ${actor.academyId}`,
    );
    return new MergeErasures(tx, actor, new Set(rows.map(({ id }) => id)));
  }

  async take(
    lines: readonly Extract<AcademyLine, { table: 'erased_student' }>[],
    { log, bringIn }: Pick<MergeContext, 'log' | 'bringIn'>,
  ): Promise<void> {
    const fresh = lines.map(({ studentId }) => studentId).filter((id) => !this.here.has(id));
    log.count('erased_student', 'same', lines.length - fresh.length);
    const { academyId } = this.actor;
    const alive = await this.tx.many<{ id: string }>(
      sql`SELECT id FROM student WHERE academy_id = ${academyId} AND id IN (${listOf(fresh)})`,
    );
    const still = new Set(alive.map(({ id }) => id));
    this.there.push(...still);
    log.count('erased_student', 'differ', still.size);
    for (const id of fresh.filter((one) => !still.has(one))) {
      if (bringIn) {
        await this.tx.exec(
          sql`INSERT IGNORE INTO erased_student (academy_id, student_id) VALUES (${academyId}, ${id})`,
        );
      }
      log.count('erased_student', 'fresh');
    }
  }

  async stillHere(): Promise<readonly { readonly id: string; readonly name: string }[]> {
    return this.tx.many(sql`
      SELECT id, name FROM student
      WHERE academy_id = ${this.actor.academyId} AND id IN (${listOf(this.there)}) ORDER BY name, id`);
  }
}
