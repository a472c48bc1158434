import { withField } from './entry-fields.ts';
import { composeObservation } from '@lotrecht/judging';
import { entriesFrom, type Entry, entryTitle, fieldsOf, freeId, toTyped } from './entry.ts';
import { fieldErrorsOf, unfinishedField } from './field-errors.ts';

const entry = (change: Partial<Entry> = {}): Entry => ({
  id: 'toes',
  line: 'toes',
  by: 'gaps',
  rod: false,
  hold: 1,
  look: false,
  fields: {},
  ...change,
});

describe('an entry', () => {
  it('has its fields in the order the tape is read, the base known last', () => {
    expect(fieldsOf(entry(), 'mm').map((f) => [f.key, f.unit, f.kept])).toEqual([
      ['toes.leadGapMm', 'mm', false],
      ['toes.trailGapMm', 'mm', false],
      ['toes.baseMm', 'mm', true],
    ]);
    expect(fieldsOf(entry({ by: 'angle' }), 'in').map((f) => f.unit)).toEqual(['°']);
  });

  it('is named apart when a line is read more than once', () => {
    const entries = [entry(), entry({ id: 'toes-2' })];
    expect(freeId(entries, 'toes', false)).toBe('toes-3');
    expect(freeId(entries, 'shoulders', true)).toBe('shoulders-look');
    expect(entryTitle(entry({ id: 'toes-2' }))).toBe('Toes 2');
    expect(entryTitle(entry({ id: 'eyes-look', line: 'eyes', look: true }))).toBe('Eyes after the look');
  });

  it('comes back from what is stored without a digit lost', () => {
    const fields = { leadGapMm: '22 1/2', trailGapMm: '23 5/8', baseMm: '18' };
    const observation = composeObservation(toTyped(entry({ fields, hold: 2 }), 'in'));
    if (observation === undefined) throw new Error('the reading is complete');
    const [back] = entriesFrom([observation], false);
    expect(back?.fields).toEqual({ leadGapMm: '571.5', trailGapMm: '600.075', baseMm: '457.2' });
    expect(composeObservation(toTyped(back as Entry, 'mm'))).toEqual(observation);
  });

  it('a base that was not read counts with how differently people stand, until it is typed', () => {
    const fields = { leadGapMm: '571', trailGapMm: '602', baseMm: '450' };
    const offered = entry({ fields, takenOver: true });
    const uncertaintyOf = (of: Entry): unknown =>
      (({ ...composeObservation(toTyped(of, 'mm')) }) as Record<string, unknown>)['baseUncertaintyMm'];
    expect(uncertaintyOf(offered)).toBe(20);
    const [typed] = withField([offered], 'toes.baseMm', '450');
    expect(uncertaintyOf(typed as Entry)).toBe(5);
    // The same of one that was kept so, and is read afterwards.
    const [kept] = entriesFrom(
      [composeObservation(toTyped(offered, 'mm'))].flatMap((o) => o ?? []),
      false,
    );
    const [read] = withField([kept as Entry], 'toes.baseMm', '460');
    expect([uncertaintyOf(kept as Entry), uncertaintyOf(read as Entry)]).toEqual([20, 5]);
    // A rod is as long as it was.
    expect(uncertaintyOf(entry({ fields, takenOver: true, rod: true }))).toBe(5);
  });

  it('that was begun asks for what is missing; a known base alone asks for nothing', () => {
    expect(unfinishedField([entry({ fields: { baseMm: '450' } })], 'mm')).toBeNull();
    expect(unfinishedField([entry({ fields: { leadGapMm: '571' } })], 'mm')).toEqual({
      key: 'toes.trailGapMm',
      label: 'Trail gap',
    });
  });

  it('keeps each refusal at the reading it came from', () => {
    const second = entry({ id: 'toes-2', fields: { leadGapMm: '1', trailGapMm: '2', baseMm: '0' } });
    const errors = fieldErrorsOf([entry({ fields: { leadGapMm: '5x' } }), second], 'mm', {
      composed: [second],
      refusals: [{ code: 'not-positive', path: '/observations/0/baseMm', message: 'Read 0 mm.' }],
    });
    expect([...errors.keys()]).toEqual(['toes.leadGapMm', 'toes-2.baseMm']);
  });
});
