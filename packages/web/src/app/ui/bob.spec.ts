import { TestBed } from '@angular/core/testing';
import { Bob } from './bob.ts';

async function swing(lean: string, side: string): Promise<string> {
  const fixture = TestBed.createComponent(Bob);
  fixture.componentRef.setInput('lean', lean);
  fixture.componentRef.setInput('side', side);
  await fixture.whenStable();
  const host = fixture.nativeElement as HTMLElement;
  return host.querySelector('g')?.getAttribute('transform') ?? '';
}

describe('the bob', () => {
  it('hangs true when the line is in, wherever it points', async () => {
    expect(await swing('in', 'right')).toBe('rotate(0 20 4)');
  });

  it('leans the way the line points when it is out', async () => {
    // Counter-clockwise about the beam takes the weight to the right.
    expect(await swing('out', 'right')).toBe('rotate(-24 20 4)');
    expect(await swing('probably-out', 'left')).toBe('rotate(24 20 4)');
  });

  it('hangs true when it can’t be told', async () => {
    expect(await swing('cannot-tell', 'left')).toBe('rotate(0 20 4)');
  });
});
