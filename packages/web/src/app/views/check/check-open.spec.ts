import { settled } from '../../data/test/device-in-memory.ts';
import { SettingsStore } from '../../settings/settings.store.ts';
import { CheckDraft } from './check-draft.ts';
import { beginUsual } from './beginnings.ts';
import { TestBed } from '@angular/core/testing';
import { type Circumstances, type EarlierView } from '@lotrecht/records';
import { keepUsual } from '../../lesson/usual-readings.ts';
import { CHECK_ID, Fakes, openStore, typeToes } from './test/open-store.ts';

describe('a blind baseline', () => {
  it('is covered until it is revealed, and what was felt and guessed goes with it', async () => {
    const { store, fakes } = await openStore();
    store.held.note({ revealed: false });
    typeToes(store, '571', '602', '450');
    expect(store.held.covered()).toBe(true);
    expect(store.answers.shown()).toBeNull();
    store.held.note({ feltDeg: -2, guess: { line: 'toes', readingDeg: 1 } });
    store.held.note({ revealed: true });
    expect(store.answers.shown()?.result?.lines.toes?.word).toBe('closed');
    store.save().subscribe();
    await settled();
    expect(fakes.sent[0]?.input.record).toEqual({
      revealed: true,
      feltDeg: -2,
      guess: { line: 'toes', readingDeg: 1 },
    });
  });

  it('is not covered when a cue or rods were in sight', async () => {
    const { store } = await openStore();
    store.held.note({ revealed: false });
    store.ground.set('circumstances', { phase: 'coached', help: 'rods', place: 'range', reader: 'student' });
    expect(store.held.covered()).toBe(false);
  });
});

describe('cold checks before', () => {
  it('answer a cold set-up, and say nothing of one with help or after balls', async () => {
    const observations = [{ line: 'toes', by: 'gaps', leadGapMm: 571, trailGapMm: 602, baseMm: 450 }];
    const check = { daysBefore: 7, targetLine: {}, observations };
    const earlier = [{ clubGroup: 'mid-iron', check } as EarlierView];
    const { store } = await openStore(undefined, undefined, { earlier });
    const of = (phase: Circumstances['phase'], help: Circumstances['help']) => {
      store.ground.set('circumstances', { phase, help, place: 'range', reader: 'instructor' });
      return store.answers.known().earlier?.length;
    };
    expect(of('baseline', 'blind')).toBe(1);
    expect(of('baseline', 'rods')).toBeUndefined();
    expect(of('coached', 'cued')).toBeUndefined();
    expect(of('after-balls', 'blind')).toBeUndefined();
  });
});

describe('a phase', () => {
  it('is planned to rule a set-up out: every line that is judged, by the best way at hand', async () => {
    const { store } = await openStore();
    store.readings.plan.choosePlan('quick');
    store.readings.type('toes.leadGapMm', '571');
    store.readings.plan.choosePlan('rule-out');
    const entries = store.readings.entries();
    expect(entries.map((e) => e.line)).toEqual([...store.ground.rules().order]);
    const byRod = entries.filter((e) => e.rod).map((e) => e.line);
    expect(byRod).toEqual(expect.arrayContaining(['knees', 'hips', 'shoulders', 'eyes']));
    expect(byRod).not.toContain('toes');
    expect(entries.find((e) => e.line === 'toes')?.fields['leadGapMm']).toBe('571');
    expect(new Set(entries.map((e) => e.hold)).size).toBeLessThanOrEqual(3);
  });

  it('with its hold and everything typed survives a reload', async () => {
    const fakes = new Fakes();
    const { store } = await openStore(fakes);
    store.readings.plan.choosePlan('all');
    store.held.goTo({
      phase: 'release',
      hold: 2,
      startedAtMs: null,
      gainedS: 0,
      tapped: 0,
      pace: 'taps',
    });
    store.readings.type('hips.leadGapMm', '70x');
    const before = TestBed.inject(CheckDraft).snapshot();
    TestBed.resetTestingModule();
    const { store: again } = await openStore(fakes);
    expect(TestBed.inject(CheckDraft).snapshot()).toEqual({ ...before, record: { revealed: true } });
    expect(again.restored()).toBe(true);
  });
});

