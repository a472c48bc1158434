import { readdirSync } from 'node:fs';
import { linesOfChecks } from '@lotrecht/judging';
import {
  type CheckView,
  type LessonView,
  type MeasuredCheckView,
  type StudentHistoryView,
} from '@lotrecht/records';
import { afterAll, describe, expect, it } from 'vitest';
import { recomputeAll } from '../doctor/recompute.ts';
import { examine } from '../doctor/examine.ts';
import { createTestDatabase, MIGRATIONS, PASSWORD, serveTestApp, type TestApp } from '../test/test-app.ts';
import { CHECK, document, LESSON, PLACE, result, STUDENT, WRITTEN } from '../test/written-at-states.ts';
import { openDatabase } from './database.ts';
import { migrate } from './migrate.ts';

const states = Object.keys(WRITTEN);
const running: TestApp[] = [];
afterAll(() => Promise.all(running.map((app) => app.stop())));

/** A database as it was when migration `state` was the newest, used at every state on the way there. */
async function usedUpTo(state: string): Promise<string> {
  const url = await createTestDatabase();
  const db = openDatabase(url);
  for (const [index, name] of states.slice(0, states.indexOf(state) + 1).entries()) {
    await migrate(url, MIGRATIONS, index + 1);
    for (const statement of WRITTEN[name] ?? []) expect(await db.exec(statement)).toBe(1);
  }
  await db.close();
  return url;
}

describe('a database that was used at every state up to', () => {
  it('has a state for every migration but the newest', async () => {
    const files = readdirSync(MIGRATIONS).toSorted();
    expect(files.map((name) => name.slice(0, 4))).toEqual([...states, expect.any(String)]);
  });

  // Used at every state on one way from the first to the newest; the others end early, so that what later states would
  // have written is not there when the rest is applied at once.
  it.each([states[1], states[Math.floor(states.length / 2)], states.at(-1)] as string[])(
    '%s migrates, and its student, lesson and check read the same',
    async (state) => {
      const app = await serveTestApp(await usedUpTo(state));
      running.push(app);
      const client = app.client();
      const signedIn = await client.post('/api/session', {
        email: 'marit@tarnside.example',
        password: PASSWORD,
      });
      expect(signedIn.status).toBe(200);

      const standings = await app.db.many<{ out: number; stable: number }>({
        text: 'SELECT out_lines AS `out`, stable_lines AS stable FROM student_standing',
        values: [],
      });
      // The hips are the fifth of the lines.
      expect(standings).toEqual(state >= '0010' ? [{ out: 16, stable: 1 }] : []);
      const own = await app.db.maybeOne<{ settings: { landmarksMm: object } }>({
        text: 'SELECT settings FROM instructor_settings',
        values: [],
      });
      // What was told of a rod's ends says nothing of its contacts.
      expect(own?.settings.landmarksMm).toEqual(state >= '0013' ? { 'toes.bare': 4 } : undefined);
      const { student, consents } = (await client.get(`/api/students/${STUDENT}`)).body as StudentHistoryView;
      expect(consents.map((c) => [c.scope, c.confirmed, c.withdrawnAt])).toEqual(
        state >= '0008' ? [['link', true, null]] : [],
      );
      const kept = await app.db.many<{ body: string; isOut: number }>({
        text: 'SELECT body, sent_at IS NOT NULL AND created_at = sent_at AND next_try_at IS NULL AS isOut FROM post_box',
        values: [],
      });
      expect(kept.every(({ isOut }) => isOut === 1)).toBe(true);
      expect(kept.map(({ body }) => body).join()).not.toContain('abcdefghij');
      if (state >= '0011')
        expect(kept.map(({ body }) => body)).toContain('go to http://x.example/link/… now');
      expect(student).toMatchObject({
        name: 'Runa Feldt',
        handedness: 'right',
        minor: true,
        notes: 'of old',
      });
      expect(student.statureMm).toBe(state >= '0008' ? 1720 : null);
      const lesson = (await client.get(`/api/lessons/${LESSON}`)).body as LessonView;
      expect(lesson).toMatchObject({
        heldOn: '2026-04-17',
        notes: 'dry',
        kind: 'lesson',
        windy: state >= '0005',
        placeId: state >= '0005' ? PLACE : null,
        nextOn: state >= '0007' ? '2026-05-01' : null,
      });
      const [check] = lesson.checks as readonly CheckView[];
      expect(check).toMatchObject({ id: CHECK, revision: 1, document, result });
      expect(check?.circumstances?.phase).toBe(state >= '0004' ? 'baseline' : undefined);
      expect(check?.record).toEqual(state >= '0006' ? { feltDeg: 1.5 } : null);

      const lines = linesOfChecks(
        (await client.get(`/api/students/${STUDENT}/lines`)).body as MeasuredCheckView[],
      );
      expect(lines.map((l) => l.line).toSorted()).toEqual(['face', 'toes']);
      expect((await recomputeAll(app.db)).differences).toEqual([]);
      const { findings } = await examine(app.db, { migrationsDir: MIGRATIONS, dataDir: undefined });
      expect(findings.filter((f) => !f.well)).toEqual([]);
      const { studentId } = await app.db.one<{ studentId: string | null }>({
        text: 'SELECT MAX(student_id) AS studentId FROM post_box',
        values: [],
      });
      expect(studentId).toBe(state >= '0008' ? STUDENT : null);
    },
  );
});
