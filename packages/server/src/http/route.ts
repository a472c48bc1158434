import { type AuditEntryView } from '@lotrecht/records';
import { type AppContext } from './context.ts';

/**
 * Who may call a route at all: anyone, a session even while it is locked, an open session, a head. Whose data it
 * shows is the query's business.
 */
export type Access = 'public' | 'locked-too' | 'signed-in' | 'head';

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

/** One route as data, so that a test can walk all of them. */
export interface Route {
  readonly method: 'get' | 'post' | 'put' | 'patch' | 'delete';
  readonly path: string;
  readonly access: Access;
  readonly audit: Audit;
  /** A file of this type as it comes, read by the route itself; default JSON. */
  readonly body?: 'text/csv' | 'application/jsonl';
  readonly handle: (ctx: AppContext) => Promise<void>;
}