describe('what is used again', () => {
  it('is the last way of a line and its base, never a gap', async () => {
    const { store } = await openStore();
    store.readings.plan.toggleLine('hips');
    store.readings.plan.chooseWay('hips', { by: 'gaps', rod: true });
    expect(store.readings.entries().find((e) => e.line === 'hips')?.fields).toEqual({ baseMm: '1220' });
    typeToes(store, '571', '602', '450');
    store.save().subscribe();
    await settled();
    keepUsual({ plan: 'quick' });
    beginUsual(TestBed.inject(CheckDraft), TestBed.inject(SettingsStore));
    expect(store.readings.entries().find((e) => e.line === 'toes')?.fields).toEqual({ baseMm: '450' });
    store.readings.plan.toggleLine('hips');
    expect(store.readings.entries().find((e) => e.line === 'hips')).toMatchObject({ rod: true });
  });
});

describe('other readings', () => {
  it('of the same line are combined, and what comes after the look stands beside them', async () => {
    const { store, fakes } = await openStore();
    typeToes(store, '571', '602', '450');
    store.readings.plan.repeat('toes');
    store.readings.fill('toes-2', { leadGapMm: '571', trailGapMm: '598', baseMm: '450' });
    expect(store.answers.document()?.observations).toHaveLength(2);
    store.readings.plan.toggleLook();
    store.readings.fill('shoulders-look', { leadGapMm: '430', trailGapMm: '410', baseMm: '400' });
    store.save().subscribe();
    await settled();
    expect(fakes.sent[0]?.input.document.observations.map((o) => o.line)).toEqual(['toes', 'toes']);
    expect(fakes.sent[0]?.input.record?.afterLook?.observations.map((o) => o.line)).toEqual(['shoulders']);
  });

  it('that cannot be one are named at their own field', async () => {
    const { store } = await openStore();
    typeToes(store, '571', '602', '450');
    store.readings.plan.repeat('toes');
    store.readings.fill('toes-2', { leadGapMm: '571', trailGapMm: '1600', baseMm: '450' });
    expect([...store.answers.fieldErrors().keys()]).toEqual(['toes-2.trailGapMm']);
  });

  it('in inches are read as inches, and stored in millimetres', async () => {
    const { store } = await openStore();
    store.ground.set('unit', 'in');
    store.readings.fill('toes', { leadGapMm: '22 1/2', trailGapMm: '23 5/8', baseMm: '18' });
    expect(store.answers.document()?.observations[0]).toMatchObject({
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
    store.readings.plan.toggleLine('toes');
    expect(store.answers.document()).toBeUndefined();
    store.readings.putBack();
    expect(store.answers.solution()?.result?.lines.toes?.word).toBe('closed');
    store.readings.plan.chooseWay('toes', { by: 'eye', rod: false });
    expect(store.readings.leftOut()).not.toBeNull();
    store.readings.putBack();
    expect(store.readings.entries().find((e) => e.line === 'toes')?.fields['trailGapMm']).toBe('602');
    expect(store.readings.leftOut()).toBeNull();
  });

  it('with nothing typed leaves nothing to undo', async () => {
    const { store } = await openStore();
    store.readings.plan.toggleLine('toes');
    expect(store.readings.leftOut()).toBeNull();
  });
});

describe('how the student was learned to step back in', () => {
  it('is written into a new check, and a stored one keeps its own', async () => {
    const { store, fakes } = await openStore();
    const [opened, who] = [store.ground.lesson(), store.ground.student()];
    if (opened === null || who === null) throw new Error('nothing is open');
    await store.open(CHECK_ID, {
      lesson: opened,
      student: who,
      place: null,
      spreads: { readdressSdDeg: 0.83 },
    });
    typeToes(store, '571', '602', '450');
    store.save().subscribe();
    await settled();
    expect(fakes.sent[0]?.input.document.readdressSdDeg).toBe(0.83);

    const stored = store.stored();
    if (stored === null) throw new Error('nothing was kept');
    const lesson = { ...opened, checks: [stored] };
    await store.open(CHECK_ID, { lesson, student: who, place: null, spreads: { readdressSdDeg: 1.5 } });
    expect(store.answers.document()?.readdressSdDeg).toBe(0.83);
    expect(store.isChanged()).toBe(false);
  });
});
