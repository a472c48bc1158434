import { HttpErrorResponse, provideHttpClient } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import { solveDocument } from '@lotrecht/judging';
import { type CheckInput, type CheckView, type LessonView, type StudentView } from '@lotrecht/records';
import { type Observable, of } from 'rxjs';
import { AcademyApi } from '../../../api/academy-api.ts';
import { type CheckDraft, DraftStore } from '../../../data/draft-store.ts';
import { Outbox } from '../../../data/outbox.ts';
import { SessionStore } from '../../../session/session.store.ts';
import { CheckContent } from '../check-content.ts';
import { CheckStore } from '../check.store.ts';
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
  readonly drafts = new Map<string, CheckDraft>();
  /** Answers for the next saves; then everything is kept. */
  answers: ((view: CheckView) => Observable<CheckView>)[] = [];

  readonly api = {
    saveCheck: (id: string, input: CheckInput, key: string) => {
      this.sent.push({ input, key });
      const view = viewOf(id, input);
      return this.answers.shift()?.(view) ?? of({ ...view, differences: [] });
    },
  };

  /** How often the page left its save to the outbox. */
  handedOver = 0;
  readonly outbox = { send: async () => void (this.handedOver += 1) };

  readonly draftStore = {
    find: async (id: string) => this.drafts.get(id),
    ofLesson: async () => [...this.drafts.values()],
    keep: async (draft: CheckDraft) => void this.drafts.set(draft.checkId, draft),
    drop: async (id: string) => void this.drafts.delete(id),
    dropIfUnchanged: async (id: string) => void this.drafts.delete(id),
  };
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
): Promise<{ store: CheckStore; fakes: Fakes }> {
  localStorage.clear();
  TestBed.configureTestingModule({
    providers: [
      CheckContent,
      CheckStore,
      provideHttpClient(),
      { provide: AcademyApi, useValue: fakes.api },
      { provide: DraftStore, useValue: fakes.draftStore },
      { provide: Outbox, useValue: fakes.outbox },
      { provide: SessionStore, useValue: { session: () => ({ instructor: { id: 'i' } }) } },
    ],
  });
  const store = TestBed.inject(CheckStore);
  await store.open(CHECK_ID, { lesson: opened, student, place: null });
  store.content.note({ revealed: true });
  return { store, fakes };
}

export function entriesOf(draft: CheckDraft | undefined): readonly Entry[] {
  return (draft?.content as { entries: readonly Entry[] } | undefined)?.entries ?? [];
}

export function typeToes(store: CheckStore, lead: string, trail: string, base: string): void {
  for (const [name, text] of [
    ['leadGapMm', lead],
    ['trailGapMm', trail],
    ['baseMm', base],
  ] as const) {
    store.content.type(`toes.${name}`, text);
    store.content.settle(`toes.${name}`);
  }
}
