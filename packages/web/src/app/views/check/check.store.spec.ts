import { TestBed } from '@angular/core/testing';
import { composeCheck } from '@lotrecht/judging';
import { type CheckView } from '@lotrecht/records';
import { of, Subject, throwError } from 'rxjs';
import { Sender } from '../../data/sender.ts';
import { settled } from '../../data/test/device-in-memory.ts';
import {
  CHECK_ID,
  entriesOf,
  Fakes,
  lesson,
  openStore,
  refused,
  typeToes,
  viewOf,
} from './test/open-store.ts';

describe('an open check', () => {
  it('says nothing until a line is complete, then all of it', async () => {
    const { store } = await openStore();
    store.readings.type('toes.leadGapMm', '571');
    store.readings.settle('toes.leadGapMm');
    expect(store.answers.solution()).toBeNull();
    typeToes(store, '571', '602', '450');
    expect(store.answers.solution()?.result?.lines.toes?.word).toBe('closed');
  });

  it('does not compute with a number that is still being typed', async () => {
    const { store } = await openStore();
    typeToes(store, '571', '602', '450');
    const before = store.answers.solution();
    store.readings.type('toes.trailGapMm', '6');
    expect(store.answers.solution()).toBe(before);
  });

  it('keeps every keystroke on the device, without a name', async () => {
    const { store, fakes } = await openStore();
    store.readings.type('toes.leadGapMm', '57x');
    await settled();
    const { draft } = fakes;
    expect(entriesOf(draft).find((e) => e.id === 'toes')?.fields).toEqual({ leadGapMm: '57x', baseMm: '' });
    expect(JSON.stringify(draft)).not.toContain('Runa');
    expect(store.state()).toBe('on-this-device');
  });

  it('names what stands in the way of keeping it', async () => {
    const { store } = await openStore();
    expect(store.obstacle()?.message).toContain('Nothing was read yet');
    store.readings.type('toes.leadGapMm', '571');
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
    await settled();
    expect(fakes.sent[0]?.input).toMatchObject({ revision: 0, lessonId: 'l' });
    expect(fakes.sent[0]?.input.shownResult).toEqual(store.answers.solution()?.result);
    expect(store.state()).toBe('kept');
    expect(fakes.device.held.size).toBe(0);
  });

  it('goes out although its page is left, by the key of its save; what is refused is asked no more', async () => {
    const { store, fakes } = await openStore();
    const answer = new Subject<CheckView>();
    typeToes(store, '571', '602', '450');
    await settled();
    expect(fakes.draft?.asked).toBeNull();
    fakes.answers = [() => answer, () => throwError(() => refused(422, { code: 'refused', title: 'No.' }))];
    store.save().subscribe({ error: () => undefined });
    await settled();
    await settled();
    expect(fakes.draft).toMatchObject({ asked: { said: { lessonId: 'l' }, once: fakes.sent[0]?.key } });
    answer.error(refused(503, {}));
    await settled();
    expect(fakes.draft?.asked).not.toBeNull();
    TestBed.inject(Sender).tryNow();
    await settled();
    expect(fakes.sent[1]?.key).toBe(fakes.sent[0]?.key);
    expect(fakes.draft).toMatchObject({ asked: null, trouble: { what: 'refused' } });
  });

  it('leaves what was typed while it was on its way, over what is stored now', async () => {
    const { store, fakes } = await openStore();
    const answer = new Subject<CheckView>();
    typeToes(store, '571', '602', '450');
    let first: CheckView | undefined;
    fakes.answers = [
      (view) => {
        first = view;
        return answer;
      },
    ];
    store.save().subscribe();
    await settled();
    typeToes(store, '571', '590', '450');
    if (first !== undefined) answer.next(first);
    await settled();
    expect(store.state()).toBe('on-this-device');
    expect(fakes.draft?.base?.revision).toBe(1);
    store.save().subscribe();
    await settled();
    expect(fakes.sent[1]?.input.revision).toBe(1);
    expect(fakes.sent[1]?.key).not.toBe(fakes.sent[0]?.key);
    expect(store.state()).toBe('kept');
  });

  it('tries again with the same key when nothing came back, and says that it waits', async () => {
    const { store, fakes } = await openStore();
    fakes.answers = [() => throwError(() => refused(503, {}))];
    typeToes(store, '571', '602', '450');
    store.save().subscribe();
    await settled();
    expect(store.state()).toBe('waiting');
    store.tryNow();
    await settled();
    expect(store.state()).toBe('kept');
    expect(fakes.sent).toHaveLength(2);
    expect(fakes.sent[1]?.key).toBe(fakes.sent[0]?.key);
  });

  it('sends what was asked while it waits, and other readings by another key when they are asked', async () => {
    const { store, fakes } = await openStore();
    fakes.answers = [() => throwError(() => refused(0, {}))];
    typeToes(store, '571', '602', '450');
    store.save().subscribe();
    await settled();
    typeToes(store, '571', '590', '450');
    store.tryNow();
    await settled();
    expect([fakes.sent[1]?.key === fakes.sent[0]?.key, store.state()]).toEqual([true, 'on-this-device']);
    store.save().subscribe();
    await settled();
    expect(fakes.sent[2]?.key).not.toBe(fakes.sent[0]?.key);
    expect([fakes.sent[2]?.input.revision, store.state()]).toEqual([1, 'kept']);
  });

  it('does not try again what is wrong and not only late', async () => {
    const { store, fakes } = await openStore();
    fakes.answers = [() => throwError(() => refused(422, { code: 'refused' }))];
    typeToes(store, '571', '602', '450');
    let failed = 0;
    store.save().subscribe({ error: () => failed++ });
    await settled();
    expect([failed, fakes.sent.length, store.state()]).toEqual([1, 1, 'on-this-device']);
  });
});

