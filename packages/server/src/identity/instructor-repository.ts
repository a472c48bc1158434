import { randomUUID } from 'node:crypto';
import { type InstructorView, type SessionView } from '@lotrecht/records';
import { type Queries } from '../database/database.ts';
import { listOf, sql } from '../database/sql.ts';
import { type Actor } from '../access/actor.ts';
import { closeInvitationsOf, closeLinksTo } from './one-time-link-repository.ts';
import { closeAllSessions } from './session-repository.ts';
import { isStandInAddress } from './stand-in-address.ts';

/** What signing in needs to know of an instructor. */
export interface Credentials extends Actor {
  /** 1: signs in no more. */
  readonly suspended: number;
  readonly passwordHash: string;
}

/** A new instructor; the password is already hashed. */
export interface NewInstructor {
  readonly academyId: string;
  readonly name: string;
  readonly email: string;
  readonly role: Actor['role'];
  readonly passwordHash: string;
}

/** Looks an instructor up by e-mail: the one query that comes before the academy is known. */
export function findCredentials(db: Queries, email: string): Promise<Credentials | undefined> {
  return db.maybeOne<Credentials>(sql`
    SELECT academy_id AS academyId, id AS instructorId, role, password_hash AS passwordHash,
           suspended_at IS NOT NULL AS suspended
    FROM instructor WHERE email = ${email}`);
}

/** Names of instructors of an academy, by id. */
export async function instructorNames(
  db: Queries,
  academyId: string,
  ids: readonly string[],
): Promise<ReadonlyMap<string, string>> {
  if (ids.length === 0) return new Map();
  const rows = await db.many<{ id: string; name: string }>(sql`
    SELECT id, name FROM instructor WHERE academy_id = ${academyId} AND id IN (${listOf([...new Set(ids)])})`);
  return new Map(rows.map(({ id, name }) => [id, name]));
}

/** Whether any academy exists yet. */
export async function anyAcademyExists(db: Queries): Promise<boolean> {
  return (await db.maybeOne(sql`SELECT id FROM academy LIMIT 1`)) !== undefined;
}

/** @returns the academy's id */
export async function insertAcademy(db: Queries, name: string): Promise<string> {
  const id = randomUUID();
  await db.exec(sql`INSERT INTO academy (id, name) VALUES (${id}, ${name})`);
  return id;
}

/** @returns the instructor's id */
export async function insertInstructor(db: Queries, instructor: NewInstructor): Promise<string> {
  const id = randomUUID();
  const { academyId, email, name, role, passwordHash } = instructor;
  await db.exec(sql`
    INSERT INTO instructor (academy_id, id, email, name, role, password_hash)
    VALUES (${academyId}, ${id}, ${email}, ${name}, ${role}, ${passwordHash})`);
  return id;
}

/** The signed-in instructor and academy as pages show them. */
export async function describeActor(db: Queries, actor: Actor, locked: boolean): Promise<SessionView> {
  const row = await db.one<{ name: string; email: string; role: Actor['role']; academyName: string }>(sql`
    SELECT i.name, i.email, i.role, a.name AS academyName
    FROM instructor i JOIN academy a ON a.id = i.academy_id
    WHERE i.academy_id = ${actor.academyId} AND i.id = ${actor.instructorId}`);
  return {
    locked,
    instructor: { id: actor.instructorId, name: row.name, email: row.email, role: row.role },
    academy: { id: actor.academyId, name: row.academyName },
  };
}

/** The academy's instructors by name. */
export async function listInstructors(db: Queries, academyId: string): Promise<readonly InstructorView[]> {
  const rows = await db.many<
    Omit<InstructorView, 'suspended' | 'email'> & { readonly suspended: number; readonly email: string }
  >(sql`
    SELECT i.id, i.name, i.email, i.role, i.suspended_at IS NOT NULL AS suspended,
           (SELECT COUNT(*) FROM student s
             WHERE s.academy_id = i.academy_id AND s.instructor_id = i.id AND s.deleted_at IS NULL) AS studentCount
    FROM instructor i WHERE i.academy_id = ${academyId} ORDER BY i.name, i.id`);
  return rows.map((row) => ({
    ...row,
    suspended: row.suspended === 1,
    email: isStandInAddress(row.email) ? null : row.email,
  }));
}

