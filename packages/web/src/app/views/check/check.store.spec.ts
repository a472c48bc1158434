import { HttpErrorResponse, provideHttpClient } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import {
  type CheckInput,
  type CheckView,
  composeCheck,
  type LessonView,
  solveDocument,
  type StudentView,
} from '@lotrecht/contract';
import { type Observable, of, throwError } from 'rxjs';
import { AcademyApi } from '../../api/academy-api.ts';
import { type CheckDraft, DraftStore } from '../../drafts/draft-store.ts';
import { SessionStore } from '../../session/session.store.ts';
import { CheckContent } from './check-content.ts';
import { CheckStore } from './check.store.ts';
import { type Entry } from './readings/entry.ts';
import { keepUsual } from './readings/usual-readings.ts';

const CHECK_ID = '11111111-1111-4111-8111-111111111111';
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
const lesson: LessonView = {
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
class Fakes {
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

  readonly draftStore = {
    find: async (id: string) => this.drafts.get(id),
    keep: async (draft: CheckDraft) => void this.drafts.set(draft.checkId, draft),
    drop: async (id: string) => void this.drafts.delete(id),
    dropIfUnchanged: async (id: string) => void this.drafts.delete(id),
  };
}

function viewOf(
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

function refused(status: number, body: object): HttpErrorResponse {
  return new HttpErrorResponse({ status, error: { status, ...body } });
}

async function openStore(
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
      { provide: SessionStore, useValue: { session: () => ({ instructor: { id: 'i' } }) } },
    ],
  });
  const store = TestBed.inject(CheckStore);
  await store.open(CHECK_ID, { lesson: opened, student, marks: [] });
  store.content.note({ revealed: true });
  return { store, fakes };
}

function entriesOf(draft: CheckDraft | undefined): readonly Entry[] {
  return (draft?.content as { entries: readonly Entry[] } | undefined)?.entries ?? [];
}

function typeToes(store: CheckStore, lead: string, trail: string, base: string): void {
  for (const [name, text] of [
    ['leadGapMm', lead],
    ['trailGapMm', trail],
    ['baseMm', base],
  ] as const) {
    store.content.type(`toes.${name}`, text);
    store.content.settle(`toes.${name}`);
  }
}

describe('an open check', () => {
  it('says nothing until a line is complete, then all of it', async () => {
    const { store } = await openStore();
    store.content.type('toes.leadGapMm', '571');
    store.content.settle('toes.leadGapMm');
    expect(store.content.solution()).toBeNull();
    typeToes(store, '571', '602', '450');
    expect(store.content.solution()?.result?.lines.toes?.word).toBe('closed');
  });

  it('does not compute with a number that is still being typed', async () => {
    const { store } = await openStore();
    typeToes(store, '571', '602', '450');
    const before = store.content.solution();
    store.content.type('toes.trailGapMm', '6');
    expect(store.content.solution()).toBe(before);
  });

  it('keeps every keystroke on the device, without a name', async () => {
    const { store, fakes } = await openStore();
    store.content.type('toes.leadGapMm', '57x');
    const draft = fakes.drafts.get(CHECK_ID);
    expect(entriesOf(draft).find((e) => e.id === 'toes')?.fields).toEqual({ leadGapMm: '57x', baseMm: '' });
    expect(JSON.stringify(draft)).not.toContain('Runa');
    expect(store.state()).toBe('on-this-device');
  });

  it('names what stands in the way of keeping it', async () => {
    const { store } = await openStore();
    expect(store.obstacle()?.message).toContain('Nothing was read yet');
    store.content.type('toes.leadGapMm', '571');
    expect(store.obstacle()).toEqual({
      key: 'toes.trailGapMm',
      message: 'Trail gap is missing. Read it, or clear the line.',
    });
    typeToes(store, '571', '602', '0');
    expect(store.obstacle()?.key).toBe('toes.baseMm');
    typeToes(store, '571', '602', '450');
    expect(store.obstacle()).toBeNull();
  });
});

