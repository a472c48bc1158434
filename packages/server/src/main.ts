import { createServer } from 'node:http';
import { pino } from 'pino';
import { createApp } from './app.ts';
import { type Config, ConfigError, readConfig } from './config/read-config.ts';
import { openDatabase } from './database/database.ts';
import { migrate, MigrationError } from './database/migrate.ts';

const SHUTDOWN_GRACE_MS = 8_000;

/** The only place that reads the environment and listens. */
async function main(): Promise<void> {
  const config = readConfig(process.env);
  const logger = pino({ level: config.logLevel, base: null });
  await migrate(config.databaseUrl, config.migrationsDir);
  const db = openDatabase(config.databaseUrl);
  const app = createApp({ db, logger, setupCode: config.setupCode, webRoot: config.webRoot });
  const server = createServer({ requestTimeout: 30_000, headersTimeout: 10_000 }, app.callback());
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(config.port, config.host, resolve);
  });
  logger.info({ address: addressOf(server.address(), config) }, 'listening');
  process.send?.({ listening: addressOf(server.address(), config) });

  const stop = (signal: string): void => {
    logger.info({ signal }, 'stopping');
    // Requests under way are answered; idle keep-alive connections are closed at once.
    server.close(() => void db.close().then(() => process.exit(0)));
    server.closeIdleConnections();
    setTimeout(() => process.exit(1), SHUTDOWN_GRACE_MS).unref();
  };
  process.once('SIGTERM', stop);
  process.once('SIGINT', stop);
  // The starter that owns us is gone: nothing must be left running.
  process.once('disconnect', () => stop('disconnect'));
}

function addressOf(address: ReturnType<ReturnType<typeof createServer>['address']>, config: Config): string {
  const port = typeof address === 'object' && address !== null ? address.port : config.port;
  return `http://${config.host}:${port}/`;
}

main().catch((error: unknown) => {
  const expected = error instanceof ConfigError || error instanceof MigrationError;
  process.stderr.write(
    `${expected ? error.message : error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`,
  );
  process.exit(1);
});
