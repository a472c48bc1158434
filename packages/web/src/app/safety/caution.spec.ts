import { TestBed } from '@angular/core/testing';
import { type Moment } from '@lotrecht/judging';
import { Caution } from './caution.ts';

/** A caution on a page, and what it says. */
function shown(moments: readonly Moment[], lessonId: string | null) {
  const fixture = TestBed.createComponent(Caution);
  fixture.componentRef.setInput('moments', moments);
  fixture.componentRef.setInput('lessonId', lessonId);
  fixture.detectChanges();
  const said = (): number => (fixture.nativeElement as HTMLElement).querySelectorAll('p').length;
  return { fixture, said };
}

describe('a caution', () => {
  beforeEach(() => localStorage.clear());

  it('is said once in a lesson, and stays while it is read', () => {
    const first = shown(['tape'], 'one');
    expect(first.said()).toBe(1);
    // The same page, loaded anew: nobody has gone on.
    expect(shown(['tape'], 'one').said()).toBe(1);
    first.fixture.destroy();
    expect(shown(['tape'], 'one').said()).toBe(0);
    expect(shown(['tape', 'look'], 'one').said()).toBe(1);
    expect(shown(['tape'], 'two').said()).toBe(1);
  });

  it('is said again when another lesson has been in between', () => {
    shown(['tape'], 'one').fixture.destroy();
    shown(['look'], 'two').fixture.destroy();
    expect(shown(['tape'], 'one').said()).toBe(1);
  });

  it('is said each time outside of a lesson', () => {
    shown(['rods'], null).fixture.destroy();
    expect(shown(['rods'], null).said()).toBe(1);
    expect(localStorage.length).toBe(0);
  });

  it('is said again where the device has something else under its name', () => {
    localStorage.setItem('lotrecht-cautions', '{');
    expect(shown(['tape'], 'one').said()).toBe(1);
  });
});
