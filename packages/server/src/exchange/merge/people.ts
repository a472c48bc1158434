import { type AcademyLine } from '@lotrecht/records';
import { type Queries } from '../../database/database.ts';
import { listOf, sql } from '../../database/sql.ts';
import { type Actor } from '../../access/actor.ts';
import { standInAddress } from '../../identity/stand-in-address.ts';
import { insertRows } from '../insert-rows.ts';
import { tableNamed } from '../tables.ts';

type InstructorLine = Extract<AcademyLine, { table: 'instructor' }>;

/** Who of a file is who here: by id, else by address. Whoever has no account here stands for nobody but themselves. */
export class People {
  private readonly idOf = new Map<string, string>();
  private readonly names = new Map<string, string>();
  /** New ones, who come in suspended and without an address: the head invites them. */
  readonly fresh: string[] = [];
  /** Whether something named someone without an account. */
  usedActor = false;

  private constructor(
    private readonly tx: Queries,
    private readonly actor: Actor,
    private readonly passwordHash: string,
  ) {}

  static async load(tx: Queries, actor: Actor, passwordHash: string): Promise<People> {
    const people = new People(tx, actor, passwordHash);
    const here = await tx.many<{ id: string; name: string }>(
      sql`SELECT id, name FROM instructor WHERE academy_id = ${actor.academyId}`,
    );
    for (const { id, name } of here) people.know(id, id, name);
    return people;
  }

  /** @returns how many came in, and how many were here */
  async take(
    lines: readonly InstructorLine[],
    bringIn: boolean,
  ): Promise<{ readonly fresh: number; readonly same: number }> {
    const emails = listOf(lines.map(({ email }) => email));
    const { academyId } = this.actor;
    // Only of this academy: who has an account elsewhere is not for a file to find out.
    const known = await this.tx.many<{ email: string; id: string }>(
      sql`SELECT email, id FROM instructor WHERE email IN (${emails}) AND academy_id = ${academyId}`,
    );
    const fresh: InstructorLine[] = [];
    for (const line of lines) {
      const byEmail = known.find((t) => t.email.toLowerCase() === line.email.toLowerCase());
      if (this.idOf.has(line.id)) continue;
      if (byEmail === undefined) fresh.push(line);
      else this.know(line.id, byEmail.id, line.name);
    }
    if (bringIn) await this.insert(fresh);
    for (const { id, name } of fresh) {
      this.know(id, id, name);
      this.fresh.push(name);
    }
    return { fresh: fresh.length, same: lines.length - fresh.length };
  }

  /** Whether someone has an account here. */
  has(id: string): boolean {
    return this.idOf.has(id);
  }

  /** Who it is here: whoever brings the file where there is no account. */
  of(id: string): string {
    const known = this.idOf.get(id);
    if (known === undefined) this.usedActor = true;
    return known ?? this.actor.instructorId;
  }

  nameOf(id: string): string {
    return this.names.get(id) ?? id;
  }

  private async insert(lines: readonly InstructorLine[]): Promise<void> {
    const suspendedAt = new Date().toISOString();
    await insertRows(this.tx, this.actor.academyId, {
      table: tableNamed('instructor'),
      lines: lines.map((line) => ({
        ...line,
        email: standInAddress(this.actor.academyId, line.id),
        suspendedAt: line.suspendedAt ?? suspendedAt,
      })),
      secret: { password_hash: this.passwordHash },
    });
  }

  private know(id: string, here: string, name: string): void {
    this.idOf.set(id, here);
    if (!this.names.has(here)) this.names.set(here, name);
  }
}
