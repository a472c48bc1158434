import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { type Entry } from '@lotrecht/sync';
import { SessionStore } from '../session/session.store.ts';
import { DeviceStore } from './device-store.ts';
import { Sender } from './sender.ts';
import { DeviceInMemory, settled, typedEntry } from './test/device-in-memory.ts';

const NAMES = { name: 'Rim', kind: 'range', marks: [] };
const over = { revision: 1, said: { ...NAMES, name: 'Old rim' } };

/** Asked in the order of their ids, over what the server has. */
function asked(id: string, change: Partial<Entry> = {}, said: unknown = { ...NAMES, name: id }): Entry {
  const base = change.base === undefined ? over : change.base;
  return {
    ...typedEntry({ id, ...change, base }, said),
    asked: { said, turn: 1, since: Number(id), once: `once ${id}`, by: 'before', over: base },
  };
}

async function withHeld(entries: readonly Entry[], device = new DeviceInMemory()) {
  await device.put(entries);
  // Locked: nothing goes out by itself.
  const session = signal({ locked: true, instructor: { id: 'i' } });
  TestBed.configureTestingModule({
    providers: [
      provideHttpClient(),
      provideHttpClientTesting(),
      { provide: DeviceStore, useValue: device },
      { provide: SessionStore, useValue: { session } },
    ],
  });
  const sender = TestBed.inject(Sender);
  const http = TestBed.inject(HttpTestingController);
  return { device, sender, http, session, unlock: () => session.update((s) => ({ ...s, locked: false })) };
}

const CONFLICT = { status: 409, statusText: 'Conflict' };

