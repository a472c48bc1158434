import mysql from 'mysql2/promise';
import { connectionOptions } from './connection-options.ts';
import { type Queries, type Run, verbs } from './queries.ts';
import { DatabaseBusy } from './trouble.ts';

/** Statements of many rows are as many as there are numbers of rows: each connection keeps the newest. */
const PREPARED = 60;

/** Connections of one kind of work, and how patient it is. */
export interface Lane {
  readonly pool: mysql.Pool;
  /** How long a statement may take. */
  readonly patienceMs: number;
  /** Whoever waits longer than this for a connection is told to come back. */
  readonly waitMs: number;
}

/** How a lane is made. */
export interface LaneWish {
  /** Connections at most. */
  readonly most: number;
  readonly patienceMs: number;
  readonly waitMs: number;
  /** What is set for every connection. */
  readonly session: string;
}

/** Opens a lane; it connects when it is first used. */
export function openLane(databaseUrl: string, { most, patienceMs, waitMs, session }: LaneWish): Lane {
  const pool = mysql.createPool({
    ...connectionOptions(databaseUrl),
    connectionLimit: most,
    maxPreparedStatements: PREPARED,
  });
  // Sent before whatever the connection was opened for; if it fails, so does that.
  pool.pool.on('connection', (connection) => connection.query(`SET SESSION ${session}`, () => undefined));
  return { pool, patienceMs, waitMs };
}

/** A free connection. @throws DatabaseBusy when none comes free in time */
async function connectionOf({ pool, waitMs }: Lane): Promise<mysql.PoolConnection> {
  const coming = pool.getConnection();
  let timer: NodeJS.Timeout | undefined;
  const tooLate = new Promise<never>((_resolve, reject) => {
    timer = setTimeout(() => reject(new DatabaseBusy('no connection was free in time')), waitMs);
  });
  try {
    return await Promise.race([coming, tooLate]);
  } catch (error) {
    // One that comes after all goes back.
    coming.then(
      (connection) => connection.release(),
      () => undefined,
    );
    throw error;
  } finally {
    clearTimeout(timer);
  }
}

/** Runs a statement; one that is not answered in time takes its connection with it. */
function runOn(connection: mysql.PoolConnection, patienceMs: number): Run {
  return async ({ text, values }) => {
    try {
      const [result] = await connection.execute({ sql: text, timeout: patienceMs }, [...values]);
      return result;
    } catch (error) {
      if ((error as { code?: string }).code !== 'PROTOCOL_SEQUENCE_TIMEOUT') throw error;
      connection.destroy();
      throw new DatabaseBusy('a statement was not answered in time', { cause: error });
    }
  };
}

/** Statements by themselves, each on a connection of its own. */
export function queriesOn(lane: Lane): Queries {
  return verbs(async (query) => {
    const connection = await connectionOf(lane);
    try {
      return await runOn(connection, lane.patienceMs)(query);
    } finally {
      connection.release();
    }
  });
}

/** Runs `work` in a transaction, once. */
export async function transactionOn<T>(lane: Lane, work: (tx: Queries) => Promise<T>): Promise<T> {
  const connection = await connectionOf(lane);
  const run = runOn(connection, lane.patienceMs);
  try {
    await connection.beginTransaction();
    const result = await work(verbs(run));
    await run({ text: 'COMMIT', values: [] });
    connection.release();
    return result;
  } catch (error) {
    // A connection whose transaction failed is thrown away: the server rolls back when it goes.
    connection.destroy();
    throw error;
  }
}
