import { type Actor } from '../access/actor.ts';
import { Problem } from '../problems/problem.ts';
import { type AppContext } from './context.ts';

/** The signed-in instructor. @throws Problem 401 */
export function requireActor(ctx: AppContext): Actor {
  if (ctx.state.actor === undefined) {
    throw new Problem({ status: 401, code: 'not-signed-in', title: 'Sign in first.' });
  }
  return ctx.state.actor;
}
