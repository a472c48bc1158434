import { Injector, runInInjectionContext } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { openStore } from '../test/open-store.ts';
import { BallRow } from './ball-row.ts';
import { type OpenedCheck } from '../check.store.ts';
import { CheckBall } from './check-ball.ts';

async function openBall(more: Partial<OpenedCheck> = {}) {
  const { store } = await openStore(undefined, undefined, more);
  const ball = TestBed.runInInjectionContext(() => new CheckBall());
  return { store, ball };
}

function rowOf(ball: CheckBall): BallRow {
  const providers = [{ provide: CheckBall, useValue: ball }];
  const injector = Injector.create({ providers, parent: TestBed.inject(Injector) });
  return runInInjectionContext(injector, () => new BallRow());
}

describe('the ball of a check', () => {
  it('is noted with what is wanted of it, and taken back', async () => {
    const { store, ball } = await openBall();
    ball.note('behindLeadHeelMm', 200);
    ball.note('stanceMm', 400);
    expect(store.held.record().ball).toEqual({
      behindLeadHeelMm: 200,
      stanceMm: 400,
      goal: { sharePercent: 40 },
    });
    expect(ball.sentences()).toEqual(['Ball 40 mm too far back: move it toward the target.']);
    ball.note('behindLeadHeelMm', null);
    ball.note('stanceMm', null);
    expect(store.held.record().ball).toBeUndefined();
  });

  it('is judged anew with other clubs, and as it was while nobody chooses others', async () => {
    const { store, ball } = await openBall();
    ball.note('behindLeadHeelMm', 50);
    ball.note('stanceMm', 500);
    store.ground.set('club', { group: 'driver' });
    ball.judgeAnew();
    expect(store.held.record().ball?.goal).toEqual({ sharePercent: 8 });
    expect(ball.sentences()[0]).toBe('Ball where the method wants it.');
    // As it was noted under an earlier version of a method.
    store.held.note({ ball: { behindLeadHeelMm: 50, stanceMm: 500, goal: { sharePercent: 20 } } });
    expect(ball.wanted()).toEqual({ sharePercent: 20 });
  });

  it('says nothing while a baseline is covered', async () => {
    const { store, ball } = await openBall();
    store.held.note({ revealed: false });
    ball.note('behindLeadHeelMm', 200);
    ball.note('stanceMm', 400);
    expect(ball.sentences()).toEqual([]);
  });
});

describe('the row of the ball', () => {
  it('comes with who had it read the last time, in a blind set-up, or when it is asked for', async () => {
    const { ball: anew } = await openBall();
    expect(rowOf(anew).shown()).toBe(false);
    TestBed.resetTestingModule();
    const { store, ball } = await openBall({
      balls: [
        { heldOn: '2026-04-01', clubGroup: 'mid-iron', ball: { behindLeadHeelMm: 160, stanceMm: 400 } },
      ],
    });
    const row = rowOf(ball);
    expect(row.shown()).toBe(true);
    expect(row.fields().map(({ usual }) => usual)).toEqual(['', '400', '']);
    store.ground.set('circumstances', {
      phase: 'coached',
      help: 'cued',
      place: 'range',
      reader: 'instructor',
    });
    expect(row.shown()).toBe(false);
    row.open();
    expect(row.shown()).toBe(true);
  });

  it('counts what is typed at once, and says a slip when the field is left', async () => {
    const { store, ball } = await openBall();
    const row = rowOf(ball);
    row.type('ball.stanceMm', '410');
    expect(store.held.record().ball?.stanceMm).toBe(410);
    row.type('ball.stanceMm', '4');
    expect([store.held.record().ball, row.slip()]).toEqual([undefined, null]);
    row.settle('ball.stanceMm');
    expect(row.slip()).toBe('Read 4. Type 50 mm to 1500 mm.');
  });
});
