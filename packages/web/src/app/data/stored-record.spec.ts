import { TestBed } from '@angular/core/testing';
import { type PlaceView } from '@lotrecht/records';
import { PLACE } from './kinds/place.ts';
import { Sender } from './sender.ts';
import { stored } from './stored-record.ts';
import { settled } from './test/device-in-memory.ts';
import { CONFLICT, conflictWith, opened, rim, typedRim } from './test/opened-record.ts';

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
    expect(page.device.entry()).toMatchObject({
      kind: 'place',
      id: 'p',
      base: null,
      typed: { more: 'a half-typed mark' },
      asked: null,
    });
    let kept: PlaceView | undefined;
    page.record.save(typedRim).subscribe((saved) => (kept = saved));
    expect(page.record.state()).toBe('saving');
    const sent = await page.sent();
    expect([sent.request.method, sent.request.body]).toEqual(['PUT', { ...typedRim, revision: 0 }]);
    // It is on the device before it goes out.
    expect(page.device.entry()).toMatchObject({ asked: { said: typedRim }, sent: [{ said: typedRim }] });
    expect(kept).toBeUndefined();
    sent.flush(rim);
    await settled();
    expect([kept, page.record.state(), page.device.held.size]).toEqual([rim, 'kept', 0]);
  });

  it('sends what was changed of one that there is, and forgets it when it is answered', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    page.record.save(typedRim).subscribe();
    const sent = await page.sent();
    expect([sent.request.method, sent.request.body]).toEqual(['PATCH', { revision: 1, name: 'North rim' }]);
    sent.flush({ ...rim, ...typedRim, revision: 2 });
    await settled();
    expect([page.record.state(), page.record.stored()?.revision, page.device.held.size]).toEqual([
      'kept',
      2,
      0,
    ]);
  });

  it('shows where two differ, and nothing else; kept on top it is made from the other', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    const kept: PlaceView[] = [];
    page.record.save(typedRim).subscribe((saved) => kept.push(saved));
    const theirs = { ...rim, revision: 2, name: 'South rim' };
    (await page.sent()).flush(conflictWith(theirs), CONFLICT);
    await settled();
    expect(page.record.state()).toBe('conflict');
    expect(page.record.conflict()?.rows).toEqual([{ label: 'Name', mine: 'North rim', theirs: 'South rim' }]);
    expect(kept).toEqual([]);
    page.record.keepMine().subscribe((saved) => kept.push(saved));
    const again = await page.sent();
    expect(again.request.body).toEqual({ revision: 2, name: 'North rim' });
    again.flush({ ...theirs, revision: 3, name: 'North rim' });
    await settled();
    expect(kept.map(({ revision }) => revision)).toEqual([3]);
    expect(page.record.conflict()).toBeNull();
  });

  it('gives up what was typed for what the other kept, when that is chosen', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    page.record.save(typedRim).subscribe();
    const theirs = { ...rim, revision: 2, name: 'South rim' };
    (await page.sent()).flush(conflictWith(theirs), CONFLICT);
    await settled();
    expect(page.record.takeTheirs()).toEqual(theirs);
    expect([page.record.state(), page.record.stored()]).toEqual(['kept', theirs]);
    await settled();
    expect(page.device.held.size).toBe(0);
  });

  it('is kept after all where a conflict is with its own save, whose answer was lost', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    const kept: PlaceView[] = [];
    page.record.save(typedRim).subscribe((saved) => kept.push(saved));
    const own = { ...rim, ...typedRim, revision: 2 };
    (await page.sent()).flush(conflictWith(own), CONFLICT);
    await settled();
    expect([page.record.state(), page.record.conflict(), kept]).toEqual(['kept', null, [own]]);
  });

  it('leaves what was typed while it was on its way, over what is stored now', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    page.record.save(typedRim).subscribe();
    const sent = await page.sent();
    page.record.typed({ ...typedRim, name: 'Far rim' }, 'mark');
    sent.flush({ ...rim, ...typedRim, revision: 2 });
    await settled();
    expect([page.record.state(), page.record.stored()?.revision]).toEqual(['on-this-device', 2]);
    expect(page.device.entry()).toMatchObject({
      base: { revision: 2 },
      typed: { more: 'mark', content: { name: 'Far rim' } },
      asked: null,
    });
    page.record.save({ ...typedRim, name: 'Far rim' }).subscribe();
    expect((await page.sent()).request.body).toEqual({ revision: 2, name: 'Far rim' });
  });

  it('waits out trouble that passes, says so, and goes out although its page is left', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    page.record.save(typedRim).subscribe();
    (await page.sent()).error(new ProgressEvent('error'));
    await settled();
    expect([page.record.state(), page.record.problem()?.code]).toEqual(['waiting', 'no-connection']);
    page.leave();
    expect(page.device.entry()?.asked).toMatchObject({ said: typedRim });
    TestBed.inject(Sender).tryNow();
    (await page.sent()).flush({ ...rim, ...typedRim, revision: 2 });
    await settled();
    expect(page.device.held.size).toBe(0);
  });

  it('is not cut off by a later one, which is made from what it left', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    page.record.save(typedRim).subscribe();
    const first = await page.sent();
    const kept: PlaceView[] = [];
    page.record.save({ ...typedRim, name: 'Far rim' }).subscribe((saved) => kept.push(saved));
    await page.nothingSent();
    expect(first.cancelled).toBe(false);
    first.flush({ ...rim, ...typedRim, revision: 2 });
    const later = await page.sent();
    expect(later.request.body).toEqual({ revision: 2, name: 'Far rim' });
    later.flush({ ...rim, name: 'Far rim', revision: 3 });
    await settled();
    expect([page.record.state(), kept.map(({ revision }) => revision)]).toEqual(['kept', [3]]);
    expect(page.device.held.size).toBe(0);
  });

  it('never goes under the name of another record that the page has gone on to', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    page.record.save(typedRim).subscribe();
    const first = await page.sent();
    const late: PlaceView[] = [];
    page.record.save({ ...typedRim, name: 'Far rim' }).subscribe((saved) => late.push(saved));
    await page.record.begin('q', { ...rim, id: 'q' });
    first.flush({ ...rim, ...typedRim, revision: 2 });
    // What the second said goes out all the same.
    const second = await page.sent();
    expect(second.request.body).toEqual({ revision: 2, name: 'Far rim' });
    await page.nothingSent('q');
    second.flush({ ...rim, name: 'Far rim', revision: 3 });
    await settled();
    expect([page.record.id, page.record.stored()?.id, page.record.state()]).toEqual(['q', 'q', 'as-stored']);
    expect(page.device.held.size).toBe(0);
    // Who asked for it hears of it, and nobody else.
    expect(late.map(({ name }) => name)).toEqual(['Far rim']);
  });

  it('goes on top of an earlier one of its own, whose answer was lost', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    page.record.save(typedRim).subscribe();
    (await page.sent()).error(new ProgressEvent('error'));
    await settled();
    page.record.save({ ...typedRim, name: 'Far rim' }).subscribe();
    (await page.sent()).flush(conflictWith({ ...rim, ...typedRim, revision: 2 }), CONFLICT);
    const again = await page.sent();
    expect(page.record.conflict()).toBeNull();
    expect(again.request.body).toEqual({ revision: 2, name: 'Far rim' });
  });

  it('that waits is given up for a later one', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    page.record.save(typedRim).subscribe();
    (await page.sent()).error(new ProgressEvent('error'));
    await settled();
    page.record.save({ ...typedRim, name: 'Far rim' }).subscribe();
    const later = await page.sent();
    expect(later.request.body).toEqual({ revision: 1, name: 'Far rim' });
    later.flush({ ...rim, name: 'Far rim', revision: 2 });
    await settled();
    page.record.tryNow();
    await page.nothingSent();
    expect(page.record.state()).toBe('kept');
  });

  it('that is refused stays typed, and is asked to be kept no more', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    const kept: PlaceView[] = [];
    page.record.save(typedRim).subscribe((saved) => kept.push(saved));
    const problem = { status: 422, code: 'refused', title: 'No.', errors: [] };
    (await page.sent()).flush(problem, { status: 422, statusText: 'Refused' });
    await settled();
    expect([kept, page.record.state(), page.record.problem()?.title]).toEqual([[], 'on-this-device', 'No.']);
    expect(page.device.entry()).toMatchObject({ asked: null, typed: { content: typedRim } });
    // Opened again it is said again.
    const again = TestBed.runInInjectionContext(() => stored(PLACE));
    expect((await again.begin('p', rim))?.input).toEqual(typedRim);
    expect(again.problem()?.title).toBe('No.');
  });
});

