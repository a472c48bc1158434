import { TestBed } from '@angular/core/testing';
import { type SelfCheckInput, type StudentLinkPage } from '@lotrecht/records';
import { SelfCheckForm } from './self-check-form.ts';
import { emptySelfCheck, type TypedSelfCheck } from './typed-self-check.ts';

const page: StudentLinkPage = {
  firstName: 'Runa',
  academyName: 'Tarnside',
  handedness: 'right',
  minor: false,
  target: { name: 'Barge', distanceM: 100 },
  baseMm: 450,
  expiresAt: '2026-12-24T10:00:00Z',
  handOuts: [],
  eye: { clubGroup: 'mid-iron', statureMm: null, marks: [] },
  training: { method: 'All parallel', steps: [], targets: [] },
  plan: null,
  drillDays: [],
};

const PLAN = { id: 'p', line: 'shoulders', checkHow: 'Hold the club across.' } as StudentLinkPage['plan'];

function formWith(change: Partial<TypedSelfCheck>, of: StudentLinkPage = page) {
  const fixture = TestBed.createComponent(SelfCheckForm);
  fixture.componentRef.setInput('page', of);
  fixture.componentRef.setInput('typed', { ...emptySelfCheck(450), ...change });
  const sent: SelfCheckInput[] = [];
  const changes: TypedSelfCheck[] = [];
  fixture.componentInstance.filled.subscribe((input) => sent.push(input));
  fixture.componentInstance.typedChange.subscribe((typed) => changes.push(typed));
  fixture.detectChanges();
  const element = fixture.nativeElement as HTMLElement;
  const button = [...element.querySelectorAll('button')].find((b) => b.textContent?.trim() === 'Send');
  if (button === undefined) throw new Error('the form has a way to send');
  return { element, button, sent, changes };
}

describe('a self-check', () => {
  it('is sent when all three lengths are there, with the day it was taken', () => {
    expect(formWith({ lead: 571, trail: null }).button.disabled).toBe(true);
    const { button, sent } = formWith({ lead: 571, trail: 602 });
    button.click();
    expect(sent).toEqual([
      {
        takenOn: expect.stringMatching(/^\d{4}-\d{2}-\d{2}$/),
        drillDone: false,
        reading: { by: 'gaps', leadGapMm: 571, trailGapMm: 602, baseMm: 450 },
      },
    ]);
  });

  it('is typed in what the academy measures in, and is the same length', () => {
    const { element, changes } = formWith({}, { ...page, units: { length: 'in', distance: 'yd' } });
    const field = [...element.querySelectorAll('mat-form-field')].find((f) =>
      f.textContent?.includes('Toe near the target, in'),
    );
    const input = field?.querySelector('input');
    if (!input) throw new Error('the length is asked for in inches');
    input.value = '23 5/8';
    input.dispatchEvent(new Event('input'));
    expect(changes.at(-1)?.lead).toBeCloseTo(600.075, 3);
  });

  it('of any line is read where there is no range: at what is in sight at home, and how far that is', () => {
    const at = { way: 'pointsAt', beside: 0.5, besideSide: 'right' } as const;
    const home = { ...page, target: null, plan: PLAN };
    expect(formWith(at, home).button.disabled).toBe(true);
    const { button, sent } = formWith({ ...at, away: 5 }, home);
    button.click();
    expect(sent[0]?.reading).toEqual({ by: 'pointsAt', line: 'shoulders', lateralM: 0.5, distanceM: 5 });
    expect(formWith({ ...at, away: null }).button.disabled).toBe(true);
  });

  it('has what the club points at beside the target, left negative, and what was felt in degrees', () => {
    const { button, sent } = formWith({
      way: 'pointsAt',
      beside: 7,
      besideSide: 'left',
      felt: 10,
      feltSide: 'right',
    });
    button.click();
    expect(sent[0]?.reading).toEqual({ by: 'pointsAt', lateralM: -7, distanceM: 100 });
    expect(sent[0]?.feltDeg).toBeCloseTo(5.71, 2);
  });

  it('may be a drill alone, and is nothing without one', () => {
    expect(formWith({ way: 'none' }).button.disabled).toBe(true);
    const { button, sent } = formWith({ way: 'none', drillDone: true, felt: 4 });
    button.click();
    expect(sent[0]).toMatchObject({ drillDone: true });
    expect(sent[0]).not.toHaveProperty('feltDeg');
  });

  it('by tape is felt beside the target of the lesson, whatever a club was pointed at before', () => {
    const { button, sent } = formWith({ lead: 571, trail: 602, felt: 10, away: 5 });
    button.click();
    expect(sent[0]?.feltDeg).toBeCloseTo(5.71, 2);
  });

  it('asks where one felt aimed where something was aimed at', () => {
    const { element } = formWith({}, { ...page, target: null });
    expect(element.textContent).not.toContain('Felt');
    expect(formWith({}).element.textContent).toContain('Felt');
  });

  it('says every keystroke on, so that nothing is lost', () => {
    const { element, changes } = formWith({});
    const [lead] = element.querySelectorAll('input');
    if (lead === undefined) throw new Error('the form has fields');
    for (const text of ['57', '57y']) {
      lead.value = text;
      lead.dispatchEvent(new Event('input'));
    }
    expect(changes.map((typed) => typed.lead)).toEqual([57, null]);
  });

  it('reads the line of the plan by where a club points, and the toes by tape too', () => {
    const { element, button, sent } = formWith({ way: 'gaps', beside: 4 }, { ...page, plan: PLAN });
    expect(element.textContent).toContain('Hold the club across.');
    expect(element.textContent).not.toContain('Tape');
    button.click();
    expect(sent[0]?.reading).toEqual({ by: 'pointsAt', line: 'shoulders', lateralM: 4, distanceM: 100 });
  });
});
