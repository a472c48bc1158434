import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { createEnvironmentInjector, EnvironmentInjector, runInInjectionContext, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { type PlaceInput, type PlaceView, type StudentView } from '@lotrecht/records';
import { SessionStore } from '../session/session.store.ts';
import { DraftStore } from './draft-store.ts';
import { PLACE } from './kinds/place.ts';
import { STUDENT } from './kinds/student.ts';
import { Outbox } from './outbox.ts';
import { stored } from './stored-record.ts';
import { TypedDrafts } from './test/typed-drafts.ts';

const rim: PlaceView = { id: 'p', revision: 1, name: 'Rim', kind: 'range', marks: [] };
const typedRim: PlaceInput = { revision: 1, name: 'North rim', kind: 'range', marks: [] };

/** An open record with a server that is answered by hand, a device in memory, and a page that can be left. */
function opened() {
  const drafts = new TypedDrafts();
  const outbox = {
    send: vi.fn(async () => undefined),
    answerOf: vi.fn((): PlaceView | undefined => undefined),
  };
  TestBed.configureTestingModule({
    providers: [
      provideHttpClient(),
      provideHttpClientTesting(),
      { provide: DraftStore, useValue: drafts },
      { provide: Outbox, useValue: outbox },
      { provide: SessionStore, useValue: { session: signal({ locked: false, instructor: { id: 'i' } }) } },
    ],
  });
  const page = createEnvironmentInjector([], TestBed.inject(EnvironmentInjector));
  const record = runInInjectionContext(page, () => stored(PLACE));
  return {
    drafts,
    outbox,
    record,
    http: TestBed.inject(HttpTestingController),
    leave: () => page.destroy(),
  };
}

const draftOf = ({ drafts }: ReturnType<typeof opened>) => [...drafts.kept.values()][0];

describe('a record that is begun', () => {
  it('has no fields until the device has said what was typed here', async () => {
    const page = opened();
    const begun = page.record.begin('p', rim);
    expect(page.record.ready()).toBe(false);
    await begun;
    expect(page.record.ready()).toBe(true);
  });

  it('takes nothing of another that the page had before, however late the device answers', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    page.record.typed(typedRim);
    const late = page.record.begin('p', rim);
    const another = page.record.begin('q', { ...rim, id: 'q' });
    expect(await late).toBeNull();
    await another;
    expect([page.record.id, page.record.state(), page.record.ready()]).toEqual(['q', 'as-stored', true]);
  });

  it('goes on with a new one alone where the page still asks for it', async () => {
    const page = opened();
    await page.record.begin('new', null);
    page.record.typed({ ...typedRim, revision: 0 });
    const late = page.record.beginNew('newer');
    const another = page.record.begin('p', rim);
    expect(await late).toBeNull();
    await another;
    expect([page.record.id, page.record.stored()]).toEqual(['p', rim]);
  });
});

