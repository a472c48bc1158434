import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { type CheckView, type LessonView } from '@lotrecht/records';
import { typedEntry } from '../../../data/test/device-in-memory.ts';
import { type DraftContent } from '../draft-content.ts';
import { CHECK_ID, Fakes, lesson, openStore, typeToes } from '../test/open-store.ts';
import { BlindSeries } from './blind-series.ts';

const BLIND = { phase: 'baseline', help: 'blind', place: 'range', reader: 'instructor' } as const;
const OTHER = '22222222-2222-4222-8222-222222222222';

/** A series of three that is open at one of its set-ups. */
async function openSeries(place: number, opened: LessonView = lesson, fakes = new Fakes()) {
  const { store } = await openStore(fakes, opened);
  const went: unknown[][] = [];
  vi.spyOn(TestBed.inject(Router), 'navigate').mockImplementation(async (...to) => went.push(to) > 0);
  store.held.show({ record: { series: { id: 's', place, of: 3 } }, run: store.held.run() });
  const series = TestBed.runInInjectionContext(() => new BlindSeries());
  await series.open(opened.id, CHECK_ID);
  return { store, series, went, fakes };
}

const kept = (id: string, place: number): CheckView =>
  ({
    id,
    lessonId: 'l',
    circumstances: BLIND,
    record: { series: { id: 's', place, of: 3 } },
    rebase: null,
    document: {
      format: 'lotrecht-check',
      version: 1,
      handedness: 'right',
      club: { group: 'mid-iron' },
      targetLine: {},
      observations: [{ line: 'hips', by: 'eye', readingDeg: 3 }],
    },
  }) as unknown as CheckView;

describe('a series of blind set-ups', () => {
  it('is held one after the other, each with marks of its own', async () => {
    const { store, series, went } = await openSeries(1);
    expect(series.setUps().map(({ state, colour }) => `${colour} ${state}`)).toEqual([
      'red to do',
      'white to do',
      'blue to do',
    ]);
    store.held.goTo({ ...store.held.run(), hold: 1, phase: 'release' });
    expect(series.setUps()[0]?.state).toBe('marked');
    expect([series.toHold()?.place, series.isLast()]).toEqual([2, false]);
    series.holdNext();
    // When this one is opened again, its marks are read.
    expect(store.held.run().phase).toBe('tape');
    expect(went[0]?.[1]).toEqual({ queryParams: { step: 'blind', series: 's', place: 2 } });
  });

  it('begins its tape with the first that is marked', async () => {
    const fakes = new Fakes();
    const content = { record: { series: { id: 's', place: 1, of: 3 } } } as DraftContent;
    await fakes.device.put([typedEntry({ kind: 'check', id: OTHER, of: { lessonId: 'l' } }, content)]);
    const { store, series, went } = await openSeries(3, { ...lesson, checks: [kept('b', 2)] }, fakes);
    store.held.goTo({ ...store.held.run(), hold: 1, phase: 'release' });
    expect(series.setUps().map(({ state }) => state)).toEqual(['marked', 'read', 'marked']);
    expect(series.toHold()).toBeNull();
    series.toTape();
    expect(went).toEqual([[['/lessons', 'l', 'checks', OTHER], { queryParams: {} }]]);
  });

  it('is answered from every set-up of it that is read, which share their line, and told as one', async () => {
    const { store, series } = await openSeries(3, { ...lesson, checks: [kept('a', 1), kept('b', 2)] });
    typeToes(store, '571', '602', '450');
    expect([series.isLast(), store.held.covered(), store.answers.shown()]).toEqual([true, true, null]);
    store.held.note({ revealed: true });
    expect(store.answers.document()?.earlier?.map(({ sameLine }) => sameLine)).toEqual([true, true]);
    expect([store.answers.toldTogether(), series.mine()]).toEqual([3, null]);
  });

  it('is none for a set-up that was helped after all', async () => {
    const { store, series } = await openSeries(1);
    store.ground.set('circumstances', { ...BLIND, help: 'rods' });
    expect([series.mine(), store.held.covered(), series.canChoose()]).toEqual([null, false, false]);
    expect(store.answers.savedRecord()).toBeUndefined();
  });

  it('is chosen without anything being begun', async () => {
    const { store, series, fakes } = await openSeries(1);
    const before = fakes.draft;
    series.choose(5);
    expect(series.setUps()).toHaveLength(5);
    series.choose(1);
    expect([series.mine(), series.isLast()]).toEqual([null, true]);
    // Nothing was written: it is the draft from before.
    expect(fakes.draft).toBe(before);
    expect(store.readings.entries().every(({ fields }) => fields['leadGapMm'] === undefined)).toBe(true);
  });
});
