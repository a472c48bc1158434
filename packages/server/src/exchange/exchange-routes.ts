import { Readable } from 'node:stream';
import { type AcademyLine } from '@lotrecht/contract';
import { recordEvent } from '../audit/academy-log.ts';
import { recordAccess } from '../audit/audit-repository.ts';
import { type Database } from '../database/database.ts';
import { type AppContext } from '../http/context.ts';
import { idParam } from '../http/params.ts';
import { notFound } from '../http/problem.ts';
import { type Route } from '../http/route.ts';
import { describeActor } from '../identity/instructor-repository.ts';
import { requireActor } from '../identity/session-cookie.ts';
import { findStudent } from '../students/student-repository.ts';
import { listCalendarDays } from './calendar-repository.ts';
import { calendarOf } from './calendar.ts';
import { exportAcademy, exportCsv } from './export-academy.ts';
import { EXCHANGED_TABLES, MEASURED_LINES } from './tables.ts';

async function* asJsonLines(lines: AsyncIterable<AcademyLine>): AsyncGenerator<string> {
  for await (const line of lines) yield `${JSON.stringify(line)}\n`;
}

/** Sends a file as it is made: whoever stops listening stops the making. */
function sendFile(ctx: AppContext, name: string, type: string, chunks: AsyncIterable<string>): void {
  ctx.set('Content-Disposition', `attachment; filename="${name}"`);
  ctx.type = type;
  ctx.body = Readable.from(chunks);
}

/** Everything is free to leave: the academy, a table, a student, the calendar. */
export function exchangeRoutes(db: Database): readonly Route[] {
  return [
    {
      method: 'get',
      path: '/api/academy/export',
      access: 'head',
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const { academyId } = actor;
        await recordEvent(db, actor, { action: 'exported', detail: '' });
        const lines = asJsonLines(exportAcademy(db, { academyId, studentId: null }));
        sendFile(ctx, 'academy.jsonl', 'application/jsonl', lines);
      },
    },
    {
      method: 'get',
      path: '/api/academy/tables/:table',
      access: 'head',
      handle: async (ctx) => {
        const table = [...EXCHANGED_TABLES, MEASURED_LINES].find((t) => t.name === ctx.params['table']);
        if (table === undefined) throw notFound();
        const actor = requireActor(ctx);
        const { academyId } = actor;
        await recordEvent(db, actor, { action: 'table-exported', detail: table.name });
        sendFile(ctx, `${table.name}.csv`, 'text/csv', exportCsv(db, table, academyId));
      },
    },
    {
      method: 'get',
      path: '/api/students/:id/export',
      access: 'signed-in',
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const student = await findStudent(db, actor, idParam(ctx));
        if (student === undefined) throw notFound();
        await recordAccess(db, actor, student.id, 'seen');
        const whose = { academyId: actor.academyId, studentId: student.id };
        sendFile(ctx, 'student.jsonl', 'application/jsonl', asJsonLines(exportAcademy(db, whose)));
      },
    },
    {
      method: 'get',
      path: '/api/calendar',
      access: 'signed-in',
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const { academy } = await describeActor(db, actor, false);
        ctx.set('Content-Disposition', 'attachment; filename="lessons.ics"');
        ctx.type = 'text/calendar';
        ctx.body = calendarOf(academy.name, await listCalendarDays(db, actor));
      },
    },
  ];
}