describe('keeping a check', () => {
  it('sends the readings with what was shown, and forgets the draft when it is answered', async () => {
    const { store, fakes } = await openStore();
    typeToes(store, '571', '602', '450');
    store.save().subscribe();
    expect(fakes.sent[0]?.input).toMatchObject({ revision: 0, lessonId: 'l' });
    expect(fakes.sent[0]?.input.shownResult).toEqual(store.content.solution()?.result);
    expect(store.state()).toBe('kept');
    expect(fakes.drafts.size).toBe(0);
  });

  it('tries again with the same key when nothing came back, and says that it waits', async () => {
    const { store, fakes } = await openStore();
    fakes.answers = [() => throwError(() => refused(503, {}))];
    typeToes(store, '571', '602', '450');
    store.save().subscribe();
    expect(store.state()).toBe('waiting');
    store.tryNow();
    expect(store.state()).toBe('kept');
    expect(fakes.sent).toHaveLength(2);
    expect(fakes.sent[1]?.key).toBe(fakes.sent[0]?.key);
  });

  it('gives other readings another key, even while it waits', async () => {
    const { store, fakes } = await openStore();
    fakes.answers = [() => throwError(() => refused(0, {}))];
    typeToes(store, '571', '602', '450');
    store.save().subscribe();
    typeToes(store, '571', '590', '450');
    store.tryNow();
    expect(fakes.sent[1]?.key).not.toBe(fakes.sent[0]?.key);
    expect(store.state()).toBe('kept');
  });

  it('does not try again what is wrong and not only late', async () => {
    const { store, fakes } = await openStore();
    fakes.answers = [() => throwError(() => refused(422, { code: 'refused' }))];
    typeToes(store, '571', '602', '450');
    let failed = 0;
    store.save().subscribe({ error: () => failed++ });
    expect([failed, fakes.sent.length, store.state()]).toEqual([1, 1, 'on-this-device']);
  });
});

describe('a conflict', () => {
  const conflictWith = (current: CheckView) => () =>
    throwError(() => refused(409, { code: 'conflict', title: '', current }));

  it('with another device shows theirs, and keeps mine on top on demand', async () => {
    const { store, fakes } = await openStore();
    typeToes(store, '571', '602', '450');
    const document = store.content.document();
    if (document === undefined) throw new Error('the check is complete');
    const theirs = viewOf(CHECK_ID, { revision: 3, lessonId: 'l', document });
    typeToes(store, '571', '580', '450');
    fakes.answers = [conflictWith(theirs)];
    store.save().subscribe();
    expect(store.state()).toBe('conflict');
    expect(store.conflict()).toEqual(theirs);
    store.keepMine().subscribe();
    expect(fakes.sent.at(-1)?.input.revision).toBe(4);
    expect(store.state()).toBe('kept');
  });

  it('gives mine up for theirs on demand', async () => {
    const { store, fakes } = await openStore();
    typeToes(store, '571', '602', '450');
    const document = store.content.document();
    if (document === undefined) throw new Error('the check is complete');
    typeToes(store, '571', '580', '450');
    fakes.answers = [conflictWith(viewOf(CHECK_ID, { revision: 3, lessonId: 'l', document }))];
    store.save().subscribe();
    await store.takeTheirs();
    expect(store.content.entries().find((e) => e.id === 'toes')?.fields['trailGapMm']).toBe('602');
    expect(store.state()).toBe('kept');
  });

  it('with my own save whose answer was lost is no conflict: what was typed since goes on top', async () => {
    const { store, fakes } = await openStore();
    typeToes(store, '571', '602', '450');
    let stored: CheckView | undefined;
    fakes.answers = [
      (view) => {
        stored = view;
        return throwError(() => refused(0, {}));
      },
      () => (stored === undefined ? of() : conflictWith(stored)()),
    ];
    store.save().subscribe();
    store.tryNow();
    expect(store.conflict()).toBeNull();
    expect(store.state()).toBe('kept');
    expect(store.stored()?.revision).toBe(1);
  });
});

describe('a stored check that is opened again', () => {
  const document = composeCheck({
    handedness: 'right',
    club: { group: 'mid-iron' },
    target: {},
    readings: [{ line: 'toes', by: 'gaps', values: { leadGapMm: 571, trailGapMm: 602, baseMm: 450 } }],
    tapeDivisionMm: 1,
  });
  if (document === undefined) throw new Error('the check is complete');
  const stored = viewOf(CHECK_ID, { revision: 0, lessonId: 'l', document });

  it('says what it said: read with its own tape, not with today’s', async () => {
    const { store } = await openStore(new Fakes(), { ...lesson, checks: [stored] });
    expect(store.content.document()?.observations).toEqual(document.observations);
    expect(store.content.solution()?.result?.lines.toes).toEqual(stored.result.lines.toes);
  });

  it('gets no circumstances made up when it is corrected, until they are noted', async () => {
    const fakes = new Fakes();
    const { store } = await openStore(fakes, { ...lesson, checks: [stored] });
    typeToes(store, '571', '590', '450');
    store.save().subscribe();
    expect(fakes.sent.at(-1)?.input).not.toHaveProperty('circumstances');
    store.content.set('circumstances', {
      phase: 'coached',
      help: 'rods',
      place: 'hall',
      reader: 'partner',
    });
    store.save().subscribe();
    expect(fakes.sent.at(-1)?.input.circumstances).toMatchObject({ phase: 'coached', help: 'rods' });
  });
});

