import { type Logger, pino } from 'pino';
import { type Config } from './config/read-config.ts';

/** The log, and a way to let its last lines go before the process ends. */
export interface LogLines {
  readonly logger: Logger;
  /** Writes what is held back, or gives up: a log that cannot be written keeps nobody from ending. */
  flush(): Promise<void>;
}

const EVERY_MS = 1_000;
const PATIENCE_MS = 1_000;

/** Lines go out a few kilobytes at a time: a write for each request costs more than the request's own work. */
export function openLog(level: Config['logLevel']): LogLines {
  const lines = pino.destination({ dest: 1, sync: false, minLength: 4096, maxLength: 16 * 1024 * 1024 });
  // A full disk: lines are lost, and requests are answered all the same.
  lines.on('error', () => undefined);
  const logger = pino({ level, base: null }, lines);
  const flushing = setInterval(() => lines.flush(() => undefined), EVERY_MS);
  flushing.unref();
  return {
    logger,
    flush: () =>
      new Promise((resolve) => {
        setTimeout(resolve, PATIENCE_MS);
        lines.flush(() => resolve());
      }),
  };
}
