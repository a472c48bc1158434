import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { type AppContext } from '../http/context.ts';
import { Problem } from '../http/problem.ts';

const MEGABYTE = 1024 * 1024;

/** A file that was sent and is being worked on. */
export interface Upload<Line> {
  /** Where it lies until the work is done. */
  readonly file: string;
  /** Whoever sent it has gone away: nothing of it is to come in. */
  readonly signal: AbortSignal;
  /** Tells the sender, at once. */
  readonly say: (line: Line) => void;
}

/** What is done with an upload, and what is said when it fails. */
export interface UploadWork<Line> {
  readonly largestBytes: number;
  readonly work: (upload: Upload<Line>) => Promise<void>;
  /** What to say of an error that is expected, or undefined: then it is logged, and nothing of it is told. */
  readonly refusalOf: (error: unknown) => string | undefined;
}

/**
 * Takes a file as it comes and answers with lines of JSON while it is worked on: how far it is, then what came of it.
 * The answer begins when the file is here; giving the answer up gives the work up.
 */
export async function answerUpload<Line>(
  ctx: AppContext,
  { largestBytes, work, refusalOf }: UploadWork<Line>,
): Promise<void> {
  const gaveUp = new AbortController();
  const { signal } = gaveUp;
  ctx.res.once('close', () => gaveUp.abort());
  const answer = new Readable({ read: () => undefined });
  const say = (line: Line | { readonly refused: string }): void => {
    if (!answer.destroyed) answer.push(`${JSON.stringify(line)}\n`);
  };
  const uploaded = new Promise<void>((resolve, reject) => {
    spooled(ctx, largestBytes, async (file) => {
      resolve();
      try {
        await work({ file, signal, say });
      } catch (error) {
        if (!signal.aborted) say({ refused: refusalOf(error) ?? unexpected(ctx, error) });
      }
    })
      .catch(reject)
      .finally(() => {
        if (!answer.destroyed) answer.push(null);
      });
  });
  await uploaded;
  // Each line is wanted at once, not when there is enough to compress.
  ctx.compress = false;
  ctx.type = 'application/jsonl';
  ctx.body = answer;
}

function unexpected(ctx: AppContext, error: unknown): string {
  ctx.state.log.error({ err: error }, 'a file could not be brought in');
  return 'Something went wrong here. Nothing came in; try again.';
}

/** Keeps what is uploaded in a file of its own until `use` is done with it. */
async function spooled(
  ctx: AppContext,
  largestBytes: number,
  use: (file: string) => Promise<void>,
): Promise<void> {
  const folder = await mkdtemp(path.join(tmpdir(), 'lotrecht-upload-'));
  const file = path.join(folder, randomUUID());
  let bytes = 0;
  const counted = new Transform({
    transform: (chunk: Buffer, _encoding, done) => {
      bytes += chunk.length;
      done(bytes > largestBytes ? tooLarge(largestBytes) : null, chunk);
    },
  });
  try {
    await pipeline(ctx.req, counted, createWriteStream(file, { mode: 0o600 }));
    await use(file);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

function tooLarge(largestBytes: number): Problem {
  return new Problem({
    status: 413,
    code: 'too-large',
    title: `A file has at most ${Math.round(largestBytes / MEGABYTE)} MB. Bring it in parts.`,
  });
}
