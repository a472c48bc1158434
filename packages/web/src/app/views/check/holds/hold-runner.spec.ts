import { SettingsStore } from '../../../settings/settings.store.ts';
import { beginUsual } from '../beginnings.ts';
import { provideHttpClient } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import { type StudentView } from '@lotrecht/records';
import { CheckDraft } from '../check-draft.ts';
import { CHECK_STORES } from '../check-stores.ts';
import { NOTHING_OPENED } from '../check-ground.ts';
import { NextStep } from './next-step.ts';
import { MethodStore } from '../../../methods/method.store.ts';
import { HoldRunner } from './hold-runner.ts';
import { Prompts } from './prompts.ts';

class Heard {
  readonly said: string[] = [];
  say(how: string, words: string): void {
    this.said.push(`${how} ${words}`);
  }
  release(how: string): void {
    this.said.push(`${how} out`);
  }
}

function open() {
  localStorage.clear();
  const heard = new Heard();
  TestBed.configureTestingModule({
    providers: [
      CHECK_STORES,
      HoldRunner,
      MethodStore,
      provideHttpClient(),
      { provide: Prompts, useValue: heard },
    ],
  });
  const draft = TestBed.inject(CheckDraft);
  const { ground, held, readings } = draft;
  ground.open({ ...NOTHING_OPENED, student: { id: 's', handedness: 'right' } as StudentView });
  beginUsual(draft, TestBed.inject(SettingsStore));
  return { ground, held, readings, runner: TestBed.inject(HoldRunner), heard };
}

describe('a hold', () => {
  beforeEach(() => vi.useFakeTimers());
  afterEach(() => vi.useRealTimers());

  it('leads through its cards by the clock, says each, and lets the student step out', () => {
    const { held, runner, heard } = open();
    TestBed.tick();
    runner.begin();
    TestBed.tick();
    expect(held.run()).toMatchObject({ phase: 'hold', hold: 1 });
    expect(heard.said).toEqual(['tones Face']);
    vi.advanceTimersByTime(3_100);
    TestBed.tick();
    expect(heard.said).toEqual(['tones Face', 'tones Toes']);
    vi.advanceTimersByTime(3_100);
    TestBed.tick();
    expect(held.run().phase).toBe('release');
    expect(heard.said.at(-1)).toBe('tones out');
    expect(runner.ahead()).toEqual([]);
  });

  it('moves on when a card is done before its time, and keeps count of the holds', () => {
    const { held, readings, runner } = open();
    readings.plan.choosePlan('all');
    TestBed.tick();
    expect(runner.holds().map((h) => h.seconds)).toEqual([15, 15, 3]);
    runner.begin();
    TestBed.tick();
    runner.next();
    TestBed.tick();
    expect(runner.clock().card).toBe(1);
    runner.stepOut();
    expect(runner.ahead().map((h) => h.hold)).toEqual([2, 3]);
    runner.begin();
    expect(held.run().hold).toBe(2);
  });

  it('goes by tapping where the hands are slower than the clock', () => {
    const { held, runner } = open();
    runner.choosePace('taps');
    runner.begin();
    TestBed.tick();
    vi.advanceTimersByTime(20_000);
    TestBed.tick();
    expect(runner.clock().card).toBe(0);
    expect(runner.tooLong()).toBe(true);
    runner.next();
    runner.next();
    TestBed.tick();
    expect(held.run().phase).toBe('release');
  });

  it('learns from five holds by tapping what a reading takes, and from none by the clock', () => {
    localStorage.removeItem('lotrecht-clocked');
    const { held, readings, runner } = open();
    readings.plan.choosePlan('quick');
    const hold = (pace: 'clock' | 'taps', seconds: number): void => {
      runner.choosePace(pace);
      held.goTo({ ...held.run(), hold: 0 });
      runner.begin();
      TestBed.tick();
      for (const _card of runner.cards()) {
        vi.advanceTimersByTime(seconds * 1000);
        TestBed.tick();
        runner.next();
        TestBed.tick();
      }
    };
    for (let n = 0; n < 6; n++) hold('clock', 1);
    expect(runner.holds().map((h) => h.seconds)).toEqual([6]);
    for (let n = 0; n < 5; n++) hold('taps', 5);
    expect(runner.holds().map((h) => h.seconds)).toEqual([10]);
    localStorage.removeItem('lotrecht-clocked');
  });

  it('takes up a reading that is advised, in another hold when this one is full', () => {
    const { ground, readings } = open();
    ground.set('circumstances', { phase: 'coached', help: 'rods', place: 'range', reader: 'instructor' });
    // Face and toes are planned, and tell most: of the toes alone the face is what is missing.
    readings.plan.toggleLine('face');
    const fixture = TestBed.createComponent(NextStep);
    TestBed.tick();
    const text = (fixture.nativeElement as HTMLElement).textContent ?? '';
    expect(text).toMatch(/One more: face, (square rod|rod off the face), \d+ s/);
    (fixture.nativeElement as HTMLElement).querySelector('button')?.click();
    TestBed.tick();
    expect(
      readings
        .entries()
        .map((e) => e.line)
        .toSorted(),
    ).toEqual(['face', 'toes']);
  });
});
