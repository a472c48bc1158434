import { type AppContext } from './context.ts';
import { Problem } from './problem.ts';

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