describe('a blind baseline', () => {
  it('is covered until it is revealed, and what was felt and guessed goes with it', async () => {
    const { store, fakes } = await openStore();
    store.content.note({ revealed: false });
    typeToes(store, '571', '602', '450');
    expect(store.content.covered()).toBe(true);
    expect(store.content.shown()).toBeNull();
    store.content.note({ feltDeg: -2, guess: { line: 'toes', readingDeg: 1 } });
    store.content.note({ revealed: true });
    expect(store.content.shown()?.result?.lines.toes?.word).toBe('closed');
    store.save().subscribe();
    expect(fakes.sent[0]?.input.record).toEqual({
      revealed: true,
      feltDeg: -2,
      guess: { line: 'toes', readingDeg: 1 },
    });
  });

  it('is not covered when a cue or rods were in sight', async () => {
    const { store } = await openStore();
    store.content.note({ revealed: false });
    store.content.set('circumstances', { phase: 'coached', help: 'rods', place: 'range', reader: 'student' });
    expect(store.content.covered()).toBe(false);
  });
});

describe('a phase', () => {
  it('with its hold and everything typed survives a reload', async () => {
    const fakes = new Fakes();
    const { store } = await openStore(fakes);
    store.content.plan.choosePlan('all');
    store.content.set('run', {
      phase: 'release',
      hold: 2,
      startedAtMs: null,
      gainedS: 0,
      tapped: 0,
      pace: 'taps',
    });
    store.content.type('hips.leadGapMm', '70x');
    const before = store.content.snapshot();
    TestBed.resetTestingModule();
    const { store: again } = await openStore(fakes);
    expect(again.content.snapshot()).toEqual({ ...before, record: { revealed: true } });
    expect(again.restored()).toBe(true);
  });
});

describe('what is used again', () => {
  it('is the last way of a line and its base, never a gap', async () => {
    const { store } = await openStore();
    store.content.plan.toggleLine('hips');
    store.content.plan.chooseWay('hips', { by: 'gaps', rod: true });
    expect(store.content.entries().find((e) => e.line === 'hips')?.fields).toEqual({ baseMm: '1220' });
    typeToes(store, '571', '602', '450');
    store.save().subscribe();
    keepUsual({ plan: 'quick' });
    store.content.showUsual();
    expect(store.content.entries().find((e) => e.line === 'toes')?.fields).toEqual({ baseMm: '450' });
    store.content.plan.toggleLine('hips');
    expect(store.content.entries().find((e) => e.line === 'hips')).toMatchObject({ rod: true });
  });
});

describe('other readings', () => {
  it('of the same line are combined, and what comes after the look stands beside them', async () => {
    const { store, fakes } = await openStore();
    typeToes(store, '571', '602', '450');
    store.content.plan.repeat('toes');
    store.content.fill('toes-2', { leadGapMm: '571', trailGapMm: '598', baseMm: '450' });
    expect(store.content.document()?.observations).toHaveLength(2);
    store.content.plan.toggleLook();
    store.content.fill('shoulders-look', { leadGapMm: '430', trailGapMm: '410', baseMm: '400' });
    store.save().subscribe();
    expect(fakes.sent[0]?.input.document.observations.map((o) => o.line)).toEqual(['toes', 'toes']);
    expect(fakes.sent[0]?.input.record?.afterLook?.observations.map((o) => o.line)).toEqual(['shoulders']);
  });

  it('that cannot be one are named at their own field', async () => {
    const { store } = await openStore();
    typeToes(store, '571', '602', '450');
    store.content.plan.repeat('toes');
    store.content.fill('toes-2', { leadGapMm: '571', trailGapMm: '1600', baseMm: '450' });
    expect([...store.content.fieldErrors().keys()]).toEqual(['toes-2.trailGapMm']);
  });

  it('in inches are read as inches, and stored in millimetres', async () => {
    const { store } = await openStore();
    store.content.unit.set('in');
    store.content.fill('toes', { leadGapMm: '22 1/2', trailGapMm: '23 5/8', baseMm: '18' });
    expect(store.content.document()?.observations[0]).toMatchObject({
      leadGapMm: 571.5,
      trailGapMm: 600.075,
      baseMm: 457.2,
    });
  });
});

describe('a line that was left out', () => {
  it('or read in another way comes back with everything typed', async () => {
    const { store } = await openStore();
    typeToes(store, '571', '602', '450');
    store.content.plan.toggleLine('toes');
    expect(store.content.document()).toBeUndefined();
    store.content.putBack();
    expect(store.content.solution()?.result?.lines.toes?.word).toBe('closed');
    store.content.plan.chooseWay('toes', { by: 'eye', rod: false });
    expect(store.content.leftOut()).not.toBeNull();
    store.content.putBack();
    expect(store.content.entries().find((e) => e.line === 'toes')?.fields['trailGapMm']).toBe('602');
    expect(store.content.leftOut()).toBeNull();
  });

  it('with nothing typed leaves nothing to undo', async () => {
    const { store } = await openStore();
    store.content.plan.toggleLine('toes');
    expect(store.content.leftOut()).toBeNull();
  });
});
