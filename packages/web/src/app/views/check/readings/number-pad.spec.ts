import { TestBed } from '@angular/core/testing';
import { afterKey, NumberPad, type PadKey } from './number-pad.ts';

describe('a key of the pad', () => {
  it('adds digits, one point, and takes back', () => {
    expect(afterKey('57', '1')).toBe('571');
    expect(afterKey('571', '.')).toBe('571.');
    expect(afterKey('571.', '.')).toBe('571.');
    expect(afterKey('', '.')).toBe('0.');
    expect(afterKey('571', 'back')).toBe('57');
    expect(afterKey('', 'back')).toBe('');
  });

  it('changes the sign there and back', () => {
    expect(afterKey('3', 'sign')).toBe('-3');
    expect(afterKey('-3', 'sign')).toBe('3');
  });

  it('is a button that says what it does', async () => {
    const fixture = TestBed.createComponent(NumberPad);
    const pressed: PadKey[] = [];
    fixture.componentInstance.pressed.subscribe((key) => pressed.push(key));
    await fixture.whenStable();
    const buttons = [...(fixture.nativeElement as HTMLElement).querySelectorAll('button')];
    const named = (name: string) => buttons.find((b) => b.getAttribute('aria-label') === name);
    named('7')?.click();
    named('Next')?.click();
    named('Take the last digit back')?.click();
    expect(pressed).toEqual(['7', 'next', 'back']);
  });
});
