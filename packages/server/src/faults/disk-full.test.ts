import { spawnSync } from 'node:child_process';
import { closeSync, mkdtempSync, openSync, rmSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { type TestClient } from '../test/test-app.ts';
import { type Count, makeLesson, PatientSave, report, Rig, ROUNDS, sleep } from './rig.ts';

const SIZE = '300m';
const MEGABYTE = Buffer.alloc(1024 * 1024);

/** A folder on a disk of its own, or undefined where this user may not make one. */
function smallDisk(): string | undefined {
  const dir = mkdtempSync(path.join(tmpdir(), 'lotrecht-disk-'));
  const { status } = spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${SIZE},mode=0700`, 'tmpfs', dir]);
  return status === 0 ? dir : undefined;
}

/** Fills a disk to its last byte. */
function fill(file: string): void {
  const fd = openSync(file, 'w');
  for (const size of [MEGABYTE.length, 4096, 1]) {
    try {
      for (;;) writeSync(fd, MEGABYTE, 0, size);
    } catch (error) {
      if ((error as { code?: string }).code !== 'ENOSPC') throw error;
    }
  }
  closeSync(fd);
}

/** The longest that reading and readiness may take while nothing can be written. */
const LONGEST_MS = 2_000;

async function readsGoOn(on: {
  readonly rig: Rig;
  readonly client: TestClient;
  readonly lessonId: string;
  readonly base: string;
  readonly filler: string;
}): Promise<void> {
  const { rig, client, lessonId, base, filler } = on;
  fill(filler);
  const waiting = new PatientSave(lessonId);
  let full = true;
  const writing = Array.from({ length: 6 }, async () => {
    while (full) await Promise.race([waiting.tryOnce(client), sleep(2_000)]);
  });
  await sleep(3_000);
  const { body } = await client.get(`/api/lessons/${lessonId}`);
  const { studentId } = body as { studentId: string };
  let longest = 0;
  for (let i = 0; i < 30; i++) {
    for (const path of [
      `/api/lessons/${lessonId}`,
      `/api/students/${studentId}`,
      '/api/students',
      '/api/today/2026-04-17',
      '/api/roster',
      '/health/ready',
    ]) {
      const startedAt = performance.now();
      const answer = await client.get(path);
      longest = Math.max(longest, performance.now() - startedAt);
      expect([path, answer.status, answer.status === 200 ? '' : answer.body]).toEqual([path, 200, '']);
    }
  }
  process.stdout.write(`disk full: the slowest of 180 reads took ${Math.round(longest)} ms\n`);
  expect(longest).toBeLessThan(LONGEST_MS);
  rmSync(filler);
  full = false;
  await Promise.all(writing);
  await rig.ready(base);
  await waiting.untilAcknowledged(client);
}

describe('a full disk', () => {
  const dir = smallDisk();

  it.skipIf(dir === undefined)(
    'loses nothing that was acknowledged, and saving goes on when there is room',
    async () => {
      const disk = dir ?? '';
      const rig = await Rig.make(path.join(disk, 'data'));
      await rig.startDatabase();
      const base = await rig.startServer();
      await rig.ready(base);
      const client = await rig.signIn(base);
      const lessonId = await makeLesson(client);
      const filler = path.join(disk, 'filler');
      const count: Count = { acknowledged: 0, lost: 0, doubled: 0 };
      let refusals = 0;
      for (let round = 0; round < ROUNDS; round++) {
        fill(filler);
        const saves: PatientSave[] = [];
        const deadline = Date.now() + 20_000;
        let refused = false;
        while (!refused && Date.now() < deadline) {
          const save = new PatientSave(lessonId);
          saves.push(save);
          refused = !(await Promise.race([save.tryOnce(client), sleep(5000).then(() => false)]));
        }
        if (refused) refusals += 1;
        rmSync(filler);
        // Those not acknowledged are sent again; those acknowledged are answered as the first time.
        for (const save of saves) {
          await save.untilAcknowledged(client);
          await save.count(client, count);
        }
      }
      await readsGoOn({ rig, client, lessonId, base, filler });
      report(`disk full, ${refusals} of ${ROUNDS} rounds with a save refused`, count);
      expect(refusals).toBeGreaterThan(0);
      expect(count).toEqual({ acknowledged: count.acknowledged, lost: 0, doubled: 0 });
      await rig.remove();
      spawnSync('umount', [disk]);
    },
  );
});
