import { type Connection as DriverConnection, type Pool } from 'mysql2';
import mysql from 'mysql2/promise';
import { connectionOptions } from './connection-options.ts';
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

/** Reads of one moment, row by row. */
export interface Snapshot {
  /** Rows as they arrive; the next one is asked for when the last was taken. */
  stream<Row>(query: Sql): AsyncIterable<Row>;
  close(): void;
}

/** The pool, and transactions on it. */
export interface Database extends Queries {
  /** Runs `work` in one transaction, retried when the server chose it as a deadlock's victim. */
  inTransaction<T>(work: (tx: Queries) => Promise<T>): Promise<T>;
  /** Reads everything as it stood at one moment, whatever others write meanwhile; whoever opens it closes it. */
  openSnapshot(): Promise<Snapshot>;
  close(): Promise<void>;
  /** The driver's own pool and the database's name, for libraries that bring their own queries. */
  readonly pool: Pool;
  readonly name: string;
}

const DUPLICATE = 1062;
const DEADLOCK = 1213;
const TRANSACTION_TRIES = 5;
const STREAMED_ROWS = 200;

/** MariaDB's number for what went wrong, or undefined for another error. */
export function errnoOf(error: unknown): number | undefined {
  return (error as { errno?: number } | null)?.errno;
}

/** Whether a unique key was already taken. */
export function isDuplicate(error: unknown): boolean {
  return errnoOf(error) === DUPLICATE;
}

/** Whether the database could not be reached at all, as opposed to refusing a statement. */
export function isUnreachable(error: unknown): boolean {
  const code = (error as { code?: string } | null)?.code ?? '';
  return [
    'ECONNREFUSED',
    'ECONNRESET',
    'ETIMEDOUT',
    'EPIPE',
    'ENOENT',
    'PROTOCOL_CONNECTION_LOST',
    'ER_SERVER_SHUTDOWN',
    'ER_CONNECTION_KILLED',
  ].includes(code);
}

function queriesOn(connection: mysql.Pool | mysql.PoolConnection): Queries {
  const run = async (query: Sql): Promise<unknown> => {
    const [result] = await connection.execute(query.text, [...query.values]);
    return result;
  };
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

/** Tries again what the server chose as a deadlock's victim. */
async function retried<T>(work: () => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt++) {
    try {
      return await work();
    } catch (error) {
      if (errnoOf(error) !== DEADLOCK || attempt === TRANSACTION_TRIES) throw error;
    }
  }
}

/** Opens a pool. */
export function openDatabase(databaseUrl: string): Database {
  const options = connectionOptions(databaseUrl);
  const pool = mysql.createPool({ ...options, connectionLimit: 10 });
  const queries = queriesOn(pool);
  return {
    ...queries,
    // A statement by itself is a transaction of its own, and is tried again as one.
    exec: (query) => retried(() => queries.exec(query)),
    pool: pool.pool,
    name: options.database,
    inTransaction: (work) =>
      retried(async () => {
        const connection = await pool.getConnection();
        try {
          await connection.beginTransaction();
          const result = await work(queriesOn(connection));
          await connection.commit();
          connection.release();
          return result;
        } catch (error) {
          // A connection whose transaction failed is thrown away: the server rolls back when it goes.
          connection.destroy();
          throw error;
        }
      }),
    openSnapshot: async () => {
      // A connection of its own: files that are read slowly leave the pool to those who work.
      const connection = await mysql.createConnection(options);
      await connection.query('SET TRANSACTION ISOLATION LEVEL REPEATABLE READ');
      await connection.query('START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY');
      // The driver streams rows only outside its promises.
      const driver = (connection as unknown as { readonly connection: DriverConnection }).connection;
      return {
        stream: <Row>({ text, values }: Sql) =>
          driver.query(text, [...values]).stream({ highWaterMark: STREAMED_ROWS }) as AsyncIterable<Row>,
        // Thrown away: whoever stopped reading in the middle leaves rows on the wire.
        close: () => connection.destroy(),
      };
    },
    close: () => pool.end(),
  };
}
