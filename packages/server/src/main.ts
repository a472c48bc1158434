import { readFileSync } from 'node:fs';
import { createServer, type RequestListener, type Server } from 'node:http';
import { createServer as createTlsServer } from 'node:https';
import { Server as NetServer } from 'node:net';
import { createApp } from './app.ts';
import { type Config, ConfigError, readConfig } from './config/read-config.ts';
import { openDatabase } from './database/database.ts';
import { migrate, MigrationError } from './database/migrate.ts';
import { isUnreachable } from './database/trouble.ts';
import { sweepUploads } from './exchange/file-upload.ts';
import { keepHouse } from './housekeeping.ts';
import { Later } from './http/later.ts';
import { redirectToHttps } from './http/redirect.ts';
import { anyAcademyExists } from './identity/instructor-repository.ts';
import { type LogLines, openLog } from './log-lines.ts';
import { applyTombstones, NO_TOMBSTONES, tombstonesIn } from './erasure/tombstones.ts';
import { smtpService } from './post/mail-service.ts';

const SHUTDOWN_GRACE_MS = 8_000;
/** Connections that are idle when we stop are told by their next answer; those that ask for none are closed then. */
const IDLE_GRACE_MS = 1_500;
/** Headers that dribble in longer than this are cut off; bodies have clocks of their own, for files take as long as they take. */
const TIMEOUTS = { requestTimeout: 0, headersTimeout: 10_000 };
const DATABASE_TRY_MS = 2_000;

/** The only place that reads the environment and listens. */
async function main(): Promise<void> {
  const config = readConfig(process.env);
  const log = openLog(config.logLevel);
  const { logger } = log;
  endOnDefects(log);
  const db = openDatabase(config.databaseUrl);
  let isMigrated = false;
  let stopping = false;
  const tombstones = config.erasedFile === undefined ? NO_TOMBSTONES : tombstonesIn(config.erasedFile);
  const later = new Later();
  const app = createApp({
    later,
    ...config,
    db,
    logger,
    tombstones,
    migrated: () => isMigrated,
    draining: () => stopping,
  });
  const servers = [openServer(config, app.callback())];
  if (config.redirectPort !== undefined)
    servers.push(createServer(TIMEOUTS, redirectToHttps(config.origins)));
  // Served before the database answers: until then /health/ready says no and requests are told to come back.
  await listen(servers[0], config.port, config.host);
  await listen(servers[1], config.redirectPort ?? 0, config.host);
  const stop = (signal: string): void => {
    if (stopping) return;
    stopping = true;
    logger.info({ signal }, 'stopping');
    // Requests under way are answered, and so are those that are just being sent on a connection that is open:
    // the way of HTTP servers to close idle connections with the door would cut them off. The door is shut right after
    // whoever stood before it was let in.
    setImmediate(() => servers.forEach((server) => NetServer.prototype.close.call(server)));
    setTimeout(() => servers.forEach((server) => server.closeIdleConnections()), IDLE_GRACE_MS).unref();
    servers[0]?.once('close', () => {
      // Whatever cannot be closed or written keeps nobody from ending.
      const closed = later.settled().then(() => db.close());
      void Promise.allSettled([Promise.race([closed, sleep(IDLE_GRACE_MS)]), log.flush()]).then(() =>
        endNow(0),
      );
    });
    setTimeout(() => endNow(1), SHUTDOWN_GRACE_MS).unref();
  };
  process.once('SIGTERM', stop);
  process.once('SIGINT', stop);
  // The starter that owns us is gone: nothing must be left running.
  process.once('disconnect', () => stop('disconnect'));

  const left = await sweepUploads();
  if (left > 0) logger.warn({ folders: left }, 'took away what a server that died had left of uploads');
  while (!stopping) {
    try {
      await migrate(config.databaseUrl, config.migrationsDir);
      const again = await applyTombstones(db, tombstones);
      if (again > 0) logger.warn({ students: again }, 'erased again who had come back with a backup');
      isMigrated = true;
      break;
    } catch (error) {
      if (!isUnreachable(error)) throw error;
      logger.warn('the database is away; trying again');
      process.send?.({ waiting: true });
      await sleep(DATABASE_TRY_MS);
    }
  }
  const service = config.mail && smtpService(config.mail.url, config.mail.from);
  keepHouse({ db, logger, tombstones, service });
  const address = addressOf(servers[0], config);
  logger.info({ address }, 'listening');
  process.send?.({
    listening: address,
    setupNeeded: config.setupCode !== undefined && !(await anyAcademyExists(db)),
  });
}

function sleep(ms: number): Promise<void> {
  return new Promise((resolve) => setTimeout(resolve, ms));
}

function endNow(code: number): never {
  process.exit(code);
}

/** What nobody has caught is a defect: it is told where it outlives us, and whoever keeps us running starts anew. */
function endOnDefects(log: LogLines): void {
  process.on('uncaughtException', (error) => {
    process.stderr.write(`${new Date().toISOString()} ${error.stack ?? error.message}\n`);
    log.logger.fatal({ err: error }, 'a defect ended the server');
    void log.flush().then(() => endNow(1));
  });
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
  endNow(1);
});