describe('a record that is kept', () => {
  it('goes out whole when it is new, and leaves nothing behind on the device', async () => {
    const page = opened();
    await page.record.begin('p', null);
    page.record.typed({ ...typedRim, revision: 0 }, 'a half-typed mark');
    expect(draftOf(page)).toMatchObject({
      kind: 'place',
      id: 'p',
      revision: 0,
      more: 'a half-typed mark',
      asked: false,
    });
    let kept: PlaceView | undefined;
    page.record.save(typedRim).subscribe((saved) => (kept = saved));
    expect(draftOf(page)).toMatchObject({ asked: true, patch: { revision: 0, name: 'North rim' } });
    const { request } = page.http.expectOne('/api/places/p');
    expect([request.method, request.body]).toEqual(['PUT', { ...typedRim, revision: 0 }]);
    page.http.match('/api/places/p');
    expect(kept).toBeUndefined();
  });

  it('sends what was changed of one that there is, and forgets the draft when it is answered', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    page.record.save(typedRim).subscribe();
    expect(page.record.state()).toBe('saving');
    const sent = page.http.expectOne('/api/places/p');
    expect([sent.request.method, sent.request.body]).toEqual(['PATCH', { revision: 1, name: 'North rim' }]);
    sent.flush({ ...rim, ...typedRim, revision: 2 });
    expect(page.record.state()).toBe('kept');
    expect(page.record.stored()?.revision).toBe(2);
    await Promise.resolve();
    expect(page.drafts.kept.size).toBe(0);
  });

  it('shows where two differ, and nothing else; kept on top it is made from the other', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    const kept: PlaceView[] = [];
    page.record.save(typedRim).subscribe((saved) => kept.push(saved));
    const theirs = { ...rim, revision: 2, name: 'South rim' };
    const problem = {
      status: 409,
      code: 'conflict',
      kind: 'place',
      title: 'Changed elsewhere.',
      current: theirs,
    };
    page.http.expectOne('/api/places/p').flush(problem, { status: 409, statusText: 'Conflict' });
    expect(page.record.state()).toBe('conflict');
    expect(page.record.conflict()?.rows).toEqual([{ label: 'Name', mine: 'North rim', theirs: 'South rim' }]);
    expect(kept).toEqual([]);
    page.record.keepMine().subscribe((saved) => kept.push(saved));
    const again = page.http.expectOne('/api/places/p');
    expect(again.request.body).toEqual({ revision: 2, name: 'North rim' });
    again.flush({ ...theirs, revision: 3, name: 'North rim' });
    expect(kept.map(({ revision }) => revision)).toEqual([3]);
    expect(page.record.conflict()).toBeNull();
  });

  it('gives up what was typed for what the other kept, when that is chosen', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    page.record.save(typedRim).subscribe();
    const theirs = { ...rim, revision: 2, name: 'South rim' };
    const problem = { status: 409, code: 'conflict', kind: 'place', title: '', current: theirs };
    page.http.expectOne('/api/places/p').flush(problem, { status: 409, statusText: 'Conflict' });
    expect(page.record.takeTheirs()).toEqual(theirs);
    expect([page.record.state(), page.record.stored()]).toEqual(['kept', theirs]);
    await Promise.resolve();
    expect(page.drafts.kept.size).toBe(0);
  });

  it('is kept after all where a conflict is with its own save, whose answer was lost', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    page.record.save(typedRim).subscribe();
    const own = { ...rim, ...typedRim, revision: 2 };
    const problem = { status: 409, code: 'conflict', kind: 'place', title: '', current: own };
    page.http.expectOne('/api/places/p').flush(problem, { status: 409, statusText: 'Conflict' });
    expect([page.record.state(), page.record.conflict()]).toEqual(['kept', null]);
  });

  it('leaves what was typed while it was on its way, over what is stored now', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    page.record.save(typedRim).subscribe();
    page.record.typed({ ...typedRim, name: 'Far rim' }, 'mark');
    page.http.expectOne('/api/places/p').flush({ ...rim, ...typedRim, revision: 2 });
    await Promise.resolve();
    expect([page.record.state(), page.record.stored()?.revision]).toEqual(['on-this-device', 2]);
    expect(draftOf(page)).toMatchObject({
      revision: 2,
      more: 'mark',
      asked: false,
      patch: { revision: 2, name: 'Far rim' },
    });
    page.record.save({ ...typedRim, name: 'Far rim' }).subscribe();
    expect(page.http.expectOne('/api/places/p').request.body).toEqual({ revision: 2, name: 'Far rim' });
  });

  it('waits out trouble that passes, says so, and is sent by the outbox when the page is left', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    page.record.save(typedRim).subscribe();
    page.http.expectOne('/api/places/p').error(new ProgressEvent('error'));
    expect(page.record.state()).toBe('waiting');
    expect(page.record.problem()?.code).toBe('no-connection');
    expect(draftOf(page)).toMatchObject({ asked: true });
    page.record.tryNow();
    const sent = page.http.expectOne('/api/places/p');
    page.leave();
    await Promise.resolve();
    // Not while the server may have it.
    expect(page.outbox.send).not.toHaveBeenCalled();
    sent.error(new ProgressEvent('error'));
    await vi.waitFor(() => expect(page.outbox.send).toHaveBeenCalledOnce());
    expect(draftOf(page)).toMatchObject({ asked: true });
  });

  it('is not cut off by a later one, which is made from what it left', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    page.record.save(typedRim).subscribe();
    const first = page.http.expectOne('/api/places/p');
    const kept: PlaceView[] = [];
    page.record.save({ ...typedRim, name: 'Far rim' }).subscribe((saved) => kept.push(saved));
    expect(first.cancelled).toBe(false);
    page.http.expectNone('/api/places/p');
    expect(draftOf(page)).toMatchObject({ asked: true, revision: 1, sent: typedRim });
    first.flush({ ...rim, ...typedRim, revision: 2 });
    await Promise.resolve();
    expect(draftOf(page)).toMatchObject({ asked: true, patch: { revision: 2, name: 'Far rim' } });
    const later = page.http.expectOne('/api/places/p');
    expect(later.request.body).toEqual({ revision: 2, name: 'Far rim' });
    later.flush({ ...rim, name: 'Far rim', revision: 3 });
    expect([page.record.state(), kept.map(({ revision }) => revision)]).toEqual(['kept', [3]]);
    await Promise.resolve();
    expect(page.drafts.kept.size).toBe(0);
  });

  it('never goes under the name of another record that the page has gone on to', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    page.record.save(typedRim).subscribe();
    page.record.save({ ...typedRim, name: 'Far rim' }).subscribe();
    const first = page.http.expectOne('/api/places/p');
    await page.record.begin('q', { ...rim, id: 'q' });
    first.flush({ ...rim, ...typedRim, revision: 2 });
    page.http.expectNone('/api/places/q');
    page.http.expectNone('/api/places/p');
    // What the second said is on the device, and goes out from there.
    expect(page.outbox.send).toHaveBeenCalledOnce();
    expect(draftOf(page)).toMatchObject({ id: 'p', asked: true, input: { name: 'Far rim' } });
    expect([page.record.id, page.record.stored()?.id, page.record.state()]).toEqual(['q', 'q', 'as-stored']);
  });

  it('goes on top of an earlier one of its own, whose answer was lost', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    page.record.save(typedRim).subscribe();
    page.http.expectOne('/api/places/p').error(new ProgressEvent('error'));
    page.record.save({ ...typedRim, name: 'Far rim' }).subscribe();
    const own = { ...rim, ...typedRim, revision: 2 };
    const problem = { status: 409, code: 'conflict', kind: 'place', title: '', current: own };
    page.http.expectOne('/api/places/p').flush(problem, { status: 409, statusText: 'Conflict' });
    expect(page.record.conflict()).toBeNull();
    expect(page.http.expectOne('/api/places/p').request.body).toEqual({ revision: 2, name: 'Far rim' });
  });

  it('that waits is given up for a later one', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    page.record.save(typedRim).subscribe();
    page.http.expectOne('/api/places/p').error(new ProgressEvent('error'));
    page.record.save({ ...typedRim, name: 'Far rim' }).subscribe();
    const later = page.http.expectOne('/api/places/p');
    expect(later.request.body).toEqual({ revision: 1, name: 'Far rim' });
    later.flush({ ...rim, name: 'Far rim', revision: 2 });
    page.record.tryNow();
    page.http.expectNone('/api/places/p');
    expect(page.record.state()).toBe('kept');
  });

  it('that is refused stays typed, and is asked to be kept no more', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    const kept: PlaceView[] = [];
    page.record.save(typedRim).subscribe((saved) => kept.push(saved));
    const problem = { status: 422, code: 'refused', title: 'No.', errors: [] };
    page.http.expectOne('/api/places/p').flush(problem, { status: 422, statusText: 'Refused' });
    expect([kept, page.record.state(), page.record.problem()?.title]).toEqual([[], 'on-this-device', 'No.']);
    expect(draftOf(page)).toMatchObject({ asked: false });
  });
});

