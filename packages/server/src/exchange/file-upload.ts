import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdtemp, readdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { type FileAnswer } from '@lotrecht/records';
import { isBusy } from '../database/trouble.ts';
import { AtOnce } from '../http/at-once.ts';
import { type AppContext } from '../http/context.ts';
import { asFile } from '../http/route.ts';
import { Problem } from '../problems/problem.ts';
import { requireActor } from '../http/require-actor.ts';
import { UnreadableLines } from './text-lines.ts';

const MEGABYTE = 1024 * 1024;

/** A file that was sent and is being worked on. */
interface Upload<Line> {
  /** Where it lies until the work is done. */
  readonly file: string;
  /** Whoever sent it has gone away: nothing of it is to come in. */
  readonly signal: AbortSignal;
  /** Tells the sender, at once. */
  readonly say: (line: Line) => void;
}

/** What is done with an upload, and what is said when it fails. */
export interface UploadWork<Line> {
  /** How many there may be at once. */
  readonly places: AtOnce;
  readonly largestBytes: number;
  readonly work: (upload: Upload<Line>) => Promise<void>;
  /** What to say of an error that is expected, or undefined: then it is logged, and nothing of it is told. */
  readonly refusalOf: (error: unknown) => string | undefined;
}

/** Bounds uploads of a server: each lies on its disk until its work is done. */
export function uploadPlaces(): AtOnce {
  return new AtOnce({ perAccount: 1, total: 4, what: 'Files on their way in' });
}

/**
 * Takes a file as it comes and answers with lines of JSON while it is worked on: how far it is, then what came of it.
 * The answer begins when the file is here; giving the answer up gives the work up.
 */
export async function answerUpload<Line>(
  ctx: AppContext,
  { places, largestBytes, work, refusalOf }: UploadWork<Line>,
): Promise<FileAnswer> {
  const gaveUp = new AbortController();
  const { signal } = gaveUp;
  ctx.res.once('close', () => gaveUp.abort());
  const answer = new Readable({ read: () => undefined });
  const say = (line: Line | { readonly refused: string }): void => {
    if (!answer.destroyed) answer.push(`${JSON.stringify(line)}\n`);
  };
  const uploaded = new Promise<void>((resolve, reject) => {
    spooled(ctx, { places, largestBytes }, async (file) => {
      resolve();
      try {
        await work({ file, signal, say });
      } catch (error) {
        if (!signal.aborted) say({ refused: refusalOf(error) ?? usual(error) ?? unexpected(ctx, error) });
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
  return asFile(ctx, { type: 'application/jsonl', content: answer });
}

/** What any file may meet. */
function usual(error: unknown): string | undefined {
  if (error instanceof UnreadableLines) return error.message;
  return isBusy(error) ? 'Others were in the way. Nothing came in; try again in a minute.' : undefined;
}

function unexpected(ctx: AppContext, error: unknown): string {
  ctx.state.log.error({ err: error }, 'a file could not be brought in');
  return 'Something went wrong here. Nothing came in; try again.';
}

/** Whoever sends nothing for so long has gone away; a slow line may take as long as it needs. */
const STALL_MS = 30_000;

/** Folders are named for their process, so that those of one that has died are found. */
const FOLDER = /^lotrecht-upload-(\d+)-/;

/** Keeps what is uploaded in a file of its own until `use` is done with it. */
async function spooled(
  ctx: AppContext,
  { places, largestBytes }: Pick<UploadWork<unknown>, 'places' | 'largestBytes'>,
  use: (file: string) => Promise<void>,
): Promise<void> {
  const giveBack = places.hold(requireActor(ctx).instructorId);
  try {
    const folder = await mkdtemp(path.join(tmpdir(), `lotrecht-upload-${process.pid}-`));
    try {
      const file = path.join(folder, randomUUID());
      await receive(ctx, largestBytes, file);
      await use(file);
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  } finally {
    giveBack();
  }
}

async function receive(ctx: AppContext, largestBytes: number, file: string): Promise<void> {
  let bytes = 0;
  const counted = new Transform({
    transform: (chunk: Buffer, _encoding, done) => {
      bytes += chunk.length;
      done(bytes > largestBytes ? tooLarge(largestBytes) : null, chunk);
    },
  });
  ctx.req.setTimeout(STALL_MS, () => ctx.req.destroy(new Error('an upload stood still')));
  try {
    await pipeline(ctx.req, counted, createWriteStream(file, { mode: 0o600 }));
  } finally {
    ctx.req.setTimeout(0);
  }
}

/** Takes away what processes that have died left of uploads. @returns how many */
export async function sweepUploads(): Promise<number> {
  const left = (await readdir(tmpdir())).filter((name) => {
    const pid = Number(FOLDER.exec(name)?.[1] ?? process.pid);
    return pid !== process.pid && !isAlive(pid);
  });
  for (const name of left) await rm(path.join(tmpdir(), name), { recursive: true, force: true });
  return left.length;
}

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    // Somebody else's process is alive too.
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}

function tooLarge(largestBytes: number): Problem {
  return new Problem({
    status: 413,
    code: 'too-large',
    title: `A file has at most ${Math.round(largestBytes / MEGABYTE)} MB. Bring it in parts.`,
  });
}
