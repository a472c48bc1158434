import { readFileSync } from 'node:fs';
import { createServer, type RequestListener, type Server } from 'node:http';
import { createServer as createTlsServer } from 'node:https';
import { type Logger, pino } from 'pino';
import { createApp } from './app.ts';
import { type Config, ConfigError, readConfig } from './config/read-config.ts';
import { type Database, isUnreachable, openDatabase } from './database/database.ts';
import { migrate, MigrationError } from './database/migrate.ts';
import { redirectToHttps } from './http/redirect.ts';
import { anyAcademyExists } from './identity/instructor-repository.ts';
import { applyTombstones, NO_TOMBSTONES, tombstonesIn } from './erasure/tombstones.ts';
import { refreshStandings } from './roster/refresh-standings.ts';
import { simulatedPostBox } from './post/post-box.ts';

const SHUTDOWN_GRACE_MS = 8_000;
/** A request whose headers or body dribble in longer than this is cut off. */
const TIMEOUTS = { requestTimeout: 30_000, headersTimeout: 10_000 };
const LOG_EVERY_MS = 1_000;
const DATABASE_TRY_MS = 2_000;
const STANDINGS_EVERY_MS = 2_000;
/** At a time: requests come between them. */
const STANDINGS_AT_ONCE = 20;

/** The only place that reads the environment and listens. */
async function main(): Promise<void> {
  const config = readConfig(process.env);
  // Lines go out a few kilobytes at a time: a write for each request costs more than the request's own work.
  const lines = pino.destination({ dest: 1, sync: false, minLength: 4096 });
  const logger = pino({ level: config.logLevel, base: null }, lines);
  setInterval(() => lines.flush(), LOG_EVERY_MS).unref();
  const db = openDatabase(config.databaseUrl);
  let isMigrated = false;
  const postBox = simulatedPostBox(config.postDir);
  const tombstones = config.erasedFile === undefined ? NO_TOMBSTONES : tombstonesIn(config.erasedFile);
  const app = createApp({ ...config, db, logger, postBox, tombstones, migrated: () => isMigrated });
  const servers = [openServer(config, app.callback())];
  if (config.redirectPort !== undefined) servers.push(createServer(TIMEOUTS, redirectToHttps(config.port)));
  // Served before the database answers: until then /health/ready says no and requests are told to come back.
  await listen(servers[0], config.port, config.host);
  await listen(servers[1], config.redirectPort ?? 0, config.host);
  let stopping = false;
  const stop = (signal: string): void => {
    if (stopping) return;
    stopping = true;
    logger.info({ signal }, 'stopping');
    // Requests under way are answered; idle keep-alive connections are closed at once.
    for (const server of servers) {
      server.close();
      server.closeIdleConnections();
    }
    servers[0]?.once('close', () => void db.close().then(() => lines.flush(() => process.exit(0))));
    setTimeout(() => process.exit(1), SHUTDOWN_GRACE_MS).unref();
  };
  process.once('SIGTERM', stop);
  process.once('SIGINT', stop);
  // The starter that owns us is gone: nothing must be left running.
  process.once('disconnect', () => stop('disconnect'));

  while (!stopping) {
    try {
      await migrate(config.databaseUrl, config.migrationsDir);
      const again = await applyTombstones(db, tombstones, postBox);
      if (again > 0) logger.warn({ students: again }, 'erased again who had come back with a backup');
      isMigrated = true;
      break;
    } catch (error) {
      if (!isUnreachable(error)) throw error;
      logger.warn('the database is away; trying again');
      process.send?.({ waiting: true });
      await new Promise((resolve) => setTimeout(resolve, DATABASE_TRY_MS));
    }
  }
  keepStandings(db, logger);
  const address = addressOf(servers[0], config);
  logger.info({ address }, 'listening');
  process.send?.({
    listening: address,
    setupNeeded: config.setupCode !== undefined && !(await anyAcademyExists(db)),
  });
}

/** Standings that a change has put out of date follow by themselves, a few at a time. */
function keepStandings(db: Database, logger: Logger): void {
  const next = (wait: number): void => {
    setTimeout(() => {
      refreshStandings(db, { limit: STANDINGS_AT_ONCE }).then(
        (done) => next(done === STANDINGS_AT_ONCE ? 0 : STANDINGS_EVERY_MS),
        (error: unknown) => {
          if (!isUnreachable(error)) logger.error({ err: error }, 'standings were not refreshed');
          next(STANDINGS_EVERY_MS);
        },
      );
    }, wait).unref();
  };
  next(STANDINGS_EVERY_MS);
}

function openServer({ tls }: Config, listener: RequestListener): Server {
  if (tls === undefined) return createServer(TIMEOUTS, listener);
  const read = (file: string): Buffer => {
    try {
      return readFileSync(file);
    } catch {
      throw new ConfigError(`The certificate or key ${file} cannot be read.`);
    }
  };
  return createTlsServer({ ...TIMEOUTS, cert: read(tls.certFile), key: read(tls.keyFile) }, listener);
}

function listen(server: Server | undefined, port: number, host: string): Promise<void> {
  return new Promise((resolve, reject) => {
    if (server === undefined) {
      resolve();
      return;
    }
    server.once('error', reject);
    server.listen(port, host, resolve);
  });
}

function addressOf(server: Server | undefined, config: Config): string {
  const address = server?.address();
  const port = typeof address === 'object' && address !== null ? address.port : config.port;
  return `${config.tls === undefined ? 'http' : 'https'}://${config.host}:${port}/`;
}

main().catch((error: unknown) => {
  const expected = error instanceof ConfigError || error instanceof MigrationError;
  const text = error instanceof Error ? (error.stack ?? error.message) : String(error);
  process.stderr.write(`${expected ? error.message : text}\n`);
  process.exit(1);
});
