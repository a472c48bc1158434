import { randomUUID } from 'node:crypto';
import { composeCheck } from '@lotrecht/judging';
import { type CheckDocument } from '@lotrecht/records';
import { type TestClient } from './test-app.ts';

/** The worked check: toes 571/602 on 450 mm, face 4/1 on 75 mm. */
export function workedCheck(
  handedness: 'right' | 'left' = 'right',
  trailGapMm = 602,
  heelGapMm = 4,
): CheckDocument {
  const document = composeCheck({
    handedness,
    club: { group: 'mid-iron', name: '7-iron' },
    target: { name: 'Barge', distanceM: 150 },
    readings: [
      { line: 'toes', by: 'gaps', values: { leadGapMm: 571, trailGapMm, baseMm: 450 } },
      { line: 'face', by: 'square', values: { heelGapMm, toeGapMm: 1, baseMm: 75 } },
    ],
  });
  if (document === undefined) throw new Error('the worked check is complete');
  return document;
}

/** A student, a lesson and a check, saved through the API. */
export async function saveWorkedCheck(
  client: TestClient,
  handedness: 'right' | 'left' = 'right',
  more: object = {},
): Promise<{ studentId: string; lessonId: string; checkId: string }> {
  const [studentId, lessonId, checkId] = [randomUUID(), randomUUID(), randomUUID()];
  const student = { revision: 0, name: 'Runa Feldt', handedness, minor: false, notes: '' };
  const lesson = { revision: 0, studentId, heldOn: '2026-04-17', notes: '' };
  const check = { revision: 0, lessonId, document: workedCheck(handedness), ...more };
  for (const [path, body] of [
    [`/api/students/${studentId}`, student],
    [`/api/lessons/${lessonId}`, lesson],
    [`/api/checks/${checkId}`, check],
  ] as const) {
    const answer = await client.put(path, body);
    if (answer.status !== 200)
      throw new Error(`${path} answered ${answer.status}: ${JSON.stringify(answer.body)}`);
  }
  return { studentId, lessonId, checkId };
}
