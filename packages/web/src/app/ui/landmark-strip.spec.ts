import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { type PlaceMark } from '@lotrecht/records';
import { LandmarkStrip } from './landmark-strip.ts';

const marks: readonly PlaceMark[] = [
  { id: 'b', name: 'Barge', kind: 'target', distanceM: 150, bearingDeg: 0 },
  { id: 'k', name: 'Kiln', kind: 'target', distanceM: 120, bearingDeg: 6.5 },
  { id: 'c', name: 'Crane', kind: 'landmark', distanceM: 320, bearingDeg: -16 },
];

async function strip(): Promise<ComponentFixture<LandmarkStrip>> {
  const fixture = TestBed.createComponent(LandmarkStrip);
  fixture.componentRef.setInput('marks', marks);
  fixture.componentRef.setInput('targetId', 'b');
  await fixture.whenStable();
  return fixture;
}

const said = (fixture: ComponentFixture<LandmarkStrip>): string =>
  (fixture.nativeElement as HTMLElement).querySelector('.said')?.textContent?.trim() ?? '';

describe('the landmark strip', () => {
  it('is to scale: every mark stands at its share of the whole', async () => {
    const element = (await strip()).nativeElement as HTMLElement;
    const half = Number(element.querySelector('[role=slider]')?.getAttribute('aria-valuemax'));
    const leftOf = (name: string): number => {
      const mark = [...element.querySelectorAll<HTMLElement>('.mark')].find((m) =>
        m.textContent?.includes(name),
      );
      return Number(mark?.style.left.replace('%', ''));
    };
    for (const mark of marks) expect(leftOf(mark.name)).toBeCloseTo(50 + (50 * mark.bearingDeg) / half, 6);
  });

  it('says bearing, metres at the target and uncertainty of what is pointed at', async () => {
    const fixture = await strip();
    expect(said(fixture)).toBe('Tap where the rod points.');
    fixture.componentRef.setInput('pointed', -3.8);
    await fixture.whenStable();
    expect(said(fixture)).toBe('3.8° left of Barge: 10 m left at its distance, ± 2.6 m');
    fixture.componentRef.setInput('targetId', 'k');
    await fixture.whenStable();
    expect(said(fixture)).toContain('10.3° left of Kiln: 22 m left');
    fixture.componentRef.setInput('distanceUnit', 'yd');
    await fixture.whenStable();
    expect(said(fixture)).toContain('24 yd left');
  });

  it('is moved by the arrow keys, a tenth of a degree or a whole one', async () => {
    const fixture = await strip();
    const slider = (fixture.nativeElement as HTMLElement).querySelector('[role=slider]');
    const press = async (key: string, shiftKey = false): Promise<void> => {
      slider?.dispatchEvent(new KeyboardEvent('keydown', { key, shiftKey }));
      await fixture.whenStable();
    };
    await press('ArrowRight');
    expect(fixture.componentInstance.pointed()).toBe(0.1);
    await press('ArrowLeft', true);
    expect(fixture.componentInstance.pointed()).toBe(-0.9);
    await press('ArrowRight', true);
    await press('ArrowLeft');
    expect(said(fixture)).toBe('On Barge');
  });
});
