import { DocumentRefused, type Validator } from '@lotrecht/records';
import { lookedAt } from '../audit/note-looks.ts';
import { type Database } from '../database/database.ts';
import { type AppContext } from '../http/context.ts';
import { bodyOf } from '../http/json-body.ts';
import { mergePatch } from '../http/merge-patch.ts';
import { ID, idParam } from '../http/params.ts';
import { notFound } from '../problems/problem.ts';
import { refused } from '../http/query.ts';
import { type Route } from '../http/route.ts';
import { requireActor } from '../http/require-actor.ts';
import { type AnyKind, type Revised, type Said, saidOf, type Stored } from './kind.ts';
import { KINDS } from './kinds/index.ts';
import { type ChangedRecords, recordsOf } from './record-store.ts';

/** Every kind: all, one, add, change, take away and bring back. */
export function recordRoutes(db: Database): readonly Route[] {
  return KINDS.flatMap((kind) => routesOf(db, kind));
}

function routesOf(db: Database, kind: AnyKind): readonly Route[] {
  const records = recordsOf(kind);
  const ofStudent = kind.owner === 'student';
  const audit = ofStudent
    ? { seen: kind.name }
    : ({ nothing: 'the academy’s or an instructor’s own; no student is in it' } as const);
  const toInput = kind.toInput ?? ((view: Said & Stored) => saidOf(kind, view, view.revision));
  return [
    {
      method: 'get',
      path: `/api/${kind.path}`,
      access: 'signed-in',
      audit,
      handle: async (ctx) => {
        const studentId = ofStudent ? requireStudentId(ctx) : undefined;
        const all = await records.list(db, requireActor(ctx), studentId);
        // Of a student who is not there, or not theirs, there is nothing, and nobody was looked at.
        if (studentId !== undefined) lookedAt(ctx, all.length === 0 ? [] : [studentId]);
        ctx.body = all;
      },
    },
    {
      method: 'get',
      path: `/api/${kind.path}/:id`,
      access: 'signed-in',
      audit,
      handle: async (ctx) => {
        const found = (await records.find(db, requireActor(ctx), idParam(ctx))) as
          (Said & Stored) | undefined;
        if (found === undefined) throw notFound();
        if (ofStudent) lookedAt(ctx, [String(found['studentId'])]);
        ctx.body = found;
      },
    },
    ...changeRoutes(db, { ...kind, toInput, changesStudent: ofStudent }, records),
  ];
}

function requireStudentId(ctx: AppContext): string {
  const id = ctx.query['student'];
  if (typeof id === 'string' && ID.test(id)) return id;
  throw refused('/student', 'Say whose: give the id of a student.', 'format');
}

/** What the routes that change records of a kind need to know of it. */
export interface ChangedKind<Input extends Revised, View extends Stored> {
  readonly name: string;
  readonly path: string;
  readonly require: Validator<Input>;
  readonly toInput: (view: View) => Input;
  /** Whether a student is looked at by it. Default: it is. */
  readonly changesStudent?: boolean;
}

/**
 * The routes by which records of a kind are changed, the same for every kind: the whole (PUT), a part of it (PATCH,
 * RFC 7396), take away, bring back.
 */
export function changeRoutes<Input extends Revised, View extends Stored>(
  db: Database,
  { name, path, require, toInput, changesStudent = true }: ChangedKind<Input, View>,
  records: ChangedRecords<Input, View>,
): readonly Route[] {
  const one = `/api/${path}/:id`;
  const audit = changesStudent
    ? { changes: name }
    : ({ nothing: 'the academy’s or an instructor’s own; the change log has it' } as const);
  return [
    {
      method: 'put',
      path: one,
      access: 'signed-in',
      audit,
      handle: async (ctx) => {
        ctx.body = await records.save(db, requireActor(ctx), idParam(ctx), bodyOf(ctx, require));
      },
    },
    {
      method: 'patch',
      path: one,
      access: 'signed-in',
      audit,
      handle: async (ctx) => {
        const [actor, id] = [requireActor(ctx), idParam(ctx)];
        const patch = bodyOf(ctx, requirePatch);
        const current = await records.find(db, actor, id);
        if (current === undefined) throw notFound();
        // A part that was made from an older whole is put on what stands now, and is then held to its own revision.
        const input = require(mergePatch(toInput(current), patch));
        ctx.body = await records.save(db, actor, id, input);
      },
    },
    {
      method: 'delete',
      path: one,
      access: 'signed-in',
      audit,
      handle: async (ctx) => {
        await records.setDeleted(db, requireActor(ctx), idParam(ctx), true);
        ctx.status = 204;
      },
    },
    {
      method: 'post',
      path: `${one}/restore`,
      access: 'signed-in',
      audit,
      handle: async (ctx) => {
        await records.setDeleted(db, requireActor(ctx), idParam(ctx), false);
        ctx.status = 204;
      },
    },
  ];
}

/** A merge patch that says what it was made from. @throws DocumentRefused */
function requirePatch(body: unknown): Said & Revised {
  const patch = body as (Said & Partial<Revised>) | null;
  const isObject = typeof patch === 'object' && patch !== null && !Array.isArray(patch);
  const { revision } = isObject ? patch : {};
  if (isObject && typeof revision === 'number' && Number.isInteger(revision) && revision > 0)
    return { ...patch, revision };
  const message = 'Send what changes, with the revision it was made from: a whole number from 1.';
  throw new DocumentRefused([{ code: 'required', path: '/revision', message }]);
}