/** Who an instructor is, where letters go. */
export type Person = Pick<InstructorView, 'name' | 'role'> & { readonly email: string };

/** Who an instructor of an academy is. */
export function findPerson(
  db: Queries,
  { academyId, instructorId }: Pick<Actor, 'academyId' | 'instructorId'>,
): Promise<Person | undefined> {
  return db.maybeOne<Person>(
    sql`SELECT email, name, role FROM instructor WHERE academy_id = ${academyId} AND id = ${instructorId}`,
  );
}

/** Lets an instructor sign in no more, or again. @returns who it is, or why nothing was done */
export async function setSuspended(
  tx: Queries,
  academyId: string,
  id: string,
  suspended: boolean,
): Promise<{ readonly name: string } | 'unknown' | 'last-head'> {
  const all = await tx.many<{ id: string; name: string; role: Actor['role']; suspended: number }>(sql`
    SELECT id, name, role, suspended_at IS NOT NULL AS suspended FROM instructor
    WHERE academy_id = ${academyId} ORDER BY id FOR UPDATE`);
  const one = all.find((i) => i.id === id);
  if (one === undefined) return 'unknown';
  if (
    suspended &&
    one.role === 'head' &&
    !all.some((i) => i.id !== id && i.role === 'head' && i.suspended === 0)
  )
    return 'last-head';
  await tx.exec(sql`
    UPDATE instructor SET suspended_at = ${suspended ? sql`COALESCE(suspended_at, UTC_TIMESTAMP(3))` : sql`NULL`}
    WHERE academy_id = ${academyId} AND id = ${id}`);
  if (suspended) await closeEverythingOf(tx, { academyId, instructorId: id });
  return { name: one.name };
}

/** Whoever is suspended leaves no door open: sessions, links to students, invitations, new passwords. */
async function closeEverythingOf(
  tx: Queries,
  whose: Pick<Actor, 'academyId' | 'instructorId'>,
): Promise<void> {
  await closeAllSessions(tx, whose);
  await closeInvitationsOf(tx, whose);
  await closeLinksTo(tx, whose);
  await tx.exec(sql`
    UPDATE student_link SET revoked_at = UTC_TIMESTAMP(3)
    WHERE academy_id = ${whose.academyId} AND instructor_id = ${whose.instructorId} AND revoked_at IS NULL`);
}

/** An instructor's stored password hash. */
export async function findPasswordHash(db: Queries, actor: Actor): Promise<string> {
  const row = await db.one<{ passwordHash: string }>(sql`
    SELECT password_hash AS passwordHash FROM instructor
    WHERE academy_id = ${actor.academyId} AND id = ${actor.instructorId}`);
  return row.passwordHash;
}

/** Sets a password; it is already hashed. */
export async function setPasswordHash(
  db: Queries,
  { academyId, instructorId }: Pick<Actor, 'academyId' | 'instructorId'>,
  passwordHash: string,
): Promise<void> {
  await db.exec(sql`
    UPDATE instructor SET password_hash = ${passwordHash}
    WHERE academy_id = ${academyId} AND id = ${instructorId}`);
}

/** An instructor's address, or undefined for a stranger. */
export async function findAddress(db: Queries, academyId: string, id: string): Promise<string | undefined> {
  const row = await db.maybeOne<{ email: string }>(
    sql`SELECT email FROM instructor WHERE academy_id = ${academyId} AND id = ${id}`,
  );
  return row?.email;
}

/** Gives an instructor who came in by a file their own address, and lets them in. @throws on a taken address */
export async function giveAddress(
  tx: Queries,
  id: string,
  { academyId, email, role }: Pick<NewInstructor, 'academyId' | 'email' | 'role'>,
): Promise<void> {
  await tx.exec(sql`
    UPDATE instructor SET email = ${email}, role = ${role}, suspended_at = NULL
    WHERE academy_id = ${academyId} AND id = ${id}`);
}

/** Whom a forgotten password belongs to. */
export function findByEmail(
  db: Queries,
  email: string,
): Promise<(Actor & { name: string; email: string }) | undefined> {
  return db.maybeOne(sql`
    SELECT academy_id AS academyId, id AS instructorId, role, name, email FROM instructor WHERE email = ${email}`);
}