describe('the sender', () => {
  it('sends what was asked to be kept, in that order, one after the other, and nobody else’s', async () => {
    const { device, sender, http, unlock } = await withHeld([
      asked('2', { base: null }),
      asked('1'),
      typedEntry({ id: '3' }),
      asked('4', { owner: 'another' }),
    ]);
    unlock();
    const sending = sender.send();
    await settled();
    // What is on its way is no trouble yet.
    expect(sender.waiting()).toBe(0);
    const first = http.expectOne('/api/places/1');
    expect([first.request.method, first.request.body]).toEqual(['PATCH', { revision: 1, name: '1' }]);
    http.expectNone('/api/places/2');
    first.flush({ id: '1', revision: 2, ...NAMES, name: '1' });
    await settled();
    const second = http.expectOne('/api/places/2');
    expect(second.request.method).toBe('PUT');
    second.flush({ id: '2', revision: 1, ...NAMES, name: '2' });
    await sending;
    expect(sender.waiting()).toBe(0);
    expect([...device.held.values()].map(({ id }) => id)).toEqual(['3', '4']);
  });

  it('goes on top of what was on its way from here, and of nobody else’s', async () => {
    const sent = [{ said: { ...NAMES, name: 'North rim' }, by: 'before' }];
    const { device, sender, http, unlock } = await withHeld([
      { ...asked('1'), sent },
      { ...asked('2'), sent },
    ]);
    unlock();
    const sending = sender.send();
    const conflict = (name: string, id: string) => ({
      status: 409,
      code: 'conflict',
      kind: 'place',
      title: '',
      current: { id, revision: 2, ...NAMES, name },
    });
    await settled();
    http.expectOne('/api/places/1').flush(conflict('North rim', '1'), CONFLICT);
    await settled();
    const again = http.expectOne('/api/places/1');
    expect([again.request.method, again.request.body]).toEqual(['PATCH', { revision: 2, name: '1' }]);
    again.flush({ id: '1', revision: 3, ...NAMES, name: '1' });
    await settled();
    http.expectOne('/api/places/2').flush(conflict('South rim', '2'), CONFLICT);
    await sending;
    http.expectNone('/api/places/2');
    expect(sender.answerOf({ kind: 'place', id: '1' })).toMatchObject({ revision: 3 });
    expect([...device.held.values()].map(({ id, trouble }) => [id, trouble?.what])).toEqual([
      ['2', 'conflict'],
    ]);
  });

  it('keeps everything while the network is away, and sends it once when asked twice', async () => {
    const { device, sender, http, unlock } = await withHeld([asked('1'), asked('2'), asked('3')]);
    unlock();
    const sending = [sender.send(), sender.send()];
    await settled();
    // One may be a request of its own; two in a row are the network’s.
    http.expectOne('/api/places/1').error(new ProgressEvent('error'));
    await settled();
    http.expectOne('/api/places/2').error(new ProgressEvent('error'));
    await Promise.all(sending);
    http.expectNone('/api/places/3');
    expect([device.held.size, sender.waiting(), sender.retryInS()]).toEqual([3, 3, 1]);
  });

  it('leaves to a person what was changed elsewhere or is refused, and goes on', async () => {
    const { device, sender, http, unlock } = await withHeld([asked('1'), asked('2')]);
    unlock();
    const sending = sender.send();
    await settled();
    http
      .expectOne('/api/places/1')
      .flush({ status: 422, code: 'refused', title: 'No.' }, { status: 422, statusText: 'Refused' });
    await settled();
    http.expectOne('/api/places/2').flush({ id: '2', revision: 2, ...NAMES, name: '2' });
    await sending;
    expect([...device.held.values()]).toMatchObject([{ id: '1', asked: null, trouble: { what: 'refused' } }]);
  });

  it('sends a check after the lesson that it stands on, by the key of its asking, and its hand-out after it', async () => {
    const handOut = { checkId: '2', drillId: 'toe-rod', dose: '', own: '', junior: false };
    const { sender, http, unlock } = await withHeld([
      asked('1', { kind: 'hand-out', base: null, parents: [{ kind: 'check', id: '2' }] }, handOut),
      asked('2', { kind: 'check', base: null, parents: [{ kind: 'lesson', id: '3' }] }, { lessonId: '3' }),
      asked('3', { kind: 'lesson', base: null }, { studentId: 's', notes: '' }),
    ]);
    unlock();
    const sending = sender.send();
    await settled();
    http.expectNone('/api/checks/2');
    http.expectOne('/api/lessons/3').flush({ id: '3', revision: 1, studentId: 's', notes: '' });
    await settled();
    http.expectNone('/api/hand-outs/1');
    const check = http.expectOne('/api/checks/2');
    expect([check.request.method, check.request.headers.get('Idempotency-Key'), check.request.body]).toEqual([
      'PUT',
      'once 2',
      { revision: 0, lessonId: '3' },
    ]);
    check.flush({ id: '2', revision: 1, lessonId: '3' });
    await settled();
    http.expectOne('/api/hand-outs/1').flush({ id: '1', revision: 1, ...handOut });
    await sending;
    expect(sender.waiting()).toBe(0);
  });

  it('sends nothing of one in the name of another who has signed in meanwhile', async () => {
    const { device, sender, http, session, unlock } = await withHeld([asked('1'), asked('2')]);
    unlock();
    const sending = sender.send();
    await settled();
    session.set({ locked: false, instructor: { id: 'another' } });
    http.expectOne('/api/places/1').flush({ id: '1', revision: 2, ...NAMES, name: '1' });
    await sending;
    await settled();
    http.expectNone('/api/places/2');
    expect([...device.held.values()].map(({ id, asked: still }) => [id, still !== null])).toEqual([
      ['2', true],
    ]);
  });

  it('sends once, and ends, where a device is full: what it holds is read, and nothing is written', async () => {
    const device = new DeviceInMemory();
    const full = await withHeld([asked('1')], device);
    const { change } = device;
    device.change = () => Promise.reject(new DOMException('full', 'QuotaExceededError'));
    full.unlock();
    const sending = full.sender.send();
    await settled();
    full.http.expectOne('/api/places/1').flush({ id: '1', revision: 2, ...NAMES, name: '1' });
    await sending;
    await full.sender.send();
    full.http.expectNone('/api/places/1');
    expect([await full.sender.all(), full.sender.waiting()]).toEqual([[], 0]);
    // Once it has room again it is asked first.
    device.change = change;
    await full.sender.change({ kind: 'place', id: '1' }, { is: 'forgotten' });
    expect(device.held.size).toBe(0);
  });

  it('tells other tabs what came of it, and hears of theirs', async () => {
    const { sender, http, unlock } = await withHeld([asked('1')]);
    const tab = new BroadcastChannel('lotrecht-outcomes');
    const told = new Promise<MessageEvent>((resolve) => (tab.onmessage = resolve));
    const heard: string[] = [];
    sender.outcomes.subscribe(({ key }) => heard.push(key.id));
    unlock();
    const sending = sender.send();
    await settled();
    http.expectOne('/api/places/1').flush({ id: '1', revision: 2, ...NAMES, name: '1' });
    await sending;
    const { data } = await told;
    expect(data).toMatchObject({ key: { owner: 'i', kind: 'place', id: '1' }, by: 'before', entry: null });
    tab.postMessage({ ...(data as object), key: { owner: 'i', kind: 'place', id: 'theirs' } });
    await vi.waitFor(() => expect(heard).toEqual(['1', 'theirs']));
    tab.close();
  });
});
