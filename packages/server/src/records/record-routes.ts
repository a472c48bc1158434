import { type ChangedViews, DocumentRefused, type KindViews, type Validator } from '@lotrecht/records';
import { lookedAt } from '../audit/note-looks.ts';
import { type Database } from '../database/database.ts';
import { type AppContext } from '../http/context.ts';
import { bodyOf } from '../http/json-body.ts';
import { mergePatch } from '../http/merge-patch.ts';
import { ID, idParam } from '../http/params.ts';
import { notFound } from '../problems/problem.ts';
import { refused } from '../http/query.ts';
import { type Route, type RouteOfMany } from '../http/route.ts';
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
  const looks: readonly RouteOfMany[] = [
    {
      name: `GET /api/${kind.path}`,
      access: 'signed-in',
      audit,
      handle: async (ctx) => {
        const studentId = ofStudent ? requireStudentId(ctx) : undefined;
        const all = await records.list(db, requireActor(ctx), studentId);
        // Of a student who is not there, or not theirs, there is nothing, and nobody was looked at.
        if (studentId !== undefined) lookedAt(ctx, all.length === 0 ? [] : [studentId]);
        return all;
      },
    },
    {
      name: `GET /api/${kind.path}/:id`,
      access: 'signed-in',
      audit,
      handle: async (ctx) => {
        const found = (await records.find(db, requireActor(ctx), idParam(ctx))) as
          (Said & Stored) | undefined;
        if (found === undefined) throw notFound();
        if (ofStudent) lookedAt(ctx, [String(found['studentId'])]);
        return found;
      },
    },
  ];
  const path = kind.path as keyof KindViews;
  const ofKind: ChangedKind<Revised, KindViews[typeof path], typeof path> = {
    ...kind,
    path,
    toInput: toInput as (view: unknown) => Revised,
    changesStudent: ofStudent,
  };
  return [...(looks as readonly Route[]), ...changeRoutes(db, ofKind, records)];
}

function requireStudentId(ctx: AppContext): string {
  const id = ctx.query['student'];
  if (typeof id === 'string' && ID.test(id)) return id;
  throw refused('/student', 'Say whose: give the id of a student.', 'format');
}

/** What the routes that change records of a kind need to know of it. */
export interface ChangedKind<
  Input extends Revised,
  View extends Stored,
  Path extends keyof ChangedViews = keyof ChangedViews,
> {
  readonly name: string;
  readonly path: Path;
  readonly require: Validator<Input>;
  readonly toInput: (view: View) => Input;
  /** Whether a student is looked at by it. Default: it is. */
  readonly changesStudent?: boolean;
}

/**
 * The routes by which records of a kind are changed, the same for every kind: the whole (PUT), a part of it (PATCH,
 * RFC 7396), take away, bring back.
 */
export function changeRoutes<Input extends Revised, Path extends keyof ChangedViews>(
  db: Database,
  { name, path, require, toInput, changesStudent = true }: ChangedKind<Input, ChangedViews[Path], Path>,
  records: ChangedRecords<Input, ChangedViews[Path]>,
): readonly Route[] {
  const one = `/api/${path}/:id`;
  const audit = changesStudent
    ? { changes: name }
    : ({ nothing: 'the academy’s or an instructor’s own; the change log has it' } as const);
  const routes: readonly RouteOfMany[] = [
    {
      name: `PUT ${one}`,
      access: 'signed-in',
      audit,
      handle: async (ctx) => records.save(db, requireActor(ctx), idParam(ctx), bodyOf(ctx, require)),
    },
    {
      name: `PATCH ${one}`,
      access: 'signed-in',
      audit,
      handle: async (ctx) => {
        const [actor, id] = [requireActor(ctx), idParam(ctx)];
        const patch = bodyOf(ctx, requirePatch);
        const current = await records.find(db, actor, id);
        if (current === undefined) throw notFound();
        // A part that was made from an older whole is put on what stands now, and is then held to its own revision.
        const input = require(mergePatch(toInput(current), patch));
        return records.save(db, actor, id, input);
      },
    },
    {
      name: `DELETE ${one}`,
      access: 'signed-in',
      audit,
      handle: async (ctx) => {
        await records.setDeleted(db, requireActor(ctx), idParam(ctx), true);
        return null;
      },
    },
    {
      name: `POST ${one}/restore`,
      access: 'signed-in',
      audit,
      handle: async (ctx) => {
        await records.setDeleted(db, requireActor(ctx), idParam(ctx), false);
        return null;
      },
    },
  ];
  return routes as readonly Route[];
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
