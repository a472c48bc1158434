import { type AppContext } from './context.ts';
import { notFound } from '../problems/problem.ts';

/** Versions 1 to 5: the database refuses some that claim to be of another. */
export const ID = /^[0-9a-f]{8}-[0-9a-f]{4}-[1-5][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/;

/** An id from the path, in the one spelling that is stored. @throws Problem 404 for anything that is no id */
export function idParam(ctx: AppContext, name = 'id'): string {
  const id = (ctx.params[name] ?? '').toLowerCase();
  if (!ID.test(id)) throw notFound();
  return id;
}

/** An id from a header, e.g. the key of a save. @returns undefined when absent or no id */
export function idHeader(ctx: AppContext, name: string): string | undefined {
  const id = ctx.get(name).toLowerCase();
  return ID.test(id) ? id : undefined;
}
