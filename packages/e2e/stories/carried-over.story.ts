import { expect, type Page } from '@playwright/test';
import { composeCheck } from '@lotrecht/judging';
import { newLesson } from '../pages/new-lesson.ts';
import { draftsOnDevice } from '../pages/on-device.ts';
import { test } from '../pages/quiet.ts';
import { servedWithDemo } from '../pages/served.ts';

const served = servedWithDemo();

const INSTRUCTOR = { instructorId: '', updatedAt: '' };
const ID = {
  check: '0c000000-0000-4000-8000-000000000001',
  typedCheck: '0c000000-0000-4000-8000-000000000002',
  handOut: '0c000000-0000-4000-8000-000000000003',
  balls: '0c000000-0000-4000-8000-000000000004',
};

/** A device as the version before left it: its two databases, in place of today’s. */
async function beforeThis(
  page: Page,
  stores: Readonly<Record<string, readonly object[]>>,
  mirrored: readonly object[],
): Promise<void> {
  // Of the same origin, and no page of ours: nothing holds the database open.
  await page.goto(new URL('/favicon.svg', served.address).href);
  await page.evaluate(
    async ([ofStores, ofMirror]) => {
      const done = (request: IDBRequest): Promise<void> =>
        new Promise((resolve, reject) => {
          request.onsuccess = () => resolve();
          request.onerror = () => reject(new Error(request.error?.message));
        });
      const make = (
        name: string,
        version: number,
        keys: Readonly<Record<string, readonly string[]>>,
        rows: Readonly<Record<string, readonly object[]>>,
      ): Promise<void> => {
        const opening = indexedDB.open(name, version);
        opening.onupgradeneeded = () => {
          for (const [store, keyPath] of Object.entries(keys)) {
            const made = opening.result.createObjectStore(store, { keyPath: [...keyPath] });
            if (store === 'checkDrafts')
              made.createIndex('[instructorId+lessonId]', ['instructorId', 'lessonId']);
            for (const row of rows[store] ?? []) made.put(row);
          }
        };
        return done(opening).then(() => opening.result.close());
      };
      await done(indexedDB.deleteDatabase('lotrecht'));
      await done(indexedDB.deleteDatabase('lotrecht-mirror'));
      await make(
        'lotrecht',
        40,
        { checkDrafts: ['instructorId', 'checkId'], typedRecords: ['instructorId', 'kind', 'id'] },
        ofStores,
      );
      await make('lotrecht-mirror', 10, { mirrored: ['academyId', 'kind'] }, { mirrored: ofMirror });
    },
    [stores, mirrored] as const,
  );
}

test('what the version before left on a device comes over: typed, asked and sent in order', async ({
  page,
}) => {
  const lessonId = await newLesson(page, 'Tove Calder');
  const session = (await (await page.request.get(new URL('/api/session', served.address).href)).json()) as {
    readonly instructor: { readonly id: string };
    readonly academy: { readonly id: string };
  };
  const lesson = (await (
    await page.request.get(new URL(`/api/lessons/${lessonId}`, served.address).href)
  ).json()) as { readonly studentId: string; readonly heldOn: string };
  const document = composeCheck({
    handedness: 'right',
    club: { group: 'mid-iron' },
    target: { distanceM: 140 },
    readings: [{ line: 'toes', by: 'gaps', values: { leadGapMm: 571, trailGapMm: 602, baseMm: 450 } }],
    tapeDivisionMm: 1,
  });
  const { studentId } = lesson;
  const of = { ...INSTRUCTOR, instructorId: session.instructor.id, studentId, revision: 0 };
  const check = { ...of, lessonId, content: {}, saveKey: crypto.randomUUID() };
  const record = { ...of, more: null, asked: true };
  const handOut = {
    revision: 0,
    checkId: ID.check,
    drillId: 'toe-rod',
    dose: '',
    own: 'Look at the kiln.',
    junior: false,
  };
  const balls = {
    revision: 0,
    studentId,
    lessonId,
    checkId: ID.check,
    hitOn: lesson.heldOn,
    startedAt: `${lesson.heldOn}T10:00:00.000Z`,
    run: {
      clubGroup: 'mid-iron',
      carryM: 140,
      target: { name: 'Barge', distanceM: 150 },
      gateM: 2,
      windRightMs: 0,
      windAheadMs: 0,
      help: 'blind',
      place: 'range',
      balls: [{ id: crypto.randomUUID(), start: { side: 'left' }, finish: { side: 'over' } }],
    },
  };
  await beforeThis(
    page,
    {
      checkDrafts: [
        {
          ...check,
          checkId: ID.check,
          asked: { revision: 0, lessonId, document },
          updatedAt: '2027-03-01T10:00:05Z',
        },
        { ...check, checkId: ID.typedCheck, updatedAt: '2027-03-01T10:00:06Z' },
      ],
      // Asked before the check that they stand on: they went out before it, were refused, and never went again.
      typedRecords: [
        {
          ...record,
          kind: 'hand-out',
          id: ID.handOut,
          path: 'hand-outs',
          input: handOut,
          patch: handOut,
          updatedAt: '2027-03-01T10:00:01Z',
        },
        {
          ...record,
          kind: 'ball-run',
          id: ID.balls,
          path: 'ball-runs',
          input: balls,
          patch: balls,
          updatedAt: '2027-03-01T10:00:02Z',
        },
      ],
    },
    [
      {
        academyId: session.academy.id,
        kind: 'place',
        records: [{ id: 'm', revision: 1, name: 'Old rim', kind: 'range', marks: [] }],
      },
    ],
  );

  const kept: string[] = [];
  page.on('response', (response) => {
    const request = response.request();
    if (request.method() === 'PUT') kept.push(`${response.status()} ${new URL(request.url()).pathname}`);
  });
  await page.goto(new URL('/today', served.address).href);
  await expect
    .poll(() => kept)
    .toEqual([
      `200 /api/checks/${ID.check}`,
      `200 /api/hand-outs/${ID.handOut}`,
      `200 /api/ball-runs/${ID.balls}`,
    ]);
  // What was only typed is there as it was, and nothing else is.
  await expect
    .poll(async () => (await draftsOnDevice(page, 'checks')).map(({ id }) => id))
    .toEqual([ID.typedCheck]);
  expect(await draftsOnDevice(page, 'others')).toEqual([]);

  // Places that were seen last are there without the server, from the one database there is now.
  await page.route('**/api/places', (route) => route.abort());
  await page.getByRole('link', { name: 'Places' }).click();
  await expect(page.getByText('Old rim')).toBeVisible();
  const names = await page.evaluate(async () => (await indexedDB.databases()).map(({ name }) => name));
  expect(names).toEqual(['lotrecht']);
});