describe('a conflict', () => {
  const conflictWith = (current: CheckView) => () =>
    throwError(() => refused(409, { code: 'conflict', kind: 'check', title: '', current }));

  it('with another device shows theirs, and keeps mine on top on demand', async () => {
    const { store, fakes } = await openStore();
    typeToes(store, '571', '602', '450');
    const document = store.answers.document();
    if (document === undefined) throw new Error('the check is complete');
    const theirs = viewOf(CHECK_ID, { revision: 3, lessonId: 'l', document });
    typeToes(store, '571', '580', '450');
    fakes.answers = [conflictWith(theirs)];
    store.save().subscribe();
    await settled();
    expect(store.state()).toBe('conflict');
    expect(store.conflict()).toEqual(theirs);
    store.keepMine().subscribe();
    await settled();
    expect(fakes.sent.at(-1)?.input.revision).toBe(4);
    expect(store.state()).toBe('kept');
  });

  it('gives mine up for theirs on demand', async () => {
    const { store, fakes } = await openStore();
    typeToes(store, '571', '602', '450');
    const document = store.answers.document();
    if (document === undefined) throw new Error('the check is complete');
    typeToes(store, '571', '580', '450');
    fakes.answers = [conflictWith(viewOf(CHECK_ID, { revision: 3, lessonId: 'l', document }))];
    store.save().subscribe();
    await settled();
    await store.takeTheirs();
    expect(store.readings.entries().find((e) => e.id === 'toes')?.fields['trailGapMm']).toBe('602');
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
    await settled();
    store.tryNow();
    await settled();
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
    expect(store.answers.document()?.observations).toEqual(document.observations);
    expect(store.answers.solution()?.result?.lines.toes).toEqual(stored.result.lines.toes);
  });

  it('gets no circumstances made up when it is corrected, until they are noted', async () => {
    const fakes = new Fakes();
    const { store } = await openStore(fakes, { ...lesson, checks: [stored] });
    typeToes(store, '571', '590', '450');
    store.save().subscribe();
    await settled();
    expect(fakes.sent.at(-1)?.input).not.toHaveProperty('circumstances');
    store.ground.set('circumstances', {
      phase: 'coached',
      help: 'rods',
      place: 'hall',
      reader: 'partner',
    });
    store.save().subscribe();
    await settled();
    expect(fakes.sent.at(-1)?.input.circumstances).toMatchObject({ phase: 'coached', help: 'rods' });
  });
});
