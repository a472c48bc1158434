import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { type SessionView } from '@lotrecht/records';
import { type Entry } from '@lotrecht/sync';
import { SessionStore } from '../session/session.store.ts';
import { DeviceStore } from './device-store.ts';
import { LeftHere } from './left-here.ts';
import { DeviceInMemory, settled, typedEntry } from './test/device-in-memory.ts';

const typed = (change: Partial<Entry> = {}, content: unknown = {}): Entry => typedEntry(change, content);
const check = (): Entry => ({
  ...typedEntry({ kind: 'check', id: 'c', of: { lessonId: 'l' } }),
  typed: { content: {}, more: null, turn: 1, at: '2027-03-01T11:00:00.000Z', by: 'before' },
});

function tablet(instructorId = 'i') {
  const device = new DeviceInMemory();
  // Locked: nothing goes out by itself.
  const session = signal({ instructor: { id: instructorId }, locked: true } as SessionView);
  TestBed.configureTestingModule({
    providers: [
      provideHttpClient(),
      provideHttpClientTesting(),
      { provide: DeviceStore, useValue: device },
      { provide: SessionStore, useValue: { session } },
    ],
  });
  const http = TestBed.inject(HttpTestingController);
  return { device, http, session, here: TestBed.inject(LeftHere) };
}

describe('what is left on a device', () => {
  beforeEach(() => localStorage.clear());

  it('is told by what it is, the newest first, and nothing of another', async () => {
    const { device, here } = tablet();
    await device.put([typed()]);
    await device.put([typed({ owner: 'other', id: 'q' })]);
    await device.put([check()]);
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
    const { device, http, session, here } = tablet();
    const half = typed({ kind: 'practice-done', id: 'half' });
    await device.put([typed(), { ...half, typed: { ...half.typed, more: { at: 3 } } }]);
    session.update((before) => ({ ...before, locked: false }));
    const left = here.send();
    await settled();
    http.expectOne('/api/places/p').flush({ id: 'p', revision: 1 });
    http.expectNone('/api/practice-done/half');
    expect((await left).map(({ what }) => what)).toEqual(['A training']);
  });

  it('is saved as a file, and brought back where nothing newer stands', async () => {
    const first = tablet();
    await first.device.put([typed()]);
    await first.device.put([check()]);
    localStorage.setItem('lotrecht-clinic', '{"turns":[]}');
    localStorage.setItem('lotrecht-take-home', '{"token":"secret"}');
    const file = await first.here.file();
    expect(file).not.toContain('secret');
    await first.here.letGo('i');
    TestBed.resetTestingModule();

    const { device, here } = tablet();
    await device.put([typed({}, 'newer')]);
    expect(await here.bringBack(file)).toBe(1);
    expect(device.entry('c')?.kind).toBe('check');
    expect(device.entry('p')?.typed.content).toBe('newer');
    expect(localStorage.getItem('lotrecht-clinic')).toBe('{"turns":[]}');
  });

  it('comes back from a file of the version before, asked what was asked', async () => {
    const { device, here } = tablet();
    const at = '2027-03-01T11:00:00.000Z';
    const before = { instructorId: 'i', revision: 1, updatedAt: at };
    const file = {
      format: 'lotrecht-left-here',
      version: 1,
      instructorId: 'i',
      small: {},
      checkDrafts: [
        { ...before, checkId: 'c', lessonId: 'l', content: {}, saveKey: 'k', asked: { lessonId: 'l' } },
      ],
      typedRecords: [
        {
          ...before,
          kind: 'place',
          id: 'p',
          path: 'places',
          input: { name: 'Rim' },
          patch: { name: 'Rim', revision: 1 },
          more: null,
          asked: false,
        },
      ],
    };
    expect(await here.bringBack(JSON.stringify(file))).toBe(2);
    expect(device.entry('c')).toMatchObject({
      base: { revision: 1 },
      asked: { once: 'k', over: { revision: 1 } },
    });
    expect(device.entry('p')).toMatchObject({ base: { revision: 1, said: {} }, asked: null });
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
    const { device, here } = tablet();
    const others = new BroadcastChannel('lotrecht-signed-out');
    const told = new Promise((resolve) => (others.onmessage = resolve));
    await device.put([typed()]);
    await device.put([typed({ owner: 'other', id: 'q' })]);
    await device.put([check()]);
    await device.mirror({ academyId: 'a', kind: 'place', records: [{ name: 'Rim' }] });
    localStorage.setItem('lotrecht-take-home', '{"token":"secret"}');
    localStorage.setItem('lotrecht-theme', 'dim');
    await here.letGo('i');
    await told;
    others.close();
    expect([...device.held.values()].map(({ id }) => id)).toEqual(['q']);
    expect(device.mirrors.size).toBe(0);
    expect(Object.keys(localStorage)).toEqual(['lotrecht-theme']);
  });
});
