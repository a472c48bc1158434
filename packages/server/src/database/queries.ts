import { type Sql } from './sql.ts';

/** The verbs of plain SQL, by how many rows are expected. */
export interface Queries {
  /** Exactly one row. @throws when there is none or more than one */
  one<Row>(query: Sql): Promise<Row>;
  maybeOne<Row>(query: Sql): Promise<Row | undefined>;
  many<Row>(query: Sql): Promise<readonly Row[]>;
  /** @returns how many rows were changed */
  exec(query: Sql): Promise<number>;
}

/** Runs one statement. @returns the driver's own result */
export type Run = (query: Sql) => Promise<unknown>;

/** The verbs, on whatever runs a statement. */
export function verbs(run: Run): Queries {
  const many = async <Row>(query: Sql): Promise<readonly Row[]> => (await run(query)) as Row[];
  const maybeOne = async <Row>(query: Sql): Promise<Row | undefined> => {
    const rows = await many<Row>(query);
    if (rows.length > 1) throw new Error(`more than one row for: ${query.text}`);
    return rows[0];
  };
  return {
    many,
    maybeOne,
    one: async <Row>(query: Sql): Promise<Row> => {
      const row = await maybeOne<Row>(query);
      if (row === undefined) throw new Error(`no row for: ${query.text}`);
      return row;
    },
    exec: async (query) => ((await run(query)) as { affectedRows: number }).affectedRows,
  };
}
