import { type Connection as DriverConnection } from 'mysql2';
import mysql from 'mysql2/promise';
import { connectionOptions } from './connection-options.ts';
import { openLane, queriesOn, transactionOn } from './lane.ts';
import { type Queries } from './queries.ts';
import { retried } from './retried.ts';
import { type Sql } from './sql.ts';

export { type Queries } from './queries.ts';

/** Reads of one moment, row by row. */
export interface Snapshot {
  /** Rows as they arrive; the next one is asked for when the last was taken. */
  stream<Row>(query: Sql): AsyncIterable<Row>;
  close(): void;
}

/** Pools of connections, and transactions on them. Reading has connections of its own: it goes on while writing waits. */
export interface Database extends Queries {
  /** Runs `work` in one transaction, retried when the server chose it as a deadlock's victim. */
  inTransaction<T>(work: (tx: Queries) => Promise<T>): Promise<T>;
  /**
   * The same for a whole file: on few connections of its own, patient, and reading what is committed as it goes, so that
   * it locks the rows that it writes and no gaps between them.
   */
  inLongTransaction<T>(work: (tx: Queries) => Promise<T>): Promise<T>;
  /** Reads everything as it stood at one moment, whatever others write meanwhile; whoever opens it closes it. */
  openSnapshot(): Promise<Snapshot>;
  close(): Promise<void>;
  /** The database's name. */
  readonly name: string;
}

const STREAMED_ROWS = 200;

const READERS = 10;
const WRITERS = 10;
const LONG_WRITERS = 2;
/** What a person waits for at most; the largest pages take a tenth of it. */
const STATEMENT_PATIENCE_MS = 15_000;
const LONG_PATIENCE_MS = 600_000;
/** Whoever waits longer for a connection is told to come back; a page of a large academy may stand before them. */
const READER_WAIT_MS = 8_000;
const WRITER_WAIT_MS = 4_000;
const LOCK_PATIENCE_S = 3;
const LONG_LOCK_PATIENCE_S = 50;
/** A person who waits longer than this is told to try again. */
const RETRY_PATIENCE_MS = 4_000;

/** Opens the pools. */
export function openDatabase(databaseUrl: string): Database {
  const options = connectionOptions(databaseUrl);
  const brief = `innodb_lock_wait_timeout = ${LOCK_PATIENCE_S}`;
  const readers = openLane(databaseUrl, {
    most: READERS,
    patienceMs: STATEMENT_PATIENCE_MS,
    waitMs: READER_WAIT_MS,
    session: `${brief}, max_statement_time = ${STATEMENT_PATIENCE_MS / 1000}`,
  });
  const writers = openLane(databaseUrl, {
    most: WRITERS,
    patienceMs: STATEMENT_PATIENCE_MS,
    waitMs: WRITER_WAIT_MS,
    session: brief,
  });
  const long = openLane(databaseUrl, {
    most: LONG_WRITERS,
    patienceMs: LONG_PATIENCE_MS,
    waitMs: READER_WAIT_MS,
    session: `innodb_lock_wait_timeout = ${LONG_LOCK_PATIENCE_S}, tx_isolation = 'READ-COMMITTED'`,
  });
  const writing = queriesOn(writers);
  return {
    ...queriesOn(readers),
    // A statement by itself is a transaction of its own, and is tried again as one.
    exec: (query) => retried(() => writing.exec(query), RETRY_PATIENCE_MS),
    name: options.database,
    inTransaction: (work) => retried(() => transactionOn(writers, work), RETRY_PATIENCE_MS),
    inLongTransaction: (work) => retried(() => transactionOn(long, work), LONG_PATIENCE_MS),
    openSnapshot: async () => {
      // A connection of its own: files that are read slowly leave the pools to those who work.
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
    close: async () => {
      await Promise.all([readers, writers, long].map(({ pool }) => pool.end()));
    },
  };
}
