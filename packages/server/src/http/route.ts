import { type AppContext } from './context.ts';

/**
 * Who may call a route at all: anyone, a session even while it is locked, an open session, a head. Whose data it
 * shows is the query's business.
 */
export type Access = 'public' | 'locked-too' | 'signed-in' | 'head';

/** One route as data, so that a test can walk all of them. */
export interface Route {
  readonly method: 'get' | 'post' | 'put' | 'delete';
  readonly path: string;
  readonly access: Access;
  /** A file of this type as it comes, read by the route itself; default JSON. */
  readonly body?: 'text/csv' | 'application/jsonl';
  readonly handle: (ctx: AppContext) => Promise<void>;
}
