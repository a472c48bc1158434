import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { type SessionView } from '@lotrecht/records';
import { SessionStore } from '../session/session.store.ts';
import { type CheckDraft, DraftStore, type TypedRecord } from './draft-store.ts';
import { LeftHere } from './left-here.ts';
import { MirrorStore } from './mirrored-records.ts';
import { Outbox } from './outbox.ts';
import { TypedDrafts } from './test/typed-drafts.ts';

const typed = (change: Partial<TypedRecord> = {}): TypedRecord => ({
  instructorId: 'i',
  kind: 'place',
  id: 'p',
  path: 'places',
  revision: 0,
  input: {},
  patch: {},
  more: null,
  asked: false,
  updatedAt: '2027-03-01T10:00:00.000Z',
  ...change,
});
const check = (change: Partial<CheckDraft> = {}): CheckDraft => ({
  checkId: 'c',
  lessonId: 'l',
  instructorId: 'i',
  revision: 0,
  content: {},
  saveKey: 'k',
  updatedAt: '2027-03-01T11:00:00.000Z',
  ...change,
});

function tablet(instructorId = 'i') {
  const drafts = new TypedDrafts();
  const mirror = { clear: vi.fn(async () => undefined) };
  const outbox = { send: vi.fn(async () => undefined) };
  const session = signal({ instructor: { id: instructorId } } as SessionView);
  TestBed.configureTestingModule({
    providers: [
      { provide: DraftStore, useValue: drafts },
      { provide: MirrorStore, useValue: mirror },
      { provide: Outbox, useValue: outbox },
      { provide: SessionStore, useValue: { session } },
    ],
  });
  return { drafts, mirror, outbox, here: TestBed.inject(LeftHere) };
}

describe('what is left on a device', () => {
  beforeEach(() => localStorage.clear());

  it('is told by what it is, the newest first, and nothing of another', async () => {
    const { drafts, here } = tablet();
    await drafts.keepTyped(typed());
    await drafts.keepTyped(typed({ instructorId: 'other', id: 'q' }));
    await drafts.keep(check());
    localStorage.setItem('lotrecht-clinic', JSON.stringify({ turns: [{ saved: true, carded: false }] }));
    localStorage.setItem('lotrecht-study', JSON.stringify({ setups: [[]] }));
    expect(await here.things()).toEqual([
      {
        what: 'A check',
        typedAt: '2027-03-01T11:00:00.000Z',
        sends: false,
        opens: ['/lessons', 'l', 'checks', 'c'],
      },
      { what: 'A place', typedAt: '2027-03-01T10:00:00.000Z', sends: true },
      { what: 'A clinic', typedAt: null, sends: false },
    ]);
  });

  it('is sent as it stands, but for what is in the middle', async () => {
    const { drafts, outbox, here } = tablet();
    await drafts.keepTyped(typed());
    await drafts.keepTyped(typed({ kind: 'practice-done', id: 'half', more: { at: 3 } }));
    outbox.send.mockImplementation(async () => {
      for (const asked of await drafts.askedBy('i')) await drafts.dropTyped(asked);
    });
    expect((await here.send()).map(({ what }) => what)).toEqual(['A training']);
  });

  it('is saved as a file, and brought back where nothing newer stands', async () => {
    const first = tablet();
    await first.drafts.keepTyped(typed());
    await first.drafts.keep(check());
    localStorage.setItem('lotrecht-clinic', '{"turns":[]}');
    localStorage.setItem('lotrecht-take-home', '{"token":"secret"}');
    const file = await first.here.file();
    expect(file).not.toContain('secret');
    await first.here.letGo('i');
    TestBed.resetTestingModule();

    const { drafts, here } = tablet();
    await drafts.keepTyped(typed({ input: 'newer' }));
    expect(await here.bringBack(file)).toBe(1);
    expect([...drafts.checks.keys()]).toEqual(['c']);
    expect([...drafts.kept.values()].map(({ input }) => input)).toEqual(['newer']);
    expect(localStorage.getItem('lotrecht-clinic')).toBe('{"turns":[]}');
  });

  it('comes back for nobody else, and from no other file', async () => {
    const file = await tablet().here.file();
    TestBed.resetTestingModule();
    const { here } = tablet('other');
    expect(await here.bringBack(file)).toContain('another instructor’s');
    for (const text of ['', '{', 'null', '{"format":"lotrecht-check","version":1}'])
      expect(await here.bringBack(text)).toContain('not a file of what was left');
  });

  it('cannot be read any more once it was let go, and other tabs are told', async () => {
    const { drafts, mirror, here } = tablet();
    const others = new BroadcastChannel('lotrecht-signed-out');
    const told = new Promise((resolve) => (others.onmessage = resolve));
    await drafts.keepTyped(typed());
    await drafts.keepTyped(typed({ instructorId: 'other', id: 'q' }));
    await drafts.keep(check());
    localStorage.setItem('lotrecht-take-home', '{"token":"secret"}');
    localStorage.setItem('lotrecht-theme', 'dim');
    await here.letGo('i');
    await told;
    others.close();
    expect([...drafts.kept.values()].map(({ id }) => id)).toEqual(['q']);
    expect(drafts.checks.size).toBe(0);
    expect(mirror.clear).toHaveBeenCalledOnce();
    expect(Object.keys(localStorage)).toEqual(['lotrecht-theme']);
  });
});