describe('what was typed and not kept', () => {
  it('comes back over the revision that it was typed over; beside what others have kept since', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    page.record.typed(typedRim, 'mark');
    expect(await page.record.begin('p', rim)).toEqual({ input: typedRim, more: 'mark' });
    expect(page.record.state()).toBe('on-this-device');
    expect(await page.record.begin('p', { ...rim, revision: 2, name: 'South rim' })).toBeNull();
    expect(page.record.conflict()?.rows).toEqual([{ label: 'Name', mine: 'North rim', theirs: 'South rim' }]);
    expect(page.record.takeTheirs()?.name).toBe('South rim');
    await Promise.resolve();
    expect(page.drafts.kept.size).toBe(0);
  });

  it('is let go where the server says the same', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    page.record.typed(typedRim);
    expect(await page.record.begin('p', { ...rim, ...typedRim, revision: 2 })).toBeNull();
    expect(page.record.state()).toBe('as-stored');
    await Promise.resolve();
    expect(page.drafts.kept.size).toBe(0);
  });

  it('comes back over what was on its way when the page was loaded again', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    page.record.save(typedRim).subscribe();
    page.record.save({ ...typedRim, name: 'Far rim' }).subscribe();
    const again = TestBed.runInInjectionContext(() => stored(PLACE));
    const own = { ...rim, ...typedRim, revision: 2 };
    expect((await again.begin('p', own))?.input.name).toBe('Far rim');
    await Promise.resolve();
    expect(draftOf(page)).toMatchObject({
      revision: 2,
      asked: true,
      patch: { revision: 2, name: 'Far rim' },
    });
  });

  it('and was sent since its page fetched it is shown as the server has it', async () => {
    const page = opened();
    page.outbox.answerOf.mockReturnValue({ ...rim, ...typedRim, revision: 2 });
    expect((await page.record.begin('p', rim))?.input.name).toBe('North rim');
    expect([page.record.state(), page.record.stored()?.revision]).toEqual(['kept', 2]);
  });

  it('as a new one goes on under its own id', async () => {
    const page = opened();
    await page.record.beginNew('first');
    page.record.typed({ ...typedRim, revision: 0 });
    expect(await page.record.beginNew('second', { isIt: ({ name }) => name === 'Elsewhere' })).toBeNull();
    expect(
      (await page.record.beginNew('third', { isIt: ({ name }) => name === 'North rim' }))?.input.name,
    ).toBe('North rim');
    page.record.save(typedRim).subscribe();
    expect(page.http.expectOne('/api/places/first').request.method).toBe('PUT');
  });

  it('stays off the device where it names a person', async () => {
    const page = opened();
    const student = TestBed.runInInjectionContext(() => stored(STUDENT));
    const runa = { revision: 1, name: 'Runa', handedness: 'right', minor: false, notes: '' } as const;
    const before = { ...runa, id: 's', dominantEye: 'left', statureMm: null, shoeMm: null };
    await student.begin('s', before as unknown as StudentView);
    student.typed({ ...runa, name: 'Runa Feldt' });
    student.save({ ...runa, name: 'Runa Feldt', dominantEye: null }).subscribe();
    expect(page.drafts.kept.size).toBe(0);
    // What says nothing any more is taken away.
    expect(page.http.expectOne('/api/students/s').request.body).toEqual({
      revision: 1,
      name: 'Runa Feldt',
      dominantEye: null,
    });
  });
});
