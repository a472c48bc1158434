import { TestBed } from '@angular/core/testing';
import { composeCheck, type QuickCheck, solveDocument } from '@lotrecht/contract';
import { FindingPanel } from './finding-panel.ts';

async function panelText(change: Partial<QuickCheck>, targetDistanceM?: number): Promise<string> {
  const document = composeCheck({
    handedness: 'right',
    club: { group: 'mid-iron' },
    target: {},
    toes: { leadGapMm: 571, trailGapMm: 602, baseMm: 450 },
    face: {},
    ...change,
  });
  const fixture = TestBed.createComponent(FindingPanel);
  fixture.componentRef.setInput('result', document ? solveDocument(document) : null);
  fixture.componentRef.setInput('targetDistanceM', targetDistanceM);
  await fixture.whenStable();
  return ((fixture.nativeElement as HTMLElement).textContent ?? '').replace(/\s+/g, ' ');
}

describe('the finding', () => {
  it('says what to do first while nothing was read', async () => {
    expect(await panelText({ toes: {} })).toContain('appear as soon as a line has its two gaps and its base');
  });

  it('names the line to fix first with its move, its split and its feel', async () => {
    const text = await panelText({}, 150);
    expect(text).toContain('Fix first: toes');
    expect(text).toContain('Trail toe 31 mm toward the line.');
    expect(text).toContain('trail 16 in, lead 15 back');
    expect(text).toContain('It will feel aimed 10 m left of where it feels now.');
  });

  it('leaves the feel out without a distance', async () => {
    expect(await panelText({})).not.toContain('feel aimed');
  });

  it('mirrors the feel for a left-hander, and keeps the move', async () => {
    const text = await panelText({ handedness: 'left' }, 150);
    expect(text).toContain('3.9° closed (left)');
    expect(text).toContain('Trail toe 31 mm toward the line.');
    expect(text).toContain('10 m right of where it feels now');
  });

  it('says likely first where nothing is out for certain', async () => {
    expect(await panelText({ toes: { leadGapMm: 571, trailGapMm: 594, baseMm: 450 } })).toContain(
      'Likely first: toes',
    );
  });

  it('says so when there is nothing to fix', async () => {
    expect(await panelText({ toes: { leadGapMm: 571, trailGapMm: 571, baseMm: 450 } })).toContain(
      'Nothing to fix first',
    );
  });

  it('says what would settle a line that cannot be told', async () => {
    const text = await panelText({ toes: { leadGapMm: 571, trailGapMm: 594, baseMm: 450 } });
    expect(text).toMatch(/Would settle it: \d+ readings/);
  });
});
