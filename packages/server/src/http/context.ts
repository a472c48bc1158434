import { type DefaultContext, type Middleware, type ParameterizedContext } from 'koa';
import { type Logger } from 'pino';
import { type Actor } from '../access/actor.ts';

/** What the middlewares hand on to the routes. */
export interface RequestState {
  requestId: string;
  log: Logger;
  /** What style elements of this page carry. */
  styleNonce: string;
  /** Set by the session middleware; routes that need it go through `requireActor`. */
  actor?: Actor;
  /** The session was locked: only its password opens it again. */
  locked?: boolean;
  /** At whom a route has looked, for the note of it; set by `lookedAt`. */
  looked?: { readonly actor: Actor; readonly studentIds: readonly string[] };
  /** SHA-256 of the session cookie's token. */
  tokenHash?: Buffer;
}

/** A request with our state on it. */
export type AppContext = ParameterizedContext<
  RequestState,
  DefaultContext & { params: Record<string, string> }
>;

/** A middleware with our state on it. */
export type AppMiddleware = Middleware<RequestState, DefaultContext>;
