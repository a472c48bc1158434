import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import {
  parseJson,
  type ReadingImportLine,
  type ReadingMapping,
  validateReadingMapping,
} from '@lotrecht/contract';
import { type Database } from '../../database/database.ts';
import { type AppContext } from '../../http/context.ts';
import { Problem } from '../../http/problem.ts';
import { type Route } from '../../http/route.ts';
import { requireActor } from '../../identity/session-cookie.ts';
import { importReadings } from './import-readings.ts';
import { NoTable } from './read-table.ts';

/** A hundred thousand rows are a tenth of it. */
const LARGEST_BYTES = 64 * 1024 * 1024;

/** Keeps what is uploaded in a file of its own until `use` is done with it. */
async function spooled<T>(ctx: AppContext, use: (file: string) => Promise<T>): Promise<T> {
  const folder = await mkdtemp(path.join(tmpdir(), 'lotrecht-table-'));
  const file = path.join(folder, `${randomUUID()}.csv`);
  let bytes = 0;
  const counted = new Transform({
    transform: (chunk: Buffer, _encoding, done) => {
      bytes += chunk.length;
      done(bytes > LARGEST_BYTES ? tooLarge() : null, chunk);
    },
  });
  try {
    await pipeline(ctx.req, counted, createWriteStream(file, { mode: 0o600 }));
    return await use(file);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

function tooLarge(): Problem {
  return new Problem({
    status: 413,
    code: 'too-large',
    title: `A table has at most ${LARGEST_BYTES / 1024 / 1024} MB. Bring it in parts.`,
  });
}

function mappingOf(ctx: AppContext): ReadingMapping {
  const text = ctx.query['mapping'];
  return validateReadingMapping(typeof text === 'string' ? parseJson(text) : null);
}

/** Lines that are written as they are said, until `work` is over. */
class Lines {
  readonly stream = new Readable({ read: () => undefined });

  say(line: ReadingImportLine): void {
    if (!this.stream.destroyed) this.stream.push(`${JSON.stringify(line)}\n`);
  }

  end(): void {
    if (!this.stream.destroyed) this.stream.push(null);
  }
}

/** Foreign tables of readings: looked at first, then brought in, all or nothing. */
export function readingRoutes(db: Database): readonly Route[] {
  return [
    {
      method: 'post',
      path: '/api/academy/readings',
      access: 'head',
      body: 'table',
      handle: async (ctx) => {
        const actor = requireActor(ctx);
        const mapping = mappingOf(ctx);
        const gaveUp = new AbortController();
        const lines = new Lines();
        // The answer begins with the upload's end and tells how far it is; who goes away before gives it up.
        ctx.res.once('close', () => gaveUp.abort());
        const bringIn = ctx.query['do'] === 'bring-in';
        const today = new Date(Date.now() + DAY_AHEAD_MS).toISOString().slice(0, 10);
        const { signal } = gaveUp;
        const uploaded = new Promise<void>((resolve, reject) => {
          spooled(ctx, async (file) => {
            resolve();
            const progress = (rows: number): void => lines.say({ rows });
            try {
              const wish = { file, mapping, bringIn, today, signal, progress };
              lines.say({ report: await importReadings(db, actor, wish) });
            } catch (error) {
              if (!signal.aborted) lines.say({ refused: refusalOf(error, ctx) });
            }
          })
            .catch(reject)
            .finally(() => lines.end());
        });
        await uploaded;
        // Each line is wanted at once, not when there is enough to compress.
        ctx.compress = false;
        ctx.type = 'application/jsonl';
        ctx.body = lines.stream;
      },
    },
  ];
}

/** A calendar may be a day ahead of ours. */
const DAY_AHEAD_MS = 86_400_000;

function refusalOf(error: unknown, ctx: AppContext): string {
  if (error instanceof NoTable) return error.message;
  ctx.state.log.error({ err: error }, 'a table could not be brought in');
  return 'Something went wrong here. Nothing came in; try again.';
}