describe('two pages of one record', () => {
  it('are asked before one goes over what the other has kept', async () => {
    const page = opened();
    const other = TestBed.runInInjectionContext(() => stored(PLACE));
    await page.record.begin('p', rim);
    await other.begin('p', rim);
    page.record.save(typedRim).subscribe();
    const stands = { ...rim, ...typedRim, revision: 2 };
    (await page.sent()).flush(stands);
    await settled();
    // It has not seen that, and says nothing of it.
    expect([other.state(), other.stored()?.revision]).toEqual(['as-stored', 1]);
    other.save({ ...typedRim, name: 'Far rim' }).subscribe();
    const sent = await page.sent();
    expect(sent.request.body).toEqual({ revision: 1, name: 'Far rim' });
    sent.flush(conflictWith(stands), CONFLICT);
    await settled();
    expect([other.state(), other.conflict()?.theirs.name]).toEqual(['conflict', 'North rim']);
    expect(page.record.state()).toBe('kept');
  });

  it('of which one was left go on as one: what it had asked is the other’s', async () => {
    const page = opened();
    await page.record.begin('p', rim);
    page.record.save(typedRim).subscribe();
    (await page.sent()).error(new ProgressEvent('error'));
    await settled();
    page.leave();
    const again = TestBed.runInInjectionContext(() => stored(PLACE));
    expect((await again.begin('p', rim))?.input).toEqual(typedRim);
    expect(again.state()).toBe('waiting');
    again.tryNow();
    (await page.sent()).flush({ ...rim, ...typedRim, revision: 2 });
    await settled();
    expect([again.state(), again.stored()?.revision]).toEqual(['kept', 2]);
  });
});
