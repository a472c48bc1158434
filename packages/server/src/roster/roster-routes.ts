import { USUAL_OF_CLUB } from '@lotrecht/judging';
import {
  type ClubGroup,
  type CohortChoice,
  type RosterSort,
  validateInstructorChange,
  validateInstructorChoice,
} from '@lotrecht/records';
import { recordEvent } from '../audit/academy-log.ts';
import { recordChange } from '../changes/record-change.ts';
import { lookedAt } from '../audit/note-looks.ts';
import { aboutStudent } from '../access/lock-student.ts';
import { countOpenLinks, settleLinks } from '../take-home/student-link-repository.ts';
import { LINES } from '../checks/lines.ts';
import { type Database } from '../database/database.ts';
import { type AppContext } from '../http/context.ts';
import { bodyOf } from '../http/json-body.ts';
import { ID, idParam } from '../http/params.ts';
import { notFound, Problem } from '../problems/problem.ts';
import { matching, oneOf, pageEnd } from '../http/query.ts';
import { type Route } from '../http/route.ts';
import { findPerson, listInstructors, setSuspended } from '../identity/instructor-repository.ts';
import { closeAllSessions } from '../identity/session-repository.ts';
import { requireActor } from '../http/require-actor.ts';
import { refreshBeforeLooking } from './refresh-standings.ts';
import { countedCohort } from './counted-cohorts.ts';
import { listRoster, moveStudent, type RosterWish } from './roster-repository.ts';

/** So many standings are brought up to date before a page is shown; the others follow by themselves. */
const REFRESHED = 60;
const WAITED_MS = 700;
const SORTS: readonly RosterSort[] = ['due', 'last', 'relapsed', 'name'];
const DAY = /^\d{4}-\d{2}-\d{2}$/;

function wishOf(ctx: AppContext): RosterWish {
  const instructorId = matching(ctx, 'instructor', ID, 'Name an instructor of the academy.');
  const methodId = matching(ctx, 'method', /^[\w-]{1,60}$/, 'Name a method.');
  const dueBy = matching(ctx, 'due', DAY, 'Give a day as YYYY-MM-DD.');
  const flag = oneOf(ctx, 'flag', ['relapse', 'stable']);
  const out = oneOf(ctx, 'out', LINES);
  return {
    sort: oneOf(ctx, 'sort', SORTS) ?? 'due',
    after: pageEnd(ctx) ?? null,
    ...(instructorId !== undefined && { instructorId }),
    ...(methodId !== undefined && { methodId }),
    ...(dueBy !== undefined && { dueBy }),
    ...(flag !== undefined && { flag }),
    ...(out !== undefined && { out }),
  };
}

function cohortChoiceOf(ctx: AppContext): CohortChoice {
  const handedness = oneOf(ctx, 'hand', ['right', 'left']);
  const clubGroup = oneOf(ctx, 'club', Object.keys(USUAL_OF_CLUB) as ClubGroup[]);
  return {
    help: oneOf(ctx, 'help', ['blind', 'cued', 'rods']) ?? 'blind',
    ...(handedness && { handedness }),
    ...(clubGroup && { clubGroup }),
  };
}

function linksAreOpen(open: number): Problem {
  return new Problem({
    status: 409,
    code: 'links-open',
    title: `${open === 1 ? 'A link' : `${open} links`} to this student’s page still open. Say whether to close them or let them go along.`,
  });
}

/** The whole academy for its head: who is due, who has relapsed, how groups stand, who instructs whom. */
export function rosterRoutes(db: Database): readonly Route[] {
  return [
    {
      name: 'GET /api/roster',
      access: 'head',
      audit: { seen: 'lists' },
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const wish = wishOf(ctx);
        await refreshBeforeLooking(db, { academyId: actor.academyId, limit: REFRESHED, withinMs: WAITED_MS });
        const page = await listRoster(db, actor, wish);
        const ids = page.entries.map((e) => e.studentId);
        lookedAt(ctx, ids);
        return page;
      },
    },
    {
      name: 'GET /api/roster/cohort',
      access: 'head',
      audit: { nothing: 'counts, and nobody by name' },
      handle: async (ctx) => countedCohort(db, requireActor(ctx), cohortChoiceOf(ctx)),
    },
    {
      name: 'GET /api/instructors',
      access: 'head',
      audit: { nothing: 'no student is in it' },
      handle: async (ctx) => listInstructors(db, requireActor(ctx).academyId),
    },
    {
      name: 'PUT /api/students/:id/instructor',
      access: 'head',
      audit: { changes: 'student' },
      handle: async (ctx) => {
        const [actor, studentId] = [requireActor(ctx), idParam(ctx)];
        const { instructorId, links } = bodyOf(ctx, validateInstructorChoice);
        await aboutStudent(db, actor, studentId, async (tx) => {
          const open = await countOpenLinks(tx, actor.academyId, studentId);
          if (open > 0 && links === undefined) throw linksAreOpen(open);
          const hadBy = await moveStudent(tx, actor, { studentId, instructorId });
          if (hadBy === undefined) throw notFound();
          if (open > 0 && links !== undefined)
            await settleLinks(tx, actor.academyId, { studentId, instructorId, links });
          const own = { kind: 'student', id: studentId, revision: null, studentId } as const;
          await recordChange(tx, actor, { ...own, action: 'moved', hadBy });
        });
        return null;
      },
    },
    {
      name: 'DELETE /api/instructors/:id/sessions',
      access: 'head',
      audit: { event: true },
      handle: async (ctx) => {
        const [actor, instructorId] = [requireActor(ctx), idParam(ctx)];
        const { academyId } = actor;
        await db.inTransaction(async (tx) => {
          const person = await findPerson(tx, { academyId, instructorId });
          if (person === undefined) throw notFound();
          await closeAllSessions(tx, { academyId, instructorId });
          await recordEvent(tx, actor, { action: 'signed-out', detail: person.name });
        });
        return null;
      },
    },
    {
      name: 'PUT /api/instructors/:id',
      access: 'head',
      audit: { event: true },
      handle: async (ctx) => {
        const [actor, id] = [requireActor(ctx), idParam(ctx)];
        const { suspended } = bodyOf(ctx, validateInstructorChange);
        const came = await db.inTransaction(async (tx) => {
          const did = await setSuspended(tx, actor.academyId, id, suspended);
          if (did === 'unknown' || did === 'last-head') return did;
          await recordEvent(tx, actor, { action: suspended ? 'suspended' : 'let-in', detail: did.name });
          return did;
        });
        if (came === 'unknown') throw notFound();
        if (came === 'last-head') {
          throw new Problem({
            status: 409,
            code: 'last-head',
            title: 'This is the only head who can sign in. Invite another first.',
          });
        }
        return null;
      },
    },
  ];
}
