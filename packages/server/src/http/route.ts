import { type Answers, type AuditEntryView, type FileAnswer, type RouteName } from '@lotrecht/records';
import { type AppContext } from './context.ts';

/**
 * Who may call a route at all: anyone, a session even while it is locked, an open session, a head. Whose data it
 * shows is the query's business.
 */
type Access = 'public' | 'locked-too' | 'signed-in' | 'head';

type What = AuditEntryView['what'];

/**
 * What of a call is noted about students: a look, noted by the frame at whom the route says (`lookedAt`); a change,
 * written in the transaction that makes it; something done with the academy as a whole, written with it too; or
 * nothing, and why.
 */
export type Audit =
  | { readonly seen: What }
  | { readonly printed: What }
  | { readonly exported: What }
  | { readonly changes: What }
  | { readonly event: true }
  | { readonly nothing: string };

/** A method and a path, and what is answered there. */
interface RouteOf<Name extends RouteName> {
  readonly name: Name;
  readonly access: Access;
  readonly audit: Audit;
  /** A file of this type as it comes, read by the route itself; default JSON. */
  readonly body?: 'text/csv' | 'application/jsonl';
  /** @returns what is answered; null: nothing (204); `AS_FILE` where the route has given it to the response itself */
  readonly handle: (ctx: AppContext) => Promise<Answers[Name]>;
}

/** One route as data, so that a test can walk all of them. */
export type Route = { readonly [Name in RouteName]: RouteOf<Name> }[RouteName];

/** Routes that are the same for many paths: what they answer is held to `Answers` where a path is given to them. */
export type RouteOfMany = Omit<Route, 'name' | 'handle'> & {
  readonly name: string;
  readonly handle: (ctx: AppContext) => Promise<unknown>;
};

/** Said by a route that has given its answer to the response itself. */
export const AS_FILE: FileAnswer = { answered: 'as-file' };

/** Answers a file. @param name under which it is kept; default: it is not named */
export function asFile(
  ctx: AppContext,
  { type, name, content }: { readonly type: string; readonly name?: string; readonly content: unknown },
): FileAnswer {
  if (name !== undefined) ctx.attachment(name);
  ctx.type = type;
  ctx.body = content;
  return AS_FILE;
}

/** The parts of a route’s name. */
export function partsOf({ name }: Pick<Route, 'name'>): {
  readonly method: 'get' | 'post' | 'put' | 'patch' | 'delete';
  readonly path: string;
} {
  const [method, path] = name.split(' ') as [string, string];
  return { method: method.toLowerCase() as ReturnType<typeof partsOf>['method'], path };
}
