import { Readable } from 'node:stream';
import { type AcademyLine, type FileAnswer } from '@lotrecht/records';
import { recordEvent } from '../audit/academy-log.ts';
import { lookedAt } from '../audit/note-looks.ts';
import { type Database } from '../database/database.ts';
import { type AppContext } from '../http/context.ts';
import { notFound } from '../problems/problem.ts';
import { AtOnce } from '../http/at-once.ts';
import { asFile, type Route } from '../http/route.ts';
import { describeActor } from '../identity/instructor-repository.ts';
import { requireActor } from '../http/require-actor.ts';
import { lookAtStudent } from '../students/look-at-student.ts';
import { listCalendarDays } from './calendar-repository.ts';
import { calendarOf } from './calendar.ts';
import { exportAcademy, exportCsv } from './export-academy.ts';
import { EXCHANGED_TABLES, MEASURED_LINES } from './tables.ts';

async function* asJsonLines(lines: AsyncIterable<AcademyLine>): AsyncGenerator<string> {
  for await (const line of lines) yield `${JSON.stringify(line)}\n`;
}

/** Whoever takes nothing for so long has gone away. */
const STALL_MS = 60_000;

interface OutgoingFile {
  readonly name: string;
  readonly type: string;
  readonly chunks: AsyncIterable<string>;
}

/** Sends a file as it is made: whoever stops listening stops the making. @throws Problem 429, 503 when many are */
function sendFile(places: AtOnce, ctx: AppContext, { name, type, chunks }: OutgoingFile): FileAnswer {
  const giveBack = places.hold(requireActor(ctx).instructorId);
  ctx.res.once('close', giveBack);
  ctx.res.setTimeout(STALL_MS, () => ctx.res.destroy());
  return asFile(ctx, { type, name, content: Readable.from(chunks) });
}

/** Everything is free to leave: the academy, a table, a student, the calendar. */
export function exchangeRoutes(db: Database): readonly Route[] {
  // A file on its way out holds a connection of the database and its moment.
  const places = new AtOnce({ perAccount: 2, total: 6, what: 'Files on their way out' });
  return [
    {
      name: 'GET /api/academy/export',
      access: 'head',
      audit: { event: true },
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const { academyId } = actor;
        await recordEvent(db, actor, { action: 'exported', detail: '' });
        const lines = asJsonLines(exportAcademy(db, { academyId, studentId: null }));
        return sendFile(places, ctx, { name: 'academy.jsonl', type: 'application/jsonl', chunks: lines });
      },
    },
    {
      name: 'GET /api/academy/tables/:table',
      access: 'head',
      audit: { event: true },
      handle: async (ctx) => {
        const table = [...EXCHANGED_TABLES, MEASURED_LINES].find((t) => t.name === ctx.params['table']);
        if (table === undefined) throw notFound();
        const actor = requireActor(ctx);
        const { academyId } = actor;
        await recordEvent(db, actor, { action: 'table-exported', detail: table.name });
        const chunks = exportCsv(db, table, academyId);
        return sendFile(places, ctx, { name: `${table.name}.csv`, type: 'text/csv', chunks });
      },
    },
    {
      name: 'GET /api/students/:id/export',
      access: 'signed-in',
      audit: { exported: 'student' },
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const { id: studentId } = await lookAtStudent(ctx, db);
        const whose = { academyId: actor.academyId, studentId };
        const chunks = asJsonLines(exportAcademy(db, whose));
        return sendFile(places, ctx, { name: 'student.jsonl', type: 'application/jsonl', chunks });
      },
    },
    {
      name: 'GET /api/calendar',
      access: 'signed-in',
      audit: { exported: 'lists' },
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const days = await listCalendarDays(db, actor);
        const ids = [...new Set(days.map((day) => day.studentId))];
        lookedAt(ctx, ids);
        const { academy } = await describeActor(db, actor, false);
        const content = calendarOf(academy.name, days);
        return asFile(ctx, { type: 'text/calendar', name: 'lessons.ics', content });
      },
    },
  ];
}
