import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import { solveDocument } from '@lotrecht/judging';
import { type CheckInput, type CheckView, type LessonView, type StudentView } from '@lotrecht/records';
import { type Entry as OnDevice } from '@lotrecht/sync';
import { EMPTY, type Observable, of } from 'rxjs';
import { DeviceStore } from '../../../data/device-store.ts';
import { DeviceInMemory, settled } from '../../../data/test/device-in-memory.ts';
import { SessionStore } from '../../../session/session.store.ts';
import { CHECK_STORES } from '../check-stores.ts';
import { CheckStore, type OpenedCheck } from '../check.store.ts';
import { type Entry } from '../readings/entry.ts';

export const CHECK_ID = '11111111-1111-4111-8111-111111111111';
const student: StudentView = {
  id: 's',
  revision: 1,
  name: 'Runa Feldt',
  handedness: 'right',
  minor: false,
  notes: '',
  dominantEye: null,
  statureMm: null,
  shoeMm: null,
  instructor: { id: 'i', name: 'Marit Oswin' },
  lastLessonOn: null,
  lessonCount: 1,
};
export const lesson: LessonView = {
  id: 'l',
  revision: 1,
  studentId: 's',
  heldOn: '2026-04-17',
  notes: '',
  nextOn: null,
  placeId: null,
  placeName: null,
  kind: 'lesson',
  windy: false,
  checks: [],
};

/** A server that keeps what it is sent, and a device that keeps drafts. */
export class Fakes {
  readonly sent: { input: CheckInput; key: string }[] = [];
  readonly device = new DeviceInMemory();
  /** Answers for the next saves; then everything is kept. */
  answers: ((view: CheckView) => Observable<CheckView>)[] = [];

  readonly http = {
    get: () => EMPTY,
    put: (address: string, input: CheckInput, { headers }: { headers: Record<string, string> }) => {
      this.sent.push({ input, key: headers['Idempotency-Key'] ?? '' });
      const view = viewOf(address.split('/').at(-1) ?? '', input);
      return this.answers.shift()?.(view) ?? of({ ...view, differences: [] });
    },
  };

  /** What the device has of the check; undefined: nothing. */
  get draft(): OnDevice | undefined {
    return this.device.entry(CHECK_ID);
  }
}

export function viewOf(
  id: string,
  { revision, lessonId, document, circumstances, rebase, record }: CheckInput,
): CheckView {
  return {
    id,
    revision: revision + 1,
    lessonId,
    studentId: 's',
    document,
    result: solveDocument(document, { rebase }),
    circumstances: circumstances ?? null,
    rebase: rebase ?? null,
    record: record ?? null,
    reason: 'entered',
    createdAt: '2026-04-17T10:00:00Z',
    savedAt: '2026-04-17T10:00:00Z',
  };
}

export function refused(status: number, body: object): HttpErrorResponse {
  return new HttpErrorResponse({ status, error: { status, ...body } });
}

export async function openStore(
  fakes = new Fakes(),
  opened: LessonView = lesson,
  more: Partial<OpenedCheck> = {},
): Promise<{ store: CheckStore; fakes: Fakes }> {
  localStorage.clear();
  TestBed.configureTestingModule({
    providers: [
      CHECK_STORES,
      CheckStore,
      { provide: HttpClient, useValue: fakes.http },
      { provide: DeviceStore, useValue: fakes.device },
      { provide: SessionStore, useValue: { session: () => ({ instructor: { id: 'i' }, locked: false }) } },
    ],
  });
  const store = TestBed.inject(CheckStore);
  await store.open(CHECK_ID, { lesson: opened, student, place: null, ...more });
  store.held.note({ revealed: true });
  // What was asked to be kept before would have gone out by now.
  await settled();
  return { store, fakes };
}

export function entriesOf(draft: OnDevice | undefined): readonly Entry[] {
  return (draft?.typed.content as { entries: readonly Entry[] } | undefined)?.entries ?? [];
}

export function typeToes(store: CheckStore, lead: string, trail: string, base: string): void {
  for (const [name, text] of [
    ['leadGapMm', lead],
    ['trailGapMm', trail],
    ['baseMm', base],
  ] as const) {
    store.readings.type(`toes.${name}`, text);
    store.readings.settle(`toes.${name}`);
  }
}
