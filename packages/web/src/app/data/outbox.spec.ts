import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { SessionStore } from '../session/session.store.ts';
import { DraftStore, type TypedRecord } from './draft-store.ts';
import { Outbox } from './outbox.ts';
import { TypedDrafts } from './test/typed-drafts.ts';

const typed = (id: string, more: Partial<TypedRecord> = {}): TypedRecord => ({
  instructorId: 'i',
  kind: 'place',
  id,
  path: 'places',
  revision: 1,
  input: {},
  patch: { revision: 1, name: id },
  more: null,
  asked: true,
  updatedAt: `2026-04-17T10:00:0${id}Z`,
  ...more,
});

async function withTyped(all: readonly TypedRecord[]) {
  const drafts = new TypedDrafts();
  for (const one of all) await drafts.keepTyped(one);
  TestBed.configureTestingModule({
    providers: [
      provideHttpClient(),
      provideHttpClientTesting(),
      { provide: DraftStore, useValue: drafts },
      // Locked: nothing goes out by itself.
      { provide: SessionStore, useValue: { session: signal({ locked: true, instructor: { id: 'i' } }) } },
    ],
  });
  return { drafts, outbox: TestBed.inject(Outbox), http: TestBed.inject(HttpTestingController) };
}

/** Lets what waits for the device go on. */
const settled = () => new Promise((resolve) => setTimeout(resolve));

describe('the outbox', () => {
  it('sends what was asked to be kept, in that order, one after the other, and nobody else’s', async () => {
    const { drafts, outbox, http } = await withTyped([
      typed('2', { revision: 0, patch: { revision: 0 } }),
      typed('1'),
      typed('3', { asked: false }),
      typed('4', { instructorId: 'another' }),
    ]);
    const sending = outbox.send();
    await settled();
    expect(outbox.waiting()).toBe(2);
    const first = http.expectOne('/api/places/1');
    expect([first.request.method, first.request.body]).toEqual(['PATCH', { revision: 1, name: '1' }]);
    http.expectNone('/api/places/2');
    first.flush({});
    await settled();
    const second = http.expectOne('/api/places/2');
    expect(second.request.method).toBe('PUT');
    second.flush({});
    await sending;
    expect(outbox.waiting()).toBe(0);
    expect([...drafts.kept.values()].map(({ id }) => id)).toEqual(['3', '4']);
  });

  it('goes on top of what was on its way from here, and of nobody else’s', async () => {
    const sent = { revision: 1, name: 'North rim', kind: 'range' };
    const input = { ...sent, name: 'Far rim' };
    const { drafts, outbox, http } = await withTyped([
      typed('1', { sent, input }),
      typed('2', { sent, input }),
    ]);
    const sending = outbox.send();
    const conflict = { status: 409, code: 'conflict', kind: 'place', title: '' };
    const answered = { status: 409, statusText: 'Conflict' };
    await settled();
    const current = { id: '1', revision: 2, name: 'North rim', kind: 'range', updatedAt: 'today' };
    http.expectOne('/api/places/1').flush({ ...conflict, current }, answered);
    const again = http.expectOne('/api/places/1');
    expect([again.request.method, again.request.body]).toEqual(['PATCH', { revision: 2, name: 'Far rim' }]);
    again.flush({ ...current, revision: 3, name: 'Far rim' });
    await settled();
    http
      .expectOne('/api/places/2')
      .flush({ ...conflict, current: { ...current, id: '2', name: 'South rim' } }, answered);
    http.expectNone('/api/places/2');
    await sending;
    expect(outbox.answerOf({ kind: 'place', id: '1' })?.revision).toBe(3);
    expect([...drafts.kept.values()].map(({ id, asked }) => [id, asked])).toEqual([['2', false]]);
  });

  it('keeps everything while the network is away, and sends it once when asked twice', async () => {
    const { drafts, outbox, http } = await withTyped([typed('1'), typed('2')]);
    const sending = [outbox.send(), outbox.send()];
    await settled();
    http.expectOne('/api/places/1').error(new ProgressEvent('error'));
    await Promise.all(sending);
    http.expectNone('/api/places/2');
    expect([drafts.kept.size, outbox.waiting()]).toEqual([2, 2]);
  });

  it('leaves to a person what was changed elsewhere or is refused, and goes on', async () => {
    const { drafts, outbox, http } = await withTyped([typed('1'), typed('2')]);
    const sending = outbox.send();
    await settled();
    http
      .expectOne('/api/places/1')
      .flush({ status: 409, code: 'conflict', title: '' }, { status: 409, statusText: 'Conflict' });
    await settled();
    http.expectOne('/api/places/2').flush({});
    await sending;
    expect([...drafts.kept.values()]).toMatchObject([{ id: '1', asked: false }]);
  });

  it('sends a check that was asked to be kept after what it stands on, by the key of its save', async () => {
    const { drafts, outbox, http } = await withTyped([typed('1')]);
    const check = {
      checkId: 'c',
      lessonId: 'l',
      instructorId: 'i',
      revision: 0,
      content: {},
      saveKey: 'k',
      updatedAt: '2026-04-17T09:00:00Z',
    };
    await drafts.keep({ ...check, asked: { revision: 0, lessonId: 'l' } });
    await drafts.keep({ ...check, checkId: 'only-typed' });
    const sending = outbox.send();
    await settled();
    http.expectNone('/api/checks/c');
    http.expectOne('/api/places/1').flush({});
    await settled();
    const sent = http.expectOne('/api/checks/c');
    expect([sent.request.method, sent.request.headers.get('Idempotency-Key'), sent.request.body]).toEqual([
      'PUT',
      'k',
      { revision: 0, lessonId: 'l' },
    ]);
    sent.flush({});
    await sending;
    expect([...drafts.checks.keys()]).toEqual(['only-typed']);
  });

  it('leaves a check that is refused to a person, as it was typed', async () => {
    const { drafts, outbox, http } = await withTyped([]);
    await drafts.keep({
      checkId: 'c',
      lessonId: 'l',
      instructorId: 'i',
      revision: 1,
      content: { typed: 'all' },
      saveKey: 'k',
      asked: {},
      updatedAt: '2026-04-17T09:00:00Z',
    });
    const sending = outbox.send();
    await settled();
    http
      .expectOne('/api/checks/c')
      .flush({ status: 409, code: 'conflict' }, { status: 409, statusText: 'Conflict' });
    await sending;
    expect(drafts.checks.get('c')).toMatchObject({ content: { typed: 'all' } });
    expect(drafts.checks.get('c')).not.toHaveProperty('asked');
  });
});
