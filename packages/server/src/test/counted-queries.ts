import { type Queries } from '../database/database.ts';

/** A database that counts what it is asked. */
export function countedQueries(db: Queries): { readonly db: Queries; readonly asked: () => number } {
  let asked = 0;
  const counted = new Proxy(db, {
    get(target, name) {
      const value: unknown = Reflect.get(target, name);
      if (typeof value !== 'function') return value;
      return (...args: unknown[]): unknown => {
        asked += 1;
        return (value as (...of: unknown[]) => unknown).apply(target, args);
      };
    },
  });
  return { db: counted, asked: () => asked };
}
