import { randomUUID } from 'node:crypto';
import { Agent, request } from 'node:http';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { workedCheck } from '../test/documents.ts';
import { type Answer, TestClient } from '../test/test-app.ts';
import { makeLesson, Rig, ROUNDS } from './rig.ts';

const READERS = 64;
/** Reads of each: 200 with 50 rounds, for the figure that is reported. */
const READS = 4 * ROUNDS;
const WRITERS = 4;

let rig: Rig;
let bases: readonly string[];
let client: TestClient;
let lessonId: string;

beforeAll(async () => {
  rig = await Rig.make();
  await rig.startDatabase();
  bases = [await rig.startServer(0), await rig.startServer(1)];
  for (const base of bases) await rig.ready(base);
  client = await rig.signIn(bases[0] ?? '');
  lessonId = await makeLesson(client);
});
afterAll(() => rig.remove());

function on(base: string | undefined): TestClient {
  const other = new TestClient(base ?? '');
  other.cookie = client.cookie;
  return other;
}

/**
 * Asks until it is answered, as a browser does: a busy server says when to come back, and a connection that was kept open
 * may be closed from the other end just when it is used. Anything else is a failure.
 */
async function answered(
  again: { busy: number; broken: number },
  wanted: number,
  ask: () => Promise<Answer>,
): Promise<void> {
  for (let tries = 0; tries < 5; tries++) {
    try {
      const answer = await ask();
      // What was kept before its answer broke off, and is sent or taken away again.
      const isOwn = tries > 0 && (answer.status === 409 || answer.status === 404);
      if (answer.status !== 503) {
        if (!isOwn) expect(answer.status).toBe(wanted);
        return;
      }
      again.busy += 1;
      await new Promise((resolve) =>
        setTimeout(resolve, 1000 * Number(answer.headers.get('retry-after') ?? 1)),
      );
    } catch (error) {
      if (!(error instanceof TypeError)) throw error;
      again.broken += 1;
      process.stdout.write(`a connection broke: ${String(error.cause)}\n`);
    }
  }
  throw new Error('it was asked five times and not answered');
}

describe('sixty-four who read of one student on two servers, while others write', () => {
  it('are all answered, and each kind of look is noted once in ten minutes', async () => {
    const { body } = await client.get(`/api/lessons/${lessonId}`);
    const { studentId } = body as { studentId: string };
    const pages = [
      `/api/students/${studentId}`,
      `/api/students/${studentId}/lines`,
      `/api/lessons/${lessonId}`,
    ];
    const again = { busy: 0, broken: 0 };
    let reading = true;
    const writing = Array.from({ length: WRITERS }, async (_, i) => {
      const writer = on(bases[i % 2]);
      while (reading) {
        const check = {
          revision: 0,
          lessonId,
          document: workedCheck('right', 560 + Math.floor(Math.random() * 80)),
        };
        const checkId = randomUUID();
        await answered(again, 200, () => writer.put(`/api/checks/${checkId}`, check));
        const id = randomUUID();
        const lesson = { revision: 0, studentId, heldOn: '2026-04-18', notes: '' };
        await answered(again, 200, () => writer.put(`/api/lessons/${id}`, lesson));
        // A page of a student brings all of their checks: it must not grow while it is measured.
        await answered(again, 204, () => writer.delete(`/api/lessons/${id}`));
        await new Promise((resolve) => setTimeout(resolve, 150));
      }
    });
    let read = 0;
    try {
      await Promise.all(
        Array.from({ length: READERS }, async (_, i) => {
          const reader = on(bases[i % 2]);
          for (let n = 0; n < READS; n++) {
            await answered(again, 200, () => reader.get(pages[(i + n) % pages.length] ?? ''));
            read += 1;
          }
        }),
      );
    } finally {
      reading = false;
      await Promise.all(writing);
    }
    process.stdout.write(`reads of one student: ${read}, asked again: ${JSON.stringify(again)}\n`);
    expect(read).toBe(READERS * READS);
    // A slow machine may be told to come back; it is not how a server answers that keeps up.
    expect(again.busy + again.broken).toBeLessThan((READERS * READS) / 10);
    const noted = (await rig.query(`
      SELECT what, COUNT(*) AS n, COUNT(DISTINCT slot) AS slots FROM audit_entry
      WHERE student_id = '${studentId}' AND action = 'seen' GROUP BY what`)) as {
      n: number;
      slots: number;
    }[];
    for (const { n, slots } of noted) expect(n).toBe(slots);
  });
});

describe('a server that is told to stop under writers', () => {
  it('answers what was sent, resets nothing, and ends', async () => {
    for (let round = 0; round < ROUNDS; round++) {
      const base = bases[1] ?? '';
      const agent = new Agent({ keepAlive: true, maxSockets: 16 });
      const came = { answered: 0, refused: 0, reset: 0 };
      let stopped = false;
      const writers = Array.from({ length: 16 }, async () => {
        while (!stopped) {
          const outcome = await put(`${base}/api/checks/${randomUUID()}`, agent);
          came[outcome] += 1;
          // The listener is gone: there is nobody to write to any more.
          if (outcome !== 'answered') return;
        }
      });
      await new Promise((resolve) => setTimeout(resolve, 300 + Math.random() * 200));
      const code = await rig.endServer(1);
      stopped = true;
      await Promise.all(writers);
      agent.destroy();
      expect(code).toBe(0);
      expect(came.answered).toBeGreaterThan(0);
      expect(came.reset).toBe(0);
      await rig.startServer(1);
      await rig.ready(base);
    }
  });

  function put(url: string, agent: Agent): Promise<'answered' | 'refused' | 'reset'> {
    const text = JSON.stringify({ revision: 0, lessonId, document: workedCheck() });
    return new Promise((resolve) => {
      const sent = request(
        url,
        {
          agent,
          method: 'PUT',
          headers: {
            Cookie: client.cookie,
            'X-Requested-By': 'lotrecht',
            'Content-Type': 'application/json',
            'Content-Length': Buffer.byteLength(text),
          },
        },
        (response) => {
          response.resume();
          response.once('end', () => resolve('answered'));
        },
      );
      // A new connection may stand in the system's queue while the listener closes: no server ever had it.
      sent.once('error', ({ code }: NodeJS.ErrnoException) =>
        resolve(code === 'ECONNREFUSED' || !sent.reusedSocket ? 'refused' : 'reset'),
      );
      sent.end(text);
    });
  }

  it('ends although its log cannot be written', async () => {
    await rig.endServer(1);
    const base = await rig.startServer(1, rig.databaseUrl, '/dev/full');
    await rig.ready(base);
    // Each is an error with a line in the log.
    for (let i = 0; i < 200; i++) await fetch(`${base}/api/nothing`);
    expect(await rig.endServer(1)).toBe(0);
    await rig.startServer(1);
  });
});
