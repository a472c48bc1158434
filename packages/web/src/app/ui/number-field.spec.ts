import { TestBed } from '@angular/core/testing';
import { NumberField } from './number-field.ts';

function fieldWith(inputs: Readonly<Record<string, unknown>>) {
  const fixture = TestBed.createComponent(NumberField);
  for (const [name, value] of Object.entries({ label: 'Gap', kind: 'mm', value: null, ...inputs }))
    fixture.componentRef.setInput(name, value);
  const said: (number | 'cleared')[] = [];
  fixture.componentInstance.valueChange.subscribe((value) => said.push(value));
  fixture.componentInstance.cleared.subscribe(() => said.push('cleared'));
  fixture.detectChanges();
  const input = (fixture.nativeElement as HTMLElement).querySelector('input');
  if (input === null) throw new Error('a field has an input');
  return {
    said,
    input,
    type: (text: string) => {
      input.value = text;
      input.dispatchEvent(new Event('input'));
      fixture.detectChanges();
    },
    leave: () => {
      input.dispatchEvent(new Event('change'));
      fixture.detectChanges();
    },
    isWrong: () => fixture.componentInstance.isWrong(),
    slip: () => (fixture.nativeElement as HTMLElement).querySelector('.slip')?.textContent ?? '',
  };
}

describe('a number field', () => {
  it('says its value when it is left, in millimetres whatever unit was typed', () => {
    const { said, type, leave } = fieldWith({});
    type('22 1/2 in');
    expect(said).toEqual([]);
    leave();
    expect(said).toEqual([571.5]);
  });

  it('keeps a slip in its field, with what was read and what to type, and out of the value', () => {
    const { said, input, slip, isWrong, type, leave } = fieldWith({ least: 10, most: 3000 });
    type('5');
    leave();
    expect(slip()).toBe('Read 5. Type mm from 10 to 3000.');
    expect(input.value).toBe('5');
    expect(isWrong()).toBe(true);
    expect(input.getAttribute('aria-invalid')).toBe('true');
    expect(said).toEqual([]);
    type('450');
    leave();
    expect(slip()).toBe('');
    expect(isWrong()).toBe(false);
    expect(said).toEqual([450]);
  });

  it.each([
    ['yd', '164', 149.9616],
    ['m', '4.1', 4.1],
    ['%', '85 %', 85],
    ['°', '2,5', 2.5],
  ])('reads %s: %s', (kind, text, value) => {
    const { said, type, leave } = fieldWith({ kind });
    type(text);
    leave();
    expect(said[0]).toBeCloseTo(value, 9);
  });

  it('shows what it is given in its own unit', () => {
    expect(fieldWith({ kind: 'yd', value: 150 }).input.value).toBe('164.042');
    expect(fieldWith({ kind: 'in', value: 571.5 }).input.value).toBe('22.5');
  });

  it('that is live says every keystroke that is a number, and when there is none any more', () => {
    const { said, slip, type, leave } = fieldWith({ live: true, most: 3000 });
    for (const text of ['5', '57', '57x', '']) type(text);
    expect(said).toEqual([5, 57, 'cleared', 'cleared']);
    leave();
    expect(slip()).toBe('');
  });
});
