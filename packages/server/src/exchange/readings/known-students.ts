import { randomUUID } from 'node:crypto';
import { type ForeignReading } from '@lotrecht/judging';
import { type ReadingMapping } from '@lotrecht/records';
import { waitsForGuardian } from '../../consents/consent-repository.ts';
import { type Queries } from '../../database/database.ts';
import { sql } from '../../database/sql.ts';
import { type Actor } from '../../access/actor.ts';
import { foldedName } from '../../students/folded-name.ts';
import { visibleStudents } from '../../access/visible.ts';

/** A student that a row names. */
export interface NamedStudent {
  readonly id: string;
  readonly name: string;
  readonly handedness: 'right' | 'left';
  readonly isNew: boolean;
}

/** Students by name: those that are here, and those that a table brings. */
export class KnownStudents {
  private readonly byName = new Map<string, NamedStudent | 'several'>();
  private readonly withoutConsent = new Set<string>();

  private constructor(private readonly usualHand: ReadingMapping['hand']) {}

  static async load(tx: Queries, actor: Actor, usualHand: ReadingMapping['hand']): Promise<KnownStudents> {
    const known = new KnownStudents(usualHand);
    const rows = await tx.many<Omit<NamedStudent, 'isNew'> & { readonly waits: number }>(sql`
      SELECT s.id, s.name, s.handedness, ${waitsForGuardian()} AS waits
      FROM student s WHERE ${visibleStudents(actor)} AND s.deleted_at IS NULL`);
    for (const { waits, ...row } of rows) {
      const key = foldedName(row.name);
      known.byName.set(key, known.byName.has(key) ? 'several' : { ...row, isNew: false });
      if (waits === 1) known.withoutConsent.add(row.id);
    }
    return known;
  }

  /** @returns the student, or what is wrong with naming them so */
  find({
    student,
    handedness,
  }: ForeignReading): NamedStudent | { readonly refused: 'hand' | 'student'; readonly message: string } {
    const key = foldedName(student);
    const known = this.byName.get(key);
    if (known === 'several') {
      const message = `Several students are called “${student}”. Make their names differ first.`;
      return { refused: 'student', message };
    }
    if (known === undefined) {
      const made = { id: randomUUID(), name: student, handedness: handedness ?? this.usualHand, isNew: true };
      this.byName.set(key, made);
      return made;
    }
    if (this.withoutConsent.has(known.id)) {
      const message = `“${student}” is not of age. Record the guardian’s consent to records first.`;
      return { refused: 'student', message };
    }
    if (handedness !== null && handedness !== known.handedness) {
      const where = known.isNew ? 'an earlier row has them' : 'they are recorded';
      return { refused: 'hand', message: `Read ${handedness}; ${where} as ${known.handedness}-handed.` };
    }
    return known;
  }
}
