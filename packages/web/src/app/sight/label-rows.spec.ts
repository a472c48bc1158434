import { type ChalkLabel } from './chalk-view.ts';
import { inRows } from './label-rows.ts';

const label = (name: string, x: number, kind: ChalkLabel['kind'] = 'landmark'): ChalkLabel => ({
  kind,
  name,
  x,
  y: 300,
});

describe('names in a picture', () => {
  it('stand in one row where there is room, and in more where there is none', () => {
    const rows = inRows([label('Weir', 100), label('Kiln', 300), label('Chimney', 310), label('Heron', 320)]);
    expect(rows.map(({ name, leadPx }) => [name, leadPx])).toEqual([
      ['Weir', 21],
      ['Kiln', 21],
      ['Chimney', 42],
      ['Heron', 63],
    ]);
  });

  it('of higher and lower posts stand over the highest', () => {
    const rows = inRows([label('Weir', 100), { ...label('Kiln', 300), y: 280 }]);
    expect(rows.map(({ leadPx }) => leadPx)).toEqual([41, 21]);
  });

  it('stay in the picture where the posts reach its upper edge', () => {
    const crowded = ['Kiln', 'Chimney', 'Heron'].map((name, n) => ({ ...label(name, 300 + n), y: 30 }));
    for (const { y, leadPx } of inRows(crowded)) expect(y - leadPx).toBeGreaterThanOrEqual(20);
  });

  it('of what lies on the ground stand below it, in rows of their own', () => {
    const rows = inRows([label('Barge', 300, 'target'), label('mark', 300, 'mark')]);
    expect(rows.map(({ leadPx }) => leadPx)).toEqual([21, -21]);
  });
});
