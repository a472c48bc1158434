import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { SessionStore } from '../session/session.store.ts';
import { ChangedElsewhere } from './changed-elsewhere.ts';
import { Mirror } from './mirror.ts';
import { DeviceStore } from './device-store.ts';
import { DeviceInMemory } from './test/device-in-memory.ts';

const KIND = { name: 'place', path: 'places' };
const rim = { id: 'rim', name: 'Rim' };
const hall = { id: 'hall', name: 'Hall' };

function open(device = new DeviceInMemory()) {
  const session = signal<object | null>({ academy: { id: 'a' }, instructor: { id: 'i' }, locked: false });
  TestBed.resetTestingModule();
  TestBed.configureTestingModule({
    providers: [
      provideHttpClient(),
      provideHttpClientTesting(),
      { provide: DeviceStore, useValue: device },
      { provide: SessionStore, useValue: { session } },
    ],
  });
  const mirror = TestBed.inject(Mirror);
  const http = TestBed.inject(HttpTestingController);
  const seen: unknown[] = [];
  const errors: unknown[] = [];
  const list = () =>
    mirror
      .list(KIND)
      .subscribe({ next: (all) => seen.push(all), error: (error: unknown) => errors.push(error) });
  return { device, mirror, http, session, seen, errors, list, elsewhere: TestBed.inject(ChangedElsewhere) };
}

const settled = () => new Promise((resolve) => setTimeout(resolve));

describe('the mirror', () => {
  it('asks the server, keeps what it says, and shows it at once the next time', async () => {
    const first = open();
    first.list();
    await settled();
    first.http.expectOne('/api/places').flush([rim]);
    await settled();
    expect(first.seen).toEqual([[rim]]);
    const second = open(first.device);
    second.list();
    await settled();
    expect(second.seen).toEqual([[rim]]);
    second.http.expectOne('/api/places').flush([rim, hall]);
    expect(second.seen).toEqual([[rim], [rim, hall]]);
  });

  it('shows what it has without a network, and says so until the server answers', async () => {
    const { device, list, http, seen, errors, mirror, elsewhere } = open();
    device.mirrors.set('a place', [rim]);
    list();
    await settled();
    http.expectOne('/api/places').error(new ProgressEvent('error'));
    expect([seen, errors, mirror.isBehind()]).toEqual([[[rim]], [], true]);
    elsewhere.kinds.next(null);
    http.expectOne('/api/places').flush([rim]);
    expect([seen.length, mirror.isBehind()]).toEqual([1, false]);
  });

  it('fails where neither says anything, and where the server refuses', async () => {
    const nothing = open();
    nothing.list();
    await settled();
    nothing.http.expectOne('/api/places').error(new ProgressEvent('error'));
    expect(nothing.errors).toHaveLength(1);
    const refused = open();
    refused.device.mirrors.set('a place', [rim]);
    refused.list();
    await settled();
    refused.http.expectOne('/api/places').flush({}, { status: 403, statusText: 'Forbidden' });
    expect(refused.errors).toHaveLength(1);
  });

  it('asks again for the kind that was changed elsewhere, and for no other', async () => {
    const { list, http, seen, elsewhere } = open();
    list();
    await settled();
    http.expectOne('/api/places').flush([rim]);
    elsewhere.kinds.next(new Set(['method']));
    http.expectNone('/api/places');
    elsewhere.kinds.next(new Set(['place', 'student']));
    http.expectOne('/api/places').flush([rim, hall]);
    expect(seen.at(-1)).toEqual([rim, hall]);
  });

  it('finds one on the device where the server is away, and not where it says that there is none', async () => {
    const { device, http, mirror } = open();
    device.mirrors.set('a place', [rim]);
    const found: unknown[] = [];
    mirror.one<typeof rim>(KIND, 'rim').subscribe((one) => found.push(one));
    http.expectOne('/api/places/rim').error(new ProgressEvent('error'));
    await settled();
    expect(found).toEqual([rim]);
    let failed = false;
    mirror.one<typeof rim>(KIND, 'rim').subscribe({ error: () => (failed = true) });
    http.expectOne('/api/places/rim').flush({}, { status: 404, statusText: 'Not Found' });
    await settled();
    expect(failed).toBe(true);
  });

  it('shows nobody another academy’s, and is gone with who signs out', async () => {
    const { device, list, http, seen, session } = open();
    device.mirrors.set('another place', [hall]);
    list();
    await settled();
    expect(seen).toEqual([]);
    http.expectOne('/api/places').flush([rim]);
    await settled();
    expect(device.mirrors.size).toBe(2);
    session.set(null);
    TestBed.tick();
    await settled();
    expect(device.mirrors.size).toBe(0);
  });
});

describe('what was changed elsewhere', () => {
  it('is asked from where it ended, page by page, and all of it anew where that is too long ago', async () => {
    const { elsewhere, http } = open();
    const told: (readonly string[] | null)[] = [];
    elsewhere.kinds.subscribe((kinds) => told.push(kinds === null ? null : [...kinds]));
    const change = (kind: string) => ({
      sequence: 1,
      kind,
      id: 'x',
      revision: 1,
      studentId: null,
      gone: false,
      at: '',
    });
    const begin = elsewhere.look();
    http.expectOne('/api/sync').flush({ changes: [], next: 7, more: false });
    await begin;
    const next = elsewhere.look();
    http.expectOne('/api/sync?since=7').flush({ changes: [change('place')], next: 8, more: true });
    await settled();
    http.expectOne('/api/sync?since=8').flush({ changes: [change('method')], next: 9, more: false });
    await next;
    const late = elsewhere.look();
    http.expectOne('/api/sync?since=9').flush({}, { status: 410, statusText: 'Gone' });
    await late;
    const anew = elsewhere.look();
    http.expectOne('/api/sync').flush({ changes: [], next: 20, more: false });
    await anew;
    expect(told).toEqual([null, ['place', 'method'], null, null]);
  });

  it('is not asked by a device that is locked', async () => {
    const { elsewhere, http, session } = open();
    session.set({ academy: { id: 'a' }, locked: true });
    await elsewhere.look();
    http.expectNone('/api/sync');
  });
});
