import { type AppContext } from './context.ts';
import { ID } from './params.ts';
import { Problem } from '../problems/problem.ts';

/** Something in a request that fits no schema of its own, named by its field. */
export function refused(path: string, message: string, code = 'not-allowed'): Problem {
  return new Problem({
    status: 422,
    code: 'refused',
    title: 'Something in what was sent does not fit.',
    errors: [{ code, path, message }],
  });
}

/** One of some words in a query, or undefined where none is asked. @throws Problem 422 for another */
export function oneOf<T extends string>(ctx: AppContext, name: string, words: readonly T[]): T | undefined {
  const text = ctx.query[name];
  if (text === undefined || text === '') return undefined;
  const word = words.find((w) => w === text);
  if (word === undefined) throw refused(`/${name}`, `Use one of: ${words.join(', ')}.`);
  return word;
}

/** What a query says in a form, or undefined where nothing is asked. @throws Problem 422 for another form */
export function matching(ctx: AppContext, name: string, pattern: RegExp, advice: string): string | undefined {
  const text = ctx.query[name];
  if (text === undefined || text === '') return undefined;
  if (typeof text !== 'string' || !pattern.test(text)) throw refused(`/${name}`, advice);
  return text;
}

/** The row that a page before ended with. */
export interface PageEnd {
  /** Of what the list is ordered by. */
  readonly value: string | number | null;
  readonly id: string;
}

/** Where the next page of a list begins, or undefined for its first. @throws Problem 422 for anything else */
export function pageEnd(ctx: AppContext): PageEnd | undefined {
  const text = ctx.query['after'];
  if (typeof text !== 'string' || text === '') return undefined;
  try {
    const [value, id] = JSON.parse(text) as unknown[];
    const fits = value === null || typeof value === 'string' || typeof value === 'number';
    if (fits && typeof id === 'string' && ID.test(id)) return { value, id };
  } catch {
    // Below: it is no page's end either way.
  }
  throw refused('/after', 'Send what the page before said, unchanged.');
}
